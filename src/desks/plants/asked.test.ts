import { METRIC, measuresOf } from '@/core/quantity/measures'
import { dayOf } from '@/core/quantity/time'
import { readHere } from './here/asked'
import { readAsked } from './trimming/asked'

const NOW = '2026-03-11T10:00:00.000Z'
const trims = (query: Record<string, string | string[]>) => readAsked(query, 'Europe/Vienna', NOW)

describe('a day to be in shape on', () => {
  test('nothing asked: three weeks ahead, Tuesday and Saturday evenings, three of them', () => {
    const asked = trims({})
    expect(asked).toMatchObject({
      date: '2026-04-01',
      weekdays: ['Tue', 'Sat'],
      sessions: 3,
      problem: null,
    })
    // By hand, with a calendar.
    expect(
      asked.evenings.map((day) => new Date(day * 86_400_000).toISOString().slice(5, 10)),
    ).toEqual(['03-14', '03-17', '03-21', '03-24', '03-28', '03-31'])
  })
  test.each([
    ['2026-03-10', 'over'],
    ['2026-06-30', 'more than eight weeks'],
    ['2026-02-31', 'does not exist'],
    ['soon', 'does not exist'],
  ])('%s is told, and the usual day taken', (on, says) => {
    const asked = trims({ on })
    expect(asked.problem).toContain(says)
    expect(asked.date).toBe('2026-04-01')
    expect(asked.day).toBeGreaterThan(dayOf(NOW))
  })
  test('what is no weekday and no number of evenings is passed over', () => {
    expect(trims({ evening: ['Mon', 'Never'], sessions: '99' })).toMatchObject({
      weekdays: ['Mon'],
      sessions: 3,
    })
    expect(trims({ sessions: 'two' }).sessions).toBe(3)
  })
})

describe('a place to be filled', () => {
  test('nothing asked is no problem; what is typed comes back as typed', () => {
    expect(readHere({}, METRIC)).toMatchObject({ asked: null, problem: null })
    expect(readHere({ x: ' 12,5 ', z: '3', grow: 'patient' }, METRIC)).toMatchObject({
      typed: { x: '12,5', dense: false },
      asked: { x: 12.5, z: 3, wideCm: 10, dense: false },
    })
  })
  test('inches are kept as centimetres', () => {
    expect(readHere({ x: '10', z: '2', wide: '4' }, measuresOf('US')).asked).toMatchObject({
      x: expect.closeTo(25.4, 6),
      wideCm: expect.closeTo(10.16, 6),
    })
  })
  test.each([
    [{ x: 'left', z: '3' }, 'From the left must be a number.'],
    [{ x: '3', z: '' }, 'From the front must be a number.'],
    [{ x: '3', z: '3', wide: '0' }, 'wider than nothing'],
    [{ x: '3', z: '3', wide: '61' }, 'no wider than 60 cm'],
    [{ x: '1,400', z: '3' }, 'two ways'],
  ])('%j is refused in a sentence', (query, says) => {
    const { asked, problem } = readHere(query, METRIC)
    expect(asked).toBeNull()
    expect(problem).toContain(says)
  })
})
