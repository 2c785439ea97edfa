import { problemsOf } from '../admission/admit'
import { describeEntry } from '../history/describe'
import { headCount, missingSince } from '../history/lookup'
import type { TankHistory } from '../history/types'
import { instantOf } from '../quantity/time'
import { DAY0, entry, STEMS, tank } from '../testing/tank'
import { ENTRY_KINDS, kindOf, type Entry } from './entry'
import { faultsOf, fieldFault } from './faults'
import { GROOMING } from './kinds/groom'
import type { Shape } from './shape'
import { absent, absentText, emptyText, maybeNumber, number, text } from './shape'
import { referencesOf, subjectOf } from './subjects'
import { formOf, WRITTEN_KINDS } from './written'

const NOW = instantOf(DAY0 + 60)
const FISH = {
  id: 'loaches',
  name: 'Loaches',
  kind: 'fish' as const,
  adultLengthCm: 6,
  school: false,
  since: instantOf(DAY0),
  until: null,
  temporary: null,
  needs: {},
}
const fields = (one: Entry, story: TankHistory) =>
  problemsOf([one], story, NOW).map(({ field }) => field)

describe('every kind', () => {
  test('points only at what its shape says, and every form field is of the shape or read by the kind', () => {
    for (const kind of ENTRY_KINDS) {
      const { form, shape } = kindOf(kind)
      for (const field of form?.fields ?? [])
        if (!form?.read) expect(Object.keys(shape)).toContain(field.name)
    }
    expect(WRITTEN_KINDS.length).toBeGreaterThan(15)
  })
  test('a choice offers every code of its shape, called by words', () => {
    const what = formOf('groom')!.fields[0]
    expect(what.choices.map(({ id }) => id)).toEqual([...GROOMING])
    expect(what.choices.every(({ says }) => !says.includes('-'))).toBe(true)
    expect(formOf('reading')!.fields[3].choices[0]).toEqual({
      id: 'drops-chart',
      says: 'drops and chart',
    })
    expect(formOf('round')).toBeNull()
  })
  test('references are read off the shape: plantings, places, sources; null points at nothing', () => {
    const change = entry(1, 'water-change', { fraction: 0.3, litres: 24, sourceId: 'src' })
    expect(referencesOf(change)).toEqual([{ field: 'sourceId', to: 'source', id: 'src' }])
    expect(referencesOf(entry(1, 'top-off', { litres: 1, sourceId: null }))).toEqual([])
    const on = (place: Entry & { kind: 'sign' }) => referencesOf(place)
    expect(
      on(entry(1, 'sign', { sign: 'holes', place: { of: 'hardscape', id: 'w' } }) as never),
    ).toEqual([{ field: 'place', to: 'piece', id: 'w' }])
    expect(subjectOf(change, 'planting')).toBeNull()
  })
})

describe('bounds', () => {
  const dose = number('The dose', { over: 0, most: [5000, 'That is more than a dose.'] })
  test.each([
    [0, 'The dose must be more than zero.'],
    [Number.MIN_VALUE, null],
    [5000, null],
    [5000.001, 'That is more than a dose.'],
    [Number.NaN, 'The dose must be a number.'],
    [Infinity, 'The dose must be a number.'],
  ])('%d of a dose', (value, says) => expect(fieldFault(dose, value)).toBe(says))
  test('ends belong to the range, whole numbers are whole, null only where it may be', () => {
    const mark = maybeNumber('The mark', { least: 0, most: 10 })
    expect([0, 10, null].map((value) => fieldFault(mark, value))).toEqual([null, null, null])
    expect(fieldFault(mark, -0.001)).toBe('The mark cannot be below zero.')
    expect(fieldFault(mark, 10.001)).toBe('The mark cannot be over 10.')
    expect(fieldFault(number('It', { least: 2, most: 3 }), null)).toBe('It is missing.')
    expect(fieldFault(number('It', { least: 2, most: 3 }), 1.9)).toBe('It cannot be below 2.')
    const whole = number('It', { whole: 'Whole ones only.', least: 0, most: 9 })
    expect(fieldFault(whole, 1.5)).toBe('Whole ones only.')
  })
  test('what is left out is missing, unless the field may be left out; an empty text is no missing one', () => {
    expect(fieldFault(text('It', 9), undefined)).toBe('It is missing.')
    expect(fieldFault(text('It', 9), '')).toBe('It is missing.')
    expect(fieldFault(emptyText('It', 9), undefined)).toBe('It is missing.')
    expect(fieldFault(emptyText('It', 9), '')).toBeNull()
    expect(fieldFault(absentText('It', 9), undefined)).toBeNull()
    expect(fieldFault(absent(number('It', { least: 0, most: 9 })), undefined)).toBeNull()
  })
  test('texts have their length and are not empty', () => {
    const item = text('The item', 4)
    expect(fieldFault(item, '')).toBe('The item is missing.')
    expect(fieldFault(item, 'abcd')).toBeNull()
    expect(fieldFault(item, 'abcde')).toBe('The item is too long (4 characters at most).')
  })
  test('groups are looked through, with their path', () => {
    const shape = kindOf('reading').shape as Shape
    const reading = entry(1, 'reading', {
      parameter: 'nitrate',
      value: 4,
      method: 'strip',
      entered: { value: 4, unit: 'x'.repeat(21) },
    })
    expect(faultsOf(shape, reading)).toEqual([
      { field: 'entered.unit', says: 'The unit is too long (20 characters at most).' },
    ])
  })
})

describe('grooming', () => {
  const groom = (what: (typeof GROOMING)[number], count: number | null = null) =>
    entry(5, 'groom', { what, place: { of: 'planting', id: STEMS.id }, count })
  test('is told with how many of what, and of where', () => {
    const story = tank()
    const says = (one: Entry) => describeEntry(one, story)
    expect(says(groom('leaves-taken', 3))).toBe(
      `Old leaves taken (3 leaves), ${STEMS.stake} ${STEMS.name}`,
    )
    expect(says(groom('leaves-taken', 1))).toMatch(/\(1 leaf\)/)
    expect(says(groom('mown', 4))).toBe(`Mown, ${STEMS.stake} ${STEMS.name}`)
    expect(new Set(GROOMING.map((what) => says(groom(what)))).size).toBe(GROOMING.length)
  })
  test('of a plant is done with a planting; the ground can be vacuumed and the glass brushed', () => {
    const at = (what: (typeof GROOMING)[number], of: 'glass' | 'ground') =>
      fields(entry(5, 'groom', { what, place: { of }, count: null }), tank())
    expect(at('vacuumed', 'ground')).toEqual([])
    expect(at('brushed', 'glass')).toEqual([])
    expect(at('poked', 'ground')).toEqual([])
    expect(at('poked', 'glass')).toEqual(['place'])
    expect(at('leaves-taken', 'ground')).toEqual(['place'])
    expect(fields(groom('leaves-taken', 0), tank())).toEqual(['count'])
    expect(fields(groom('leaves-taken', 2.5), tank())).toEqual(['count'])
  })
})

test('a flower is told by how far it is, and cannot be seen before the planting stood', () => {
  const flower = (day: number) => entry(day, 'flowering', { plantingId: STEMS.id, stage: 'open' })
  expect(describeEntry(flower(3), tank())).toBe(`${STEMS.stake} ${STEMS.name}: in flower`)
  expect(fields(flower(3), tank())).toEqual([])
  expect(fields(flower(-3), tank())).toEqual(['at'])
})

describe('seen again', () => {
  const stock = (day: number, event: 'counted' | 'missing' | 'died', count: number) =>
    entry(day, 'stock', {
      populationId: FISH.id,
      event,
      count,
      plusMinus: 0,
      otherVesselId: null,
    })
  const seen = (day: number, count: number, place: 'surface' | null = null) =>
    entry(day, 'seen-again', {
      populationId: FISH.id,
      count,
      place: place === null ? null : { of: place },
    })
  const story = (...entries: Entry[]) => tank(entries, { populations: [FISH] })

  test('brings back what went missing, into the count and out of the missing', () => {
    const of = story(stock(1, 'counted', 6), stock(10, 'missing', 2), seen(20, 1))
    expect(headCount(of, FISH)).toEqual({ count: 5, plusMinus: 0 })
    expect(missingSince(of, FISH, NOW)).toBe(1)
    expect(headCount(of, FISH, instantOf(DAY0 + 15)).count).toBe(4)
  })
  test('no more than went missing; a count settles who is missing', () => {
    const missing = story(stock(1, 'counted', 6), stock(10, 'missing', 2))
    expect(fields(seen(20, 2), missing)).toEqual([])
    expect(fields(seen(20, 3), missing)).toEqual(['count'])
    expect(fields(seen(20, 0), missing)).toEqual(['count'])
    const counted = story(stock(1, 'counted', 6), stock(10, 'missing', 2), stock(15, 'counted', 4))
    expect(problemsOf([seen(20, 1)], counted, NOW)[0].says).toMatch(/^None were missing/)
    expect(fields(seen(9, 1), missing)).toEqual(['count'])
  })
  test('two written in one go count for each other', () => {
    const missing = story(stock(1, 'counted', 6), stock(10, 'missing', 2))
    expect(problemsOf([seen(20, 2), seen(21, 1)], missing, NOW)).toHaveLength(1)
  })
  test('says where, if it was said', () => {
    expect(describeEntry(seen(20, 1, 'surface'), story())).toBe(
      'Loaches: 1 seen again, the surface',
    )
    expect(describeEntry(seen(20, 1), story())).toBe('Loaches: 1 seen again')
  })
})
