import fc from 'fast-check'
import { momentOf, reachOf, untilMidnight, within } from './shown-day'

const hours = fc.double({ min: 0, max: 0.9999, noNaN: true })

test('a step back and a step on lead to the day before and to today again, at every hour of the day', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 20_000, max: 21_000 }),
      hours,
      fc.double({ min: 1, max: 2_000, noNaN: true }),
      (date, hour, age) => {
        const [today, left] = [date + hour, 1 - hour]
        const reach = reachOf(today - age, today + left, 70)
        expect(within(reach, 0 - 1)).toBe(-1)
        expect(within(reach, within(reach, -1) + 1)).toBe(0)
        expect(within(reach, -1e6)).toBe(reach.earliest)
        expect(within(reach, 1e6)).toBe(70)
      },
    ),
  )
})
test('the first day is the first one reached, and what was done on it is seen, at every hour of today (property)', () => {
  fc.assert(
    fc.property(hours, hours, fc.integer({ min: 1, max: 900 }), (now, began, days) => {
      const [first, today, left] = [20_000 + began, 20_000 + days + now, 1 - now]
      const { earliest } = reachOf(first, today + left, 70)
      expect(earliest).toBe(-days)
      const moment = momentOf(today, earliest, left)
      expect(Math.floor(moment)).toBe(20_000)
      expect(moment).toBeGreaterThan(20_000.999)
    }),
  )
})
test('a record that begins today has no day before it', () => {
  expect(reachOf(20_000.4, 20_001, 70)).toEqual({ earliest: -0, latest: 70 })
  expect(within(reachOf(20_000.4, 20_001, 70), -1)).toBe(0)
  expect(within(reachOf(20_001.4, 20_001, 70), -1)).toBe(0)
})
test('a drag lands on whole days', () => {
  expect(within({ earliest: -30, latest: 70 }, -3.4)).toBe(-3)
})
test.each([
  ['2026-11-24T00:00:00Z', 'UTC', 1],
  ['2026-11-24T12:00:00Z', 'UTC', 0.5],
  ['2026-11-24T22:30:00Z', 'Europe/Vienna', 30 / 1440],
  ['2026-11-24T23:00:00Z', 'Europe/Vienna', 1],
])('until midnight at %s in %s', (at, zone, days) =>
  expect(untilMidnight(at, zone)).toBeCloseTo(days, 9),
)
