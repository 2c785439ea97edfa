import { lodge } from '@/data/demo/lodge'
import { tankNow } from '../history/tank-at'
import { dayOf } from '../quantity/time'
import { lightOf } from '../vessel/light'
import { lightMap } from './light-map'
import { groundDepth } from '../vessel/ground-depth'
import { canopyOf, parAt, spreadOver } from './canopy'
import { sceneOn, stageOf } from './scene'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn] = lodge(NOW)
const scene = sceneOn(stageOf(tarn, NOW), dayOf(NOW))

test('in a bare tank the light at the floor is that of the lamp spread by distance and dimmed by water (Beer–Lambert, by hand)', () => {
  const bare = {
    ...scene,
    plants: [],
    tank: { ...scene.tank, layout: null },
  }
  const { par, columns, rows } = lightMap(bare, 5)
  const { vessel, equipment } = tankNow(tarn, NOW)
  const light = lightOf(equipment, vessel)
  // One hundredth is lost in each centimetre: e^(−0.01·42).
  const byHand =
    light.parAtSurface *
    Math.exp(-0.01 * vessel.waterlineCm) *
    spreadOver(vessel.waterlineCm, light.aboveWaterCm ?? undefined)
  expect([columns, rows]).toEqual([20, 10])
  for (const one of par) expect(one).toBeCloseTo(byHand, 6)
})
test('under the overgrown stems it is darker than in the open, and nowhere brighter than without plants', () => {
  const { par, columns, stepCm } = lightMap(scene)
  const open = lightMap({ ...scene, plants: [] }).par
  const at = (x: number, z: number) =>
    par[Math.floor(z / stepCm) * columns + Math.floor(x / stepCm)]
  const stems = scene.plants.find(({ planting }) => planting.stake === 'S1')!
  const { patch } = stems.planting
  const x = patch.reduce((sum, [one]) => sum + one, 0) / patch.length
  const z = patch.reduce((sum, [, one]) => sum + one, 0) / patch.length
  expect(at(x, z)).toBeLessThan(0.5 * at(50, 4))
  par.forEach((one, i) => expect(one).toBeLessThanOrEqual(open[i] + 1e-9))
})
test('the map asked planting by planting is that asked place by place', () => {
  const { par, columns, stepCm } = lightMap(scene, 3)
  const { vessel, layout, equipment } = scene.tank
  const light = lightOf(equipment, vessel)
  const surface = {
    par: light.parAtSurface,
    waterlineCm: vessel.waterlineCm,
    lampCm: light.aboveWaterCm ?? undefined,
  }
  const canopy = canopyOf(
    scene.plants.map(({ planting, staged, rootCm, height, cover, bareShare }) => ({
      planting,
      species: staged.species,
      rootCm,
      topCm: rootCm + height.value,
      coverPercent: cover.value,
      bareShare,
    })),
  )
  par.forEach((one, cell) => {
    const [x, z] = [((cell % columns) + 0.5) * stepCm, (Math.floor(cell / columns) + 0.5) * stepCm]
    const y = groundDepth(layout!.ground, vessel.depthCm, x, z)
    expect(one).toBeCloseTo(parAt({ x, y, z }, canopy, surface), 9)
  })
})
