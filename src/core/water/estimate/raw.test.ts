import type { Entry, Method } from '../../journal/entry'
import type { Parameter } from '../../quantity/units'
import { instantOf } from '../../quantity/time'
import { change, DAY0, entry, tank } from '../../testing/tank'
import { estimateParameter } from './estimate'
import { rawPhase } from './raw-phase'
import { sayPhase } from './raw-phase.words'

const at = (day: number) => instantOf(DAY0 + day)
const read = (day: number, parameter: Parameter, value: number, method: Method = 'photometer') =>
  entry(day, 'reading', { parameter, value, method, entered: { value, unit: 'mg/L' } })
const of = (entries: Entry[], parameter: Parameter, day: number) => {
  const result = estimateParameter(tank(entries), parameter, at(day))
  if (!result.ok) throw new Error(result.problem)
  return result.value
}

describe('a peak is believed', () => {
  test('a photometer that shows 4.5 nitrite is not shown as less than one, in a quiet tank or in a raw one', () => {
    const quiet = [100, 110, 120, 130].map((day) => read(day, 'nitrite', 0.02))
    for (const entries of [[read(10, 'nitrite', 4.5)], [...quiet, read(140, 'nitrite', 4.5)]]) {
      const { now } = of(entries, 'nitrite', entries.length === 1 ? 10.1 : 140.1)
      expect(now.value).toBeGreaterThan(3.5)
      expect(now.high).toBeGreaterThan(4.5)
    }
  })
  test('the doubt grows with the level and with the days since the test', () => {
    const width = (value: number, days: number) => {
      const { now } = of([read(10, 'ammonia', value)], 'ammonia', 10 + days)
      return now.high - now.low
    }
    expect(width(4, 1)).toBeGreaterThan(3 * width(0.4, 1))
    expect(width(2, 4)).toBeGreaterThan(width(2, 0.5))
  })
  test('a card at its darkest field says “so much, or more”', () => {
    const { now } = of([read(10, 'nitrite', 1.6, 'drops-chart')], 'nitrite', 10.1)
    expect(now.high).toBeGreaterThan(4)
    expect(now.low).toBeGreaterThan(0.8)
  })
  test('a change takes its share at once', () => {
    const before = of([read(10, 'ammonia', 3)], 'ammonia', 10.05).now.value
    const after = of([read(10, 'ammonia', 3), change(10.06, 0.5)], 'ammonia', 10.07).now.value
    expect(after / before).toBeCloseTo(0.5, 1)
  })
  test('tests that show nothing, week after week, make a running filter’s trace sure', () => {
    const calm = Array.from({ length: 12 }, (_, week) => read(60 + 7 * week, 'nitrite', 0.02))
    expect(of(calm, 'nitrite', 140).now.high).toBeLessThan(0.15)
  })
})

describe('the three phases of a beginning', () => {
  const rising = [read(2, 'ammonia', 0.5), read(5, 'ammonia', 2), read(5, 'nitrite', 0.01)]
  const turning = [
    ...rising,
    read(9, 'nitrite', 0.6),
    read(12, 'nitrite', 2),
    read(12, 'ammonia', 0.4),
  ]
  const through = [...turning, read(20, 'nitrite', 0.01), read(20.1, 'ammonia', 0)]
  test.each([
    ['ammonia', rising, 6, 4],
    ['nitrite', turning, 13, 4],
    ['through', through, 30, 10],
  ] as const)('%s', (phase, entries, day, days) => {
    const found = rawPhase(tank([...entries]), at(day))
    expect(found).toEqual({ phase, days: expect.closeTo(days, 6) })
  })
  test('is told of no old tank, and of none in which no test showed anything', () => {
    expect(rawPhase(tank([read(100, 'nitrite', 1)]), at(101))).toBeNull()
    expect(rawPhase(tank([read(5, 'nitrite', 0), read(5, 'ammonia', 0)]), at(6))).toBeNull()
    expect(rawPhase(tank(), at(3))).toBeNull()
  })
  test('in words', () => {
    expect(sayPhase({ phase: 'nitrite', days: 6 })).toBe(
      'It is in the second of three phases, for 6 days: nitrite.',
    )
  })
})
