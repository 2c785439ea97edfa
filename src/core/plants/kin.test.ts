import { PLANT_GROUPS } from '../history/types'
import { CATALOGUE } from './catalogue'
import { kinName, speciesFromKin } from './kin'

test.each(PLANT_GROUPS)(
  '%s: a rate inside its range, positive sizes, a name of its own',
  (group) => {
    const one = speciesFromKin('Ours', group, null, 'green')
    const { value, low, high } = one.growthCmPerDay
    expect(low <= value && value <= high && high > 0).toBe(true)
    expect(
      Math.min(one.matureHeightCm, one.matureWidthCm, one.areaPerPortionCm2, one.leaf.lengthCm),
    ).toBeGreaterThan(0)
    expect(PLANT_GROUPS.filter((other) => kinName(other) === kinName(group))).toHaveLength(1)
  },
)
test('what is usual for a kind holds the catalogue’s own species of it', () => {
  for (const known of Object.values(CATALOGUE)) {
    const kin = speciesFromKin(known.name, known.group, known.matureHeightCm, known.leaf.tint)
    expect([
      known.name,
      known.growthCmPerDay.value >= kin.growthCmPerDay.low &&
        known.growthCmPerDay.value <= kin.growthCmPerDay.high,
    ]).toEqual([known.name, true])
  }
})
test('what grows twice as tall grows twice as fast; the same plant is the same species wherever it is written', () => {
  const [small, tall] = [20, 40].map((cm) =>
    speciesFromKin('Ludwigia, red', 'stem-slow', cm, 'red'),
  )
  expect(tall.growthCmPerDay.value).toBeCloseTo(2 * small.growthCmPerDay.value, 10)
  expect(small.id).toBe('own-stem-slow-ludwigia-red')
  expect(speciesFromKin('LUDWIGIA  réd', 'stem-slow', null, 'red').id).toBe(small.id)
  expect(speciesFromKin('水草', 'moss', null, 'green').id).toMatch(/^[\w:.-]{1,80}$/)
})
