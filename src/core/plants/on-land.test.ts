/** What stands on the land of a paludarium grows in air, towards the rim, and never lies on water that is not over it. */
import { findings } from '../judgement/findings'
import { canopyOf, parAt } from '../layout/canopy'
import { drawnSceneOn } from '../layout/drawn-scene'
import { stageOf } from '../layout/scene'
import { instantOf } from '../quantity/time'
import { DAY0, height, STEMS, standing, tank, withGround } from '../testing/tank'
import { CATALOGUE } from './catalogue'
import { daysToSurface, heightCourse, heightOn } from './height'
import { headroom, roofOver, standsInAir } from './place'
import { conditionsFor } from './vigour'

const at = (day: number) => instantOf(DAY0 + day)
/** The same tank with shallow water in front and land at the back, where the stems stand. */
const shore = (waterlineCm: number, entries = [height(5, STEMS.id, 8)]) => {
  const story = tank(entries)
  const glass = story.vessel.glass.map((one) => ({ ...one, is: { ...one.is, waterlineCm } }))
  return withGround(
    { ...story, vessel: { ...story.vessel, glass } },
    {
      profile: [
        { x: 0, frontCm: 4, backCm: 24 },
        { x: 60, frontCm: 4, backCm: 24 },
      ],
    },
  )
}
const [land, flooded] = [shore(12), shore(36)]

test('the land is above the water line, and the rim is what is over it', () => {
  expect(standsInAir(standing(land, 10), STEMS)).toBe(true)
  expect(roofOver(standing(land, 10), STEMS)).toBe(40)
  expect(headroom(standing(land, 10), STEMS)).toBeGreaterThan(15)
  expect(standsInAir(standing(flooded, 10), STEMS)).toBe(false)
  expect(conditionsFor(land, STEMS, DAY0 + 10).inAir).toBe(true)
  expect(conditionsFor(flooded, STEMS, DAY0 + 10).inAir).toBe(false)
})
test('it is never said to reach a surface, and stops below the rim', () => {
  expect(daysToSurface(flooded, STEMS, at(10))).not.toBeNull()
  expect(daysToSurface(land, STEMS, at(10))).toBeNull()
  const tall = heightOn(heightCourse(land, STEMS, at(10)), DAY0 + 400).value
  expect(tall).toBeLessThanOrEqual(headroom(standing(land, 10), STEMS))
  expect(findings(land, at(200)).map(({ key }) => key)).not.toContain(`surface:${STEMS.id}`)
})
test('it is drawn upright on its ground, within its patch and the glass', () => {
  const grown = drawnSceneOn(stageOf(land, at(60)), DAY0 + 60)
  const stems = grown.plants.find(({ planting }) => planting.id === STEMS.id)!
  const ends = [...stems.drawing.lines.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [
    Number(x),
    Number(y),
  ])
  expect(ends.length).toBeGreaterThan(4)
  const xs = STEMS.patch.map(([x]) => x)
  for (const [x, y] of ends) {
    expect(x).toBeGreaterThan(Math.min(...xs) - 5)
    expect(x).toBeLessThan(Math.max(...xs) + 5)
    expect(y).toBeLessThan(44)
  }
})
test('it shades no further than what stands as wide, for it does not lie along the water', () => {
  const plant = {
    planting: STEMS,
    species: CATALOGUE.greenStem,
    rootCm: 20,
    topCm: 38,
    coverPercent: 100,
    bareShare: 0,
  }
  const beside = { x: STEMS.patch[0][0], y: 5, z: 12 }
  const light = (waterlineCm: number) =>
    parAt(beside, canopyOf([plant]), { par: 100, waterlineCm }) /
    parAt(beside, [], { par: 100, waterlineCm })
  expect(light(12)).toBe(1)
  expect(light(22)).toBeLessThan(1)
})
