import fc from 'fast-check'
import type { Entry, Method } from '../../journal/entry'
import { PARAMETERS, PARAMETER_UNITS, type Parameter } from '../../quantity/units'
import { instantOf } from '../../quantity/time'
import { change, DAY0, entry, tank, withCare, KEPT_UP } from '../../testing/tank'
import { conditionsOf } from './conditions'
import {
  crossing,
  courseOf,
  estimateParameter,
  forecastParameter,
  incomePerDay,
  routineChanges,
} from './estimate'
import { habitualDosing, habitualFeeding, habitualTopUps } from '../balance/habit'
import { FACTS } from '../facts/parameters'
import { changeRegime, nextChange } from '../changes/regime'
import { waterEvents } from './water-events'

const at = (day: number) => instantOf(DAY0 + day)
const read = (
  day: number,
  parameter: Parameter,
  value: number,
  method: Method = 'photometer',
): Entry => entry(day, 'reading', { parameter, value, method, entered: { value, unit: 'x' } })
const of = (entries: Entry[], parameter: Parameter, day: number, overrides = {}) => {
  const result = estimateParameter(tank(entries, overrides), parameter, at(day))
  if (!result.ok) throw new Error(result.problem)
  return result.value
}

describe('any parameter', () => {
  test('whatever is read, the estimate is a number inside its own range and never below zero (property)', () => {
    const rows = fc.array(
      fc.tuple(
        fc.integer({ min: 0, max: 90 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom<Method>('photometer', 'drops-chart', 'strip', 'titration', 'probe'),
      ),
      { minLength: 1, maxLength: 12 },
    )
    fc.assert(
      fc.property(
        fc.constantFrom(...PARAMETERS),
        rows,
        fc.array(fc.integer({ min: 0, max: 90 }), { maxLength: 6 }),
        (parameter, list, changes) => {
          const [low, high] = PARAMETER_UNITS[parameter].plausible
          const entries = [
            ...list.map(([day, share, method]) =>
              read(day, parameter, low + share * Math.min(high - low, 60), method),
            ),
            ...changes.map((day) => change(day + 0.5, 0.4)),
          ].sort((a, b) => (a.at < b.at ? -1 : 1))
          const estimate = of(entries, parameter, 95)
          for (const point of [estimate.now, ...courseOf(estimate)]) {
            expect(Number.isFinite(point.value)).toBe(true)
            expect(point.low <= point.value && point.value <= point.high && point.low >= 0).toBe(
              true,
            )
          }
          expect(estimate.state.cc).toBeGreaterThanOrEqual(0)
          expect(estimate.state.gg).toBeGreaterThanOrEqual(-1e-12)
        },
      ),
      { numRuns: 60 },
    )
  })
  test('a better method narrows more; a second reading narrows further', () => {
    const width = (entries: Entry[]) => {
      const { now } = of(entries, 'nitrate', 1.1)
      return now.high - now.low
    }
    expect(width([read(1, 'nitrate', 20, 'photometer')])).toBeLessThan(
      width([read(1, 'nitrate', 20, 'strip')]),
    )
    expect(
      width([read(1, 'nitrate', 20, 'strip'), read(1.05, 'nitrate', 20, 'strip')]),
    ).toBeLessThan(width([read(1, 'nitrate', 20, 'strip')]))
  })
  test('the card knows its interval: a reading of 40 beside a sure 35 moves nothing, beside a sure 20 it does', () => {
    const sure = (value: number) =>
      [1, 1.1, 1.2, 1.3, 1.4, 1.5].map((day) => read(day, 'nitrate', value))
    const moved = (value: number) =>
      of([...sure(value), read(1.6, 'nitrate', 40, 'drops-chart')], 'nitrate', 1.7).now.value -
      of(sure(value), 'nitrate', 1.7).now.value
    expect(Math.abs(moved(36))).toBeLessThan(0.25)
    expect(moved(24)).toBeGreaterThan(0.2)
  })
  test('a keeper’s own card, and what lies beyond its ends, narrow as far as they can tell', () => {
    const kit = (between: { low: number; high: number }, value: number): Entry => ({
      ...(read(10, 'nitrate', value, 'drops-chart') as Extract<Entry, { kind: 'reading' }>),
      between,
    })
    const under = of([kit({ low: 0, high: 10 }, 10)], 'nitrate', 10).now
    expect(under.high).toBeLessThan(13)
    const over = of([kit({ low: 50, high: 125 }, 50)], 'nitrate', 10).now
    // The end of the field, less what an eye may err there.
    expect(over.low).toBeGreaterThan(50 * 0.75)
    expect(over.value).toBeGreaterThan(50)
    const [coarse, fine] = [
      of([kit({ low: 16, high: 35 }, 25)], 'nitrate', 10).now,
      of([kit({ low: 22, high: 28 }, 25)], 'nitrate', 10).now,
    ]
    expect(fine.high - fine.low).toBeLessThan(coarse.high - coarse.low)
  })
  test('what the keeper stands by is used whatever was expected, and what he will not have is not; both are named', () => {
    const calm = [0, 7, 14, 21].map((day) => read(day, 'nitrate', 10))
    const far = read(25, 'nitrate', 60) as Extract<Entry, { kind: 'reading' }>
    const after = [read(28, 'nitrate', 11), read(35, 'nitrate', 10)]
    const asked = (use?: 'always' | 'never') =>
      of(
        [...calm, { ...far, ...(use ? { use, useBecause: 'the light' } : {}) }, ...after],
        'nitrate',
        25.5,
      )
    const doubted = of([...calm, far, ...after], 'nitrate', 35)
    expect(doubted.readings.find(({ value }) => value === 60)?.setAside).toMatch(/not used/)
    expect(asked('always').readings.find(({ value }) => value === 60)?.setAside).toBeNull()
    expect(asked('always').now.value).toBeGreaterThan(40)
    const never = asked('never')
    expect(never.now.value).toBeLessThan(15)
    expect(never.readings.find(({ value }) => value === 60)?.setAside).toBe(
      'set aside by you: the light',
    )
  })
  test('hardness is diluted towards the source, not towards nothing', () => {
    const entries = [0, 1, 2, 3].map((day) => read(day, 'gh', 12))
    const { now } = of([...entries, change(3.5, 0.5)], 'gh', 3.6)
    // The test tank’s tap holds GH 6: half of 12 and half of 6.
    expect(now.value).toBeCloseTo(9, 0)
  })
  test('where the keeper never measured, the reading is read against common practice first', () => {
    const { now } = of([read(1, 'temperature', 30, 'strip')], 'temperature', 1.1)
    expect(now.value).toBeGreaterThan(FACTS.temperature.prior.c)
    expect(now.value).toBeLessThan(30.5)
  })
})

describe('habits', () => {
  const products = [
    {
      id: 'p',
      name: 'potash',
      form: 'liquid' as const,
      analysis: [{ as: 'K' as const, amount: 50 }],
      tabletGrams: null,
      recipe: null,
    },
    {
      id: 't',
      name: 'tabs',
      form: 'tablet' as const,
      analysis: [{ as: 'K' as const, amount: 10 }],
      tabletGrams: 1,
      recipe: null,
    },
  ]
  const dose = (day: number, productId = 'p', amount = 4, unit: 'mL' | 'tablets' = 'mL') =>
    entry(day, 'dose', { product: 'x', productId, amount, unit })
  test('six weeks count, older doses and tablets in the ground do not', () => {
    const story = tank([dose(1), dose(60), dose(70), dose(71, 't', 8, 'tablets')], { products })
    expect(habitualDosing(story, 'potassium', DAY0 + 80, 100)).toBeCloseTo(
      (2 * 4 * 50) / 100 / 42,
      9,
    )
    expect(habitualDosing(story, 'nitrate', DAY0 + 80, 100)).toBe(0)
  })
  test('top-ups bring what their water holds', () => {
    const story = tank([
      entry(50, 'top-off', { litres: 5, sourceId: 'src' }),
      entry(60, 'top-off', { litres: 5, sourceId: 'src' }),
    ])
    expect(habitualTopUps(story, 'gh', DAY0 + 80, 100)).toBeCloseTo((10 * 6) / 100 / 42, 9)
    expect(habitualTopUps(story, 'nitrate', DAY0 + 80, 100)).toBe(0)
    expect(habitualFeeding(story, DAY0 + 80)).toBeNull()
  })
  test('a forecast goes on as the habit does: the climb of a day is gain, doses and top-ups together', () => {
    const entries = [
      read(0, 'potassium', 6),
      ...[10, 17, 24, 31].map((day) => dose(day)),
      read(32, 'potassium', 14),
      entry(33, 'top-off', { litres: 5, sourceId: 'src' }),
    ]
    const estimate = of(entries, 'potassium', 40, { products })
    const ahead = forecastParameter(estimate, 20, [])
    expect(ahead.at(-1)!.value - ahead[0].value).toBeCloseTo(20 * incomePerDay(estimate), 6)
    expect(estimate.dosePerDay).toBeGreaterThan(0)
  })
})

describe('water events', () => {
  test('what settles has none; a dose of what is not on the shelf is none', () => {
    const story = tank([
      change(3, 0.4),
      entry(4, 'dose', { product: 'mystery', productId: null, amount: 5, unit: 'mL' }),
    ])
    expect(waterEvents(story, 'pH', () => 100, DAY0, DAY0 + 9).events).toEqual([])
    expect(waterEvents(story, 'nitrate', () => 100, DAY0, DAY0 + 9).events).toEqual([
      expect.objectContaining({ a: 0.6 }),
    ])
  })
  test('evaporation empties the tank between fillings, by half at most', () => {
    const story = {
      ...tank([change(10, 0.3), entry(20, 'top-off', { litres: 5, sourceId: null })]),
    }
    const { fullness } = waterEvents(
      withCare(story, { evaporationLitresPerDay: 1 }),
      'nitrate',
      () => 100,
      DAY0,
      DAY0 + 200,
    )
    expect([5, 10, 15, 25].map((day) => fullness(DAY0 + day))).toEqual(
      [0.95, 0.9, 0.95, 0.95].map((share) => expect.closeTo(share, 9)),
    )
    expect(fullness(DAY0 + 190)).toBe(0.5)
  })
})

describe('regime and crossings', () => {
  test('the next change: the routine before the habit, with the water last named', () => {
    const entries = [change(0, 0.3), change(9, 0.3), change(18, 0.3)]
    expect(nextChange(tank(entries), at(20))).toMatchObject({
      everyDays: 9,
      fraction: 0.3,
      sourceId: 'src',
    })
    const routine = {
      id: 'r',
      kind: 'water-change' as const,
      everyDays: 7,
      amount: 0.5,
      says: 'x',
      since: at(0),
      ...KEPT_UP,
    }
    expect(nextChange(tank(entries, { routines: [routine] }), at(20))).toMatchObject({
      everyDays: 7,
      fraction: 0.5,
    })
    expect(nextChange(tank([change(0, 0.3)]), at(20))).toBeNull()
    expect(changeRegime(tank(entries), at(10)).changes).toBe(2)
    expect(routineChanges(tank(entries), 'gh', at(20), 30)[0]).toMatchObject({
      fraction: 0.3,
      source: 6,
    })
  })
  test('a line is crossed between two points in proportion, at once when it is passed already, never when it is not reached', () => {
    const line = (values: number[]) =>
      values.map((value, day) => ({ day, value, low: value - 2, high: value + 2 }))
    expect(crossing(line([10, 12, 14, 16]), 13)).toEqual({
      likely: 1.5,
      earliest: 0.5,
      latest: 2.5,
    })
    expect(crossing(line([20, 21]), 13)).toEqual({ likely: 0, earliest: 0, latest: 0 })
    expect(crossing(line([1, 2]), 13)).toEqual({ likely: null, earliest: null, latest: null })
  })
  test('a change made at the beginning counts before it is said to be over', () => {
    const point = (day: number, value: number) => ({ day, value, low: value, high: value })
    const changed = [point(3, 50), point(3, 50), point(3, 20), point(4, 30), point(5, 40)]
    expect(crossing(changed, 35)).toEqual({ likely: 1.5, earliest: 1.5, latest: 1.5 })
    expect(crossing(changed, 10).likely).toBe(0)
  })
  test('estimates of a tank are made once and handed on', () => {
    const conditions = conditionsOf(tank([read(1, 'kh', 4)]), at(5))
    expect(conditions.of('kh')).toBe(conditions.of('kh'))
    expect(conditions.of('iron')).toBeNull()
  })
})

test('the first test of a tank that ran for months unread is as sure as its card, not as unsure as the months', () => {
  const story = tank([read(245, 'nitrate', 20, 'drops-chart')])
  const result = estimateParameter(story, 'nitrate', instantOf(DAY0 + 245.1))
  if (!result.ok) throw new Error(result.problem)
  // The field of 20 on a card of 10, 20, 40 goes from 14 to 28 (common practice); an eye errs by a fifth at its ends.
  expect(result.value.now.low).toBeGreaterThan(9)
  expect(result.value.now.low).toBeLessThan(17)
  expect(result.value.now.high).toBeGreaterThan(23)
  expect(result.value.now.high).toBeLessThan(33)
})
