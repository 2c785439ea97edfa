import { instantOf } from '../../quantity/time'
import { DAY0, entry, height, STEMS, tank } from '../../testing/tank'
import { planForDay } from './for-a-day'
import type { Kept } from '../../history/types'
import { CATALOGUE } from '../../plants/catalogue'
import { formOf, heightKept } from './form'
import { hedgesOf, shapeWindow, waysOf, type Hedge } from './in-shape'
import { minutesACut } from './minutes'
import { rhythmsOf } from './rhythm'
import { sayRhythm, sayTrimReason, sayWhen } from './trim.words'
import { trimsDue, weekOf, type TrimDue } from './work-list'

const at = (day: number) => instantOf(DAY0 + day)
/** A centimetre a day from 2 cm on day 0, read every other day: 31 cm of water stand over the roots. */
const grows = (days: number) =>
  tank(
    Array.from({ length: Math.floor(days / 2) + 1 }, (_, i) => height(2 * i, STEMS.id, 2 + 2 * i)),
  )
const exactly = (value: number) => ({ value, low: value, high: value, because: '' })
const hedge = (of: Partial<Hedge> = {}): Hedge => ({
  ...hedgesOf(grows(20), at(20))[0],
  height: exactly(20),
  rate: exactly(1),
  roomCm: 30,
  form: { lowCm: 16.5, highCm: 28.5, cuts: [10, 15], limitCm: 30 },
  whole: 6,
  massACm: 0.01,
  ...of,
})

describe('when a hedge is in shape, by hand at a centimetre a day under 30 cm of water', () => {
  test('left alone at 20 cm: from now until it stands at 28.5 cm', () => {
    expect(shapeWindow(hedge(), null, 0)).toEqual({ from: 0, to: 8.5 })
  })
  test('cut to 10 cm in three days: from 16.5 cm on, six and a half days later, until 28.5 cm', () => {
    expect(shapeWindow(hedge(), 3, 10)).toEqual({ from: 9.5, to: 21.5 })
  })
  test('cut to 15 cm its height is right before its tops are whole again', () => {
    expect(shapeWindow(hedge(), 3, 15)).toEqual({ from: 9, to: 16.5 })
  })
  test('nothing is cut to a height it has not reached; a cut takes what it shortens', () => {
    const ways = waysOf(hedge({ height: exactly(12) }), [0, 5])
    expect(ways.map(({ evening, cutTo }) => [evening, cutTo])).toEqual([
      [null, null],
      [0, 10],
      [1, 10],
      [1, 15],
    ])
    expect(ways.map(({ mass }) => Number(mass.toFixed(6)))).toEqual([0, 0.02, 0.07, 0.02])
  })
})

test('what is due: the days to the surface, to a third of the room, now when it is there', () => {
  const [due] = trimsDue(grows(20), at(20))
  expect(due.why.of).toBe('surface')
  expect(due.days.value).toBeGreaterThan(6)
  expect(due.days.value).toBeLessThan(12)
  expect(due.days.low).toBeLessThan(due.days.value)
  expect(due.cutTo).toBeCloseTo(31 / 3, 6)
  const [there] = trimsDue(grows(32), at(32))
  expect(sayWhen(there.days)).toBe('now')
  expect(sayTrimReason(there)).toBe('it lies on the surface')
  expect(weekOf(trimsDue(grows(4), at(4)))).toEqual([])
})

describe('forms a stem is kept in', () => {
  const glass = { depthCm: 40 }
  const stem = (kept?: Kept, z = 20) => ({
    kept,
    patch: [
      [0, z - 2],
      [4, z - 2],
      [4, z + 2],
      [0, z + 2],
    ] as const,
  })
  const fast = { group: 'stem-fast' as const }
  test('free: 55–95 % of the water, cut to a third or a half; a slow one to a half first', () => {
    const form = formOf(stem(), fast, 30, glass)
    expect([form.lowCm, form.highCm, ...form.cuts]).toEqual([16.5, 28.5, 10, 15])
    expect(formOf(stem(), { group: 'stem-slow' }, 30, glass).cuts[0]).toBe(15)
  })
  test('a hedge at 20 cm: between 16 and 24, cut to 14 or 17; never above the water', () => {
    const form = formOf(stem({ as: 'hedge', atCm: 20 }), fast, 30, glass)
    expect(form).toEqual({ lowCm: 16, highCm: 24, cuts: [14, 17], limitCm: 24 })
    expect(formOf(stem({ as: 'hedge', atCm: 60 }), fast, 30, glass).limitCm).toBe(30)
  })
  test('steps of a terrace rise from three tenths of the water at the front glass to eight tenths at the back, by hand', () => {
    const at = (z: number) => heightKept(stem({ as: 'terrace', atCm: null }, z), 30, glass)
    expect(at(0)).toBeCloseTo(9, 9)
    expect(at(20)).toBeCloseTo(16.5, 9)
    expect(at(40)).toBeCloseTo(24, 9)
  })
  test('a stream of red is left long, up to the surface, and does not go along with the others', () => {
    const form = formOf(
      stem({ as: 'stream of red', atCm: null }),
      { group: 'stem-slow' },
      30,
      glass,
    )
    expect(form).toEqual({ lowCm: 18, highCm: 30, cuts: [15], limitCm: 30 })
    const beside = (kept?: Kept): TrimDue[] => [
      { hedge: hedge(), why: { of: 'surface' }, days: { value: 1, low: 1, high: 1 }, cutTo: 10 },
      {
        hedge: hedge({
          planting: { ...STEMS, id: 'red', kept },
          species: { ...CATALOGUE.redStem },
        }),
        why: { of: 'surface' },
        days: { value: 11, low: 9, high: 14 },
        cutTo: 15,
      },
    ]
    expect(weekOf(beside())).toHaveLength(2)
    expect(weekOf(beside({ as: 'stream of red', atCm: null }))).toHaveLength(1)
  })
  test('what outgrows its hedge is due for that, sooner than for the surface', () => {
    const story = grows(20)
    const kept: Kept = { as: 'hedge', atCm: 22 }
    const [due] = trimsDue(
      { ...story, plantings: story.plantings.map((one) => ({ ...one, kept })) },
      at(20),
    )
    expect(due.why).toEqual({ of: 'shape', form: 'hedge' })
    expect(due.days.value).toBeLessThan(trimsDue(story, at(20))[0].days.value)
    expect(due.cutTo).toBeCloseTo(0.7 * 22, 9)
    expect(sayTrimReason(due)).toContain('outgrows its hedge')
  })
})

test('for a day: the stems are cut so that the day lies in their window; a day nobody can reach says so', () => {
  const story = grows(30)
  const evenings = [31, 33, 35, 37].map((day) => DAY0 + day)
  const asked = { day: DAY0 + 50, evenings, sessions: 2 }
  const { plans, cannot } = planForDay(story, asked, at(30))
  expect(cannot).toEqual([])
  const best = plans.at(-1)!
  expect(best.from).toBeLessThanOrEqual(DAY0 + 50)
  expect(best.to).toBeGreaterThanOrEqual(DAY0 + 50)
  expect(best.cuts[0].on).not.toBeNull()
  expect(best.evenings).toBe(1)
  const soon = planForDay(story, { ...asked, day: DAY0 + 31.5, evenings: [DAY0 + 31] }, at(30))
  expect(soon.plans).toEqual([])
  expect(soon.cannot.map(({ planting }) => planting.stake)).toEqual(['S1'])
})

test('a rhythm: every week keeps a centimetre a day under 30 cm off the surface, every four weeks does not', () => {
  const [week, , , month] = rhythmsOf([hedge()])
  expect(week.overgrown).toEqual([])
  // From 10 cm it stands at the surface after 20 days: of 28 it lies there for eight.
  expect(month.overgrown).toEqual([{ stake: 'S1', days: 8 }])
  expect(month.cutsEach).toBe(1)
  expect(sayRhythm(month)).toContain('S1 for 8 days')
  expect(rhythmsOf([])).toEqual([])
})

test('minutes a cut: what is usual at first; then the minutes of a week shared among what was done in it', () => {
  expect(minutesACut({ entries: [] }).value).toBe(8)
  const feeling = (day: number) =>
    entry(day, 'feeling', { enjoyment: null, workMinutes: 45 } as never)
  const cuts = [1, 2].map((day) =>
    entry(day, 'trim', { plantingId: STEMS.id, fromCm: 20, toCm: 10 }),
  )
  const own = minutesACut({ entries: [...cuts, feeling(5)] })
  // 22.5 a cut by that week, 8 by what is usual, which counts as two weeks: 12.83.
  expect(own.value).toBeCloseTo((22.5 + 2 * 8) / 3, 6)
  expect(own.because).toContain('one week')
})
