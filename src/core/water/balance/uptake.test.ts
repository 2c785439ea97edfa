import { gasRecord, lampRecord } from '../../history/records'
import { GH_PER_CALCIUM, GH_PER_MAGNESIUM } from '../../chemistry/salts'
import { instantOf } from '../../quantity/time'
import { NO3_PER_N } from '../../quantity/units'
import { CARPET, DAY0, entry, tank, recordOf, withGround } from '../../testing/tank'
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
  test('a carpet alone, by hand: PAR through the water, the day’s light on its ground, dry matter, nitrogen, nitrate', () => {
    const story = {
      ...tank([entry(59, 'measure', { plantingId: CARPET.id, measure: 'cover', value: 80 })]),
      plantings: [recordOf(CARPET)],
    }
    const grams = growthFromWater(story, NOW)
    // 100 µmol at the surface; 8 h are 2.88 mol/m²; 31 cm of water over 5 cm of gravel leave about 0.73; 0.06 m² of ground; cover 0.8 × 0.8; 0.3 g a mole; 0.6 from the water.
    expect(grams).toBeGreaterThan(2.88 * 0.73 * 0.06 * 0.5 * 0.8 * 0.3 * 0.6)
    expect(grams).toBeLessThan(2.88 * 0.8 * 0.06 * 0.95 * 0.8 * 0.3 * 0.6)
    expect(expectedUptake(story, 'nitrate', NOW, 50)!.value).toBeCloseTo(
      (grams * 1000 * 0.025 * NO3_PER_N) / 50,
      9,
    )
  })
  test('twice the light takes up twice as much, gas twice again; no plants, nothing; a range of a third to three times', () => {
    expect(growthFromWater(lit(200), NOW)).toBeCloseTo(2 * growthFromWater(lit(100), NOW), 9)
    expect(growthFromWater(lit(100, true), NOW)).toBeCloseTo(2 * growthFromWater(lit(100), NOW), 9)
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
