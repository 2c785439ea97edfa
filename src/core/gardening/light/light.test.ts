import type { Planting } from '../../history/types'
import { instantOf } from '../../quantity/time'
import { CATALOGUE } from '../../plants/catalogue'
import { recordOf, CARPET, DAY0, entry, height, STEMS, tank } from '../../testing/tank'
import { lampRecord } from '../../history/records'
import { sceneOn, stageOf } from '../../layout/scene'
import { darkCorner } from './dark-corner'
import { demandOf } from './demand'
import { frontLight } from './front-light'
import { lightAhead, type LightAhead, type LitPlanting } from './light-ahead'
import { lampPlace } from './lamp-place'
import { sayDemand, sayLampPlace, sayLight, sayLit } from './light.words'
import { METRIC } from '../../quantity/measures'
import { thinningsOf } from './thinning'

const at = (day: number) => instantOf(DAY0 + day)
const FLOATERS = {
  ...STEMS,
  id: 'p-f1',
  stake: 'F1',
  zone: 'surface' as const,
  speciesId: CATALOGUE.floater.id,
  kinds: [{ speciesId: CATALOGUE.floater.id, share: 1, sure: 'sure' as const }],
  patch: [
    [0, 0],
    [60, 0],
    [60, 20],
    [0, 20],
  ] as const,
}
const covered = (percent: number, par: number) =>
  tank([entry(9, 'measure', { plantingId: 'p-f1', measure: 'cover', value: percent })], {
    species: [CATALOGUE.carpet, CATALOGUE.greenStem, CATALOGUE.floater],
    plantings: [CARPET, FLOATERS].map(recordOf),
    equipment: [lampRecord('lamp', { parAtSurface: par }, at(0))],
  })
const today = (story: ReturnType<typeof tank>) => sceneOn(stageOf(story, at(10)), DAY0 + 10)

test('light on the water: PAR × 3600 × hours, by hand, and the foot of each planting by the layout’s own law', () => {
  const { onWater, plantings } = lightAhead(tank(), at(10))
  expect(onWater.dli).toBeCloseTo((100 * onWater.hours * 3600) / 1e6, 10)
  const carpet = plantings.find(({ planting }) => planting.id === CARPET.id)!
  const scene = today(tank())
  expect(carpet.foot[0].par).toBeCloseTo(
    scene.plants.find(({ planting }) => planting.id === CARPET.id)!.par,
    6,
  )
})

test('stems that grow to the surface take the light of their own foot: it is told in how many days, and who takes it', () => {
  const tall = tank(
    [0, 5, 10].map((day) => height(day, STEMS.id, 4 + 1.6 * day)),
    {
      plantings: [
        { ...STEMS, stems: 60 },
        { ...CARPET, patch: STEMS.patch },
      ].map(recordOf),
    },
  )
  const { plantings } = lightAhead(tall, at(10))
  const below = plantings.find(({ planting }) => planting.id === CARPET.id)!
  expect(below.shadedBy[0].stake).toBe('S1')
  expect(below.foot[1].par).toBeLessThan(below.foot[0].par)
  expect(below.shortIn).not.toBeNull()
  expect(sayLit(below)).toContain('S1 takes')
})

test('the planting that forces the lamps is the one with the least to spare; without it the next one does', () => {
  const lit = (stake: string, par: number, least: number) =>
    ({ planting: { stake }, foot: [{ par, dli: 1 }], least }) as unknown as LitPlanting
  const ahead = { plantings: [lit('A', 50, 45), lit('B', 60, 30)] } as unknown as LightAhead
  const demand = demandOf(ahead)!
  expect(demand.forcedBy.planting.stake).toBe('A')
  expect(demand.needs).toBeCloseTo(0.9, 10)
  expect(demand.withoutIt).toBeCloseTo(0.5, 10)
  expect(sayDemand(demand)).toBe(
    'A needs the lamp so strong: at less than 90 % of it A falls short. The others would need 50 % of the lamp.',
  )
  expect(demandOf({ plantings: [] } as unknown as LightAhead)).toBeNull()
})

test('floaters are thinned to the cover that leaves what is below just enough: half the light at full cover, straight between, by hand', () => {
  const scene = today(covered(100, 100))
  const [thinning] = thinningsOf(scene)
  const carpet = scene.plants.find(({ planting }) => planting.id === CARPET.id)!
  const cover = scene.plants.find(({ planting }) => planting.id === 'p-f1')!.cover.value
  const open = carpet.par / (1 - cover / 200)
  expect(open).toBeGreaterThan(30)
  expect(thinning.to).toBeCloseTo(200 * (1 - 30 / open), 6)
  expect(thinning.for.then).toBeCloseTo(30, 6)
  expect(thinning.notEnough).toBe(false)
})

test('under a lamp that is too weak even open water is not enough, and is said so; where all have enough nothing is thinned', () => {
  expect(thinningsOf(today(covered(100, 40)))[0]).toMatchObject({ to: 0, notEnough: true })
  expect(thinningsOf(today(covered(100, 400)))).toEqual([])
})

test('the light from the front falls from the surface down, and is that of each place', () => {
  const { par, columns, rows } = frontLight(today(tank()), 2)
  const column = Math.floor(columns / 2)
  const down = Array.from({ length: rows }, (_, row) => par[row * columns + column])
  expect([...down].sort((a, b) => a - b)).toEqual(down)
})

test('a dark corner is open ground darker than the rest: none under an even lamp', () => {
  expect(darkCorner(today(tank()))).toBeNull()
  // Stems that have outgrown the water lie along it over the ground beside them.
  const overhung = tank([height(9, STEMS.id, 45)], {
    plantings: [{ ...STEMS, stems: 120 }].map(recordOf),
  })
  const corner = darkCorner(today(overhung))!
  expect(corner.x).toBeLessThan(35)
  expect(corner.z).toBeGreaterThan(15)
})

test('said of a tank without a lamp, and of one with light enough', () => {
  expect(sayLight(lightAhead(tank([], { equipment: [] }), at(10)))).toContain('no lamp on paper')
  const bright = tank([], { equipment: [lampRecord('lamp', { parAtSurface: 900 }, at(0))] })
  expect(sayLight(lightAhead(bright, at(10)))).toBe(
    'gives every planting the light it must have, for eight weeks to come.',
  )
})

describe('the lamp over the reds', () => {
  const RED: Planting = {
    ...STEMS,
    stake: 'S2',
    speciesId: CATALOGUE.redStem.id,
    kinds: [{ speciesId: CATALOGUE.redStem.id, share: 1, sure: 'sure' as const }],
    patch: [
      [40, 8],
      [48, 8],
      [48, 12],
      [40, 12],
    ] as const,
  }
  const lit = (setting: Parameters<typeof lampRecord>[1], plantings: readonly Planting[] = [RED]) =>
    lampPlace(
      today(
        tank([], {
          species: [CATALOGUE.carpet, CATALOGUE.greenStem, CATALOGUE.redStem],
          plantings: plantings.map(recordOf),
          equipment: [lampRecord('lamp', setting, at(0))],
        }),
      ),
    )
  test('a narrow lamp at the far end is hung above them: nothing is nearer to a place than right above it', () => {
    const found = lit({ parAtSurface: 150, xCm: 6, spreadDegrees: 40, aboveWaterCm: 10 })!
    expect(found.is).toBe('better')
    if (found.is !== 'better') return
    expect(Math.abs(found.to.x - 44)).toBeLessThanOrEqual(1)
    expect(found.there).toBeGreaterThan(2 * found.par)
    expect(found.costs).toEqual([])
    expect(sayLampPlace(found, METRIC)).toMatch(/^Lamp, hung 44 cm from the left and .*instead of/)
  })
  test('what it leaves in the dark is named, and a lamp that hangs there already is left', () => {
    const green = {
      ...STEMS,
      id: 'left',
      stake: 'S1',
      patch: [
        [2, 8],
        [8, 8],
        [8, 12],
        [2, 12],
      ] as const,
    }
    const far = { parAtSurface: 150, xCm: 6, spreadDegrees: 40, aboveWaterCm: 10 }
    const found = lit(far, [RED, { ...green }])!
    expect(found.is === 'better' && found.costs).toEqual(['S1'])
    expect(lit({ ...far, xCm: 44, zCm: 10 })).toMatchObject({ is: 'well', reds: ['S2'] })
  })
  test('without a beam on paper its place cannot be told; without a red nobody asks', () => {
    expect(lit({ parAtSurface: 150 })).toEqual({ is: 'unknown', reds: ['S2'] })
    expect(lit({ parAtSurface: 150 }, [STEMS])).toBeNull()
  })
})
