import { DAY0, entry, FISH, tank } from '../../testing/tank'
import { instantOf } from '../../quantity/time'
import { conditionsOf } from '../estimate/conditions'
import { firstHardness, firstTarget } from './wishes'

const at = instantOf(DAY0 + 10)
const estimate = (value: number) => ({ value, low: value - 2, high: value + 2, because: 'made up' })

test.each([
  ['over the ceiling: below it', 40, { low: null, high: 25 }, 15],
  ['below that already: below what stands', 12, { low: null, high: 25 }, 8.4],
  ['no ceiling: below what stands', 20, { low: 3, high: null }, 12],
])('a change is first reckoned for a level that it can reach: %s', (_name, now, band, wish) =>
  expect(firstTarget(estimate(now), band)).toBe(wish),
)

describe('new water is first made up to', () => {
  const hard = { ...FISH, needs: { gh: { low: 10, high: 28 }, kh: { low: 5, high: 18 } } }
  const gh = (value: number) =>
    entry(5, 'reading', {
      parameter: 'gh',
      value,
      method: 'probe',
      entered: { value, unit: '°dH' },
    })
  const made = (
    entries: ReturnType<typeof gh>[],
    populations: (typeof FISH)[] = [],
    ...waters: number[]
  ) => {
    const story = tank(entries, { populations })
    const softness = waters.map((ghDegrees) => ({ ghDegrees, khDegrees: null }))
    return firstHardness(story, conditionsOf(story, at), softness, at).gh
  }
  test('what the tank has, as the test saw it', () =>
    expect(Math.abs(made([gh(15)], [hard]) - 15)).toBeLessThanOrEqual(1))
  test('what its animals bear of that', () => expect(made([gh(4)], [hard])).toBe(10))
  test('the middle of what they need, untested', () => expect(made([], [hard])).toBe(19))
  test('nothing softer than the softest water at hand, where that suits', () => {
    expect(made([gh(12)], [hard], 14.6, 20)).toBe(15)
    expect(made([gh(12)], [{ ...hard, needs: { gh: { low: 8, high: 13 } } }], 20)).toBe(
      made([gh(12)], [hard]),
    )
  })
  test('the usual, where nothing is known (common practice)', () => expect(made([])).toBe(5))
})
