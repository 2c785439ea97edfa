import { gasRecord, lampRecord } from '../../history/records'
import { GH_PER_CALCIUM, GH_PER_MAGNESIUM } from '../../chemistry/salts'
import { instantOf } from '../../quantity/time'
import { NO3_PER_N } from '../../quantity/units'
import type { Planting } from '../../history/types'
import { CARPET, DAY0, entry, STEMS, tank, recordOf, withGround } from '../../testing/tank'
import { expectedUptake, growthFromWater } from './uptake'
import { unmeasuredParts } from '../facts/unmeasured'

const NOW = instantOf(DAY0 + 60)
const lit = (parAtSurface: number, gas = false) => {
  const story = tank()
  const from = story.vessel.startedAt
  return {
    ...story,
    equipment: [
      lampRecord('lamp', { parAtSurface }, from),
      ...(gas ? [gasRecord('gas', { onAt: '07:00', offAt: '16:00' }, from)] : []),
    ],
  }
}

describe('what plants can be expected to take', () => {
  test('stems alone, by hand: ground × growth × two grams a litre, nitrogen of it, nitrate', () => {
    const heights = [10, 20, 30, 40, 50].map((day) =>
      entry(day, 'measure', { plantingId: STEMS.id, measure: 'height', value: 4 + day / 2 }),
    )
    const story = { ...tank(heights), plantings: [recordOf(STEMS)] }
    const grams = growthFromWater(story, NOW)
    // Half a centimetre a day on 150 cm² at 2 g a litre are 0.15 g; seven tenths of it out of the water.
    expect(grams).toBeGreaterThan(0.8 * 0.15 * 0.7)
    expect(grams).toBeLessThan(1.2 * 0.15 * 0.7)
    expect(expectedUptake(story, 'nitrate', NOW, 50)!.value).toBeCloseTo(
      (grams * 1000 * 0.025 * NO3_PER_N) / 50,
      9,
    )
  })
  test('a dense tank with gas takes 1 to 4 mg/L of nitrate a day, one without 0.3 to 1, a dim one a tenth (common practice, from memory)', () => {
    const box = (x0: number, x1: number, z0: number, z1: number): Planting['patch'] => [
      [x0, z0],
      [x1, z0],
      [x1, z1],
      [x0, z1],
    ]
    const dense = [
      { ...STEMS, patch: box(0, 60, 26, 40), stems: 250 },
      { ...CARPET, patch: box(0, 60, 0, 16) },
    ]
    const taken = (par: number, gas: boolean) => {
      const grown = [
        entry(59, 'measure', { plantingId: STEMS.id, measure: 'height', value: 22 }),
        entry(59, 'measure', { plantingId: CARPET.id, measure: 'cover', value: 90 }),
      ]
      const story = { ...lit(par, gas), entries: grown, plantings: dense.map(recordOf) }
      return expectedUptake(story, 'nitrate', NOW, 70)!.value
    }
    expect(taken(200, true)).toBeGreaterThan(1)
    expect(taken(200, true)).toBeLessThan(4)
    expect(taken(110, false)).toBeGreaterThan(0.3)
    expect(taken(110, false)).toBeLessThan(1.3)
    expect(taken(40, false)).toBeLessThan(taken(200, true) / 4)
  })
  test('more light and gas mean more; no plants, nothing; a range of a third to three times', () => {
    expect(growthFromWater(lit(200), NOW)).toBeGreaterThan(growthFromWater(lit(40), NOW))
    expect(growthFromWater(lit(100, true), NOW)).toBeGreaterThan(2 * growthFromWater(lit(100), NOW))
    expect(expectedUptake({ ...tank(), plantings: [] }, 'nitrate', NOW, 50)).toBeNull()
    const one = expectedUptake(tank(), 'potassium', NOW, 50)!
    expect([one.high / one.value, one.value / one.low]).toEqual([
      expect.closeTo(3, 9),
      expect.closeTo(3, 9),
    ])
    expect(expectedUptake(tank(), 'kh', NOW, 50)).toBeNull()
  })
  test('hardness in degrees: 1 g of dry matter in a litre holds 10 mg calcium and 3 mg magnesium', () => {
    expect(expectedUptake(tank(), 'gh', NOW, 1)!.value).toBeCloseTo(
      growthFromWater(tank(), NOW) * (10 * GH_PER_CALCIUM + 3 * GH_PER_MAGNESIUM),
      9,
    )
  })
})

describe('what nobody measures', () => {
  const kinds = (
    story: ReturnType<typeof tank>,
    parameter: 'nitrate' | 'kh' | 'gh' | 'conductivity',
  ) =>
    unmeasuredParts(story, parameter, NOW, 60, 0).map(
      (part) => `${part.kind}${part.sign > 0 ? '+' : '-'}`,
    )
  const soil = (laidDaysAgo: number, entries: ReturnType<typeof entry>[] = []) =>
    withGround(tank(entries), {
      material: 'active soil',
      laidAt: instantOf(DAY0 + 60 - laidDaysAgo),
    })
  test('there is always something that can add and something that can take away', () => {
    for (const story of [
      tank(),
      { ...tank(), plantings: [] },
      { ...tank(), layouts: [] },
      soil(10),
    ]) {
      for (const parameter of ['nitrate', 'kh', 'gh', 'conductivity'] as const) {
        const signs = unmeasuredParts(story, parameter, NOW, 60, 0).map((part) => part.sign)
        expect(signs).toContain(1)
        expect(signs).toContain(-1)
      }
    }
  })
  test('new soil leaches, and ever less; soil holds hardness by its age, or by its jar test if there is one', () => {
    const leaches = (age: number) =>
      unmeasuredParts(soil(age), 'nitrate', NOW, 60, 0).find((part) => part.kind === 'soil')
        ?.value ?? 0
    expect(leaches(5)).toBeGreaterThan(leaches(20))
    expect(leaches(300)).toBe(0)
    const holds = (story: ReturnType<typeof tank>) =>
      unmeasuredParts(story, 'kh', NOW, 60, 0).find((part) => part.kind === 'soil')!.value
    expect(holds(soil(10))).toBeLessThan(holds(soil(600)))
    expect(
      holds(soil(10, [entry(50, 'soil-test', { khBefore: 4, khAfter: 4, hours: 24 })])),
    ).toBeCloseTo(0, 9)
  })
  test('gravel and stones can give hardness off; food that is fed much is forgotten much', () => {
    expect(kinds(tank(), 'kh')).toEqual(['stones+', 'unlogged-'])
    const forgotten = (written: number) =>
      unmeasuredParts(tank(), 'nitrate', NOW, 60, written).find((part) => part.kind === 'unlogged')!
        .sd
    expect(forgotten(12)).toBeGreaterThan(forgotten(0))
  })
})
