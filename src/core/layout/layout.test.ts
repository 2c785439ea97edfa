import { lodge } from '@/data/demo/lodge'
import { instantOf } from '../quantity/time'
import { CARPET, DAY0, entry, height, STEMS, tank, recordOf } from '../testing/tank'
import { CATALOGUE } from '../plants/catalogue'
import {
  canopyTransmission,
  leafAreaIndexAbove,
  parAt,
  type StandingPlant,
  spreadOver,
  canopyOf,
} from './canopy'
import { drawPlanting } from './draw-plant'
import { nextStake } from './next-stake'
import { drawnSceneOn } from './drawn-scene'
import { sceneOn, stageOf } from './scene'

const at = (day: number) => instantOf(DAY0 + day)
const standing = (topCm: number): StandingPlant => ({
  planting: STEMS,
  species: CATALOGUE.greenStem,
  rootCm: 5,
  topCm,
  coverPercent: 100,
  bareShare: 0,
})
const LAMP = { par: 100, waterlineCm: 36 }

describe('light', () => {
  test('only water and distance take light where nothing stands; more of it the deeper (Beer–Lambert)', () => {
    const under = parAt({ x: 40, y: 5, z: 5 }, [], LAMP)
    expect(under).toBeCloseTo(100 * Math.exp(-0.01 * 31) * spreadOver(31), 6)
    // Common practice: a weak lamp (60 on the water) leaves 15–25 under 45 cm, a middling one (150) 30–60, a strong one (400) 80–150; one hung high falls off less.
    const floor = (par: number) => parAt({ x: 40, y: 0, z: 5 }, [], { par, waterlineCm: 45 })
    for (const [par, low, high] of [
      [75, 15, 25],
      [160, 30, 60],
      [420, 80, 150],
    ] as const) {
      expect(floor(par)).toBeGreaterThan(low)
      expect(floor(par)).toBeLessThan(high)
    }
    expect(spreadOver(40, 40)).toBeGreaterThan(spreadOver(40, 5))
    expect(parAt({ x: 40, y: 20, z: 5 }, [], LAMP)).toBeGreaterThan(under)
  })
  test('a canopy shades what is below it, less beside it, nothing far away, and never itself', () => {
    const tall = standing(33)
    const bare = parAt({ x: 55, y: 5, z: 5 }, [], LAMP)
    const below = parAt({ x: 12, y: 5, z: 35 }, canopyOf([tall]), LAMP)
    const beside = parAt({ x: 12, y: 5, z: 27 }, canopyOf([tall]), LAMP)
    expect(below).toBeLessThan(beside)
    expect(beside).toBeLessThan(bare)
    expect(parAt({ x: 55, y: 5, z: 5 }, canopyOf([tall]), LAMP)).toBeCloseTo(bare, 9)
    expect(parAt({ x: 12, y: 5, z: 35 }, canopyOf([tall]), LAMP, STEMS.id)).toBeCloseTo(bare, 9)
  })
  test('what has outgrown the water shades farther', () => {
    const point = { x: 12, y: 5, z: 22 }
    expect(parAt(point, canopyOf([standing(46)]), LAMP)).toBeLessThan(
      parAt(point, canopyOf([standing(33)]), LAMP),
    )
  })
  test('a full floating cover takes half (common practice)', () => {
    const floaters: StandingPlant = {
      ...standing(36),
      species: CATALOGUE.floater,
      coverPercent: 100,
      planting: {
        ...STEMS,
        patch: [
          [0, 0],
          [60, 0],
          [60, 40],
          [0, 40],
        ],
      },
    }
    expect(parAt({ x: 40, y: 5, z: 5 }, canopyOf([floaters]), LAMP)).toBeCloseTo(
      0.5 * parAt({ x: 40, y: 5, z: 5 }, [], LAMP),
      9,
    )
  })
  test('leaf area grows with height, and there is none above the top', () => {
    expect(leafAreaIndexAbove(standing(30), 5)).toBeGreaterThan(leafAreaIndexAbove(standing(20), 5))
    expect(leafAreaIndexAbove(standing(20), 25)).toBe(0)
    expect(canopyTransmission(standing(5), 5)).toBe(1)
  })
})

describe('drawing', () => {
  const ground = () => 5
  test('the same planting in the same pose is the same drawing; a taller one has more leaves', () => {
    const pose = { heightCm: 20, coverPercent: 100, bareShare: 0 }
    const water = { lineCm: 36, lengthCm: 60 }
    const one = drawPlanting(STEMS, CATALOGUE.greenStem, pose, ground, water)
    expect(drawPlanting(STEMS, CATALOGUE.greenStem, pose, ground, water)).toEqual(one)
    expect(
      drawPlanting(STEMS, CATALOGUE.greenStem, { ...pose, heightCm: 30 }, ground, water).leaves
        .length,
    ).toBeGreaterThan(one.leaves.length)
    expect(
      drawPlanting(STEMS, CATALOGUE.greenStem, { ...pose, bareShare: 0.5 }, ground, water).leaves
        .length,
    ).toBeLessThan(one.leaves.length)
  })
  test('a sketch has fewer leaves and the same height', () => {
    const pose = { heightCm: 24, coverPercent: 100, bareShare: 0 }
    const water = { lineCm: 36, lengthCm: 60 }
    const [full, sketch] = [pose, { ...pose, sketch: true }].map((one) =>
      drawPlanting(STEMS, CATALOGUE.greenStem, one, ground, water),
    )
    const leaves = (path: string) => path.split('M').length - 1
    expect(leaves(sketch.leaves)).toBeLessThan(0.65 * leaves(full.leaves))
    const top = (path: string) =>
      Math.max(...[...path.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map((match) => Number(match[2])))
    expect(Math.abs(top(sketch.lines) - top(full.lines))).toBeLessThan(3)
  })
  test('a bald carpet has fewer blades, an empty one none; every group draws something without a bad number', () => {
    const water = { lineCm: 36, lengthCm: 60 }
    const blades = (coverPercent: number) =>
      drawPlanting(
        CARPET,
        CATALOGUE.carpet,
        { heightCm: 3, coverPercent, bareShare: 0 },
        ground,
        water,
      ).leaves.split('M').length - 1
    expect(blades(100)).toBeGreaterThan(blades(50))
    expect(blades(0)).toBe(0)
    for (const species of Object.values(CATALOGUE)) {
      const { lines, leaves } = drawPlanting(
        STEMS,
        species,
        { heightCm: 12, coverPercent: 70, bareShare: 0.1 },
        ground,
        water,
      )
      expect(lines + leaves).toMatch(/^M/)
      expect(lines + leaves).not.toMatch(/NaN|Infinity|undefined/)
    }
  })
  test('nothing is drawn above the surface but what floats on it', () => {
    const { lines } = drawPlanting(
      STEMS,
      CATALOGUE.greenStem,
      { heightCm: 45, coverPercent: 100, bareShare: 0 },
      ground,
      { lineCm: 36, lengthCm: 60 },
    )
    const ys = [...lines.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map((match) => Number(match[2]))
    expect(Math.max(...ys)).toBeLessThanOrEqual(36.5)
  })
})

describe('scene', () => {
  const story = tank([
    height(1, STEMS.id, 10),
    height(20, STEMS.id, 25),
    entry(21, 'trim', { plantingId: STEMS.id, fromCm: 26, toCm: 9 }),
  ])
  const stage = stageOf(story, at(30))
  test('past days stand as logged, the day after a trim is short, days to come are pencil and taller', () => {
    const tall = (day: number) =>
      sceneOn(stage, DAY0 + day).plants.find(({ planting }) => planting.id === STEMS.id)!.height
        .value
    expect(tall(20)).toBeCloseTo(25, 6)
    expect(tall(21.01)).toBeCloseTo(9, 0)
    expect(sceneOn(stage, DAY0 + 29).pencil).toBe(false)
    expect(sceneOn(stage, DAY0 + 40).pencil).toBe(true)
    expect(tall(40)).toBeGreaterThan(tall(30))
  })
  test('a planting nobody measured is pencil a fortnight after it was planted; one height makes it ink', () => {
    const on = (day: number, entries = [height(40, STEMS.id, 20)]) =>
      sceneOn(stageOf(tank(entries), at(60)), DAY0 + day).plants.map(({ planting, pencil }) => [
        planting.stake,
        pencil,
      ])
    expect(on(60, [])).toEqual([
      ['L1', true],
      ['S1', true],
    ])
    expect(on(10, [])).toEqual([
      ['L1', false],
      ['S1', false],
    ])
    expect(on(60)).toEqual([
      ['L1', true],
      ['S1', false],
    ])
    expect(on(70)).toEqual([
      ['L1', true],
      ['S1', true],
    ])
  })
  test('before planting the tank is bare, after removal the planting is gone', () => {
    expect(sceneOn(stage, DAY0 - 1).plants).toHaveLength(0)
    const cleared = stageOf(
      tank([], { plantings: [recordOf({ ...STEMS, removedAt: at(5) })] }),
      at(30),
    )
    expect(sceneOn(cleared, DAY0 + 4).plants).toHaveLength(1)
    expect(sceneOn(cleared, DAY0 + 6).plants).toHaveLength(0)
  })
  test('every vessel of the lodge can be drawn on every day of its life', () => {
    for (const one of lodge('2026-11-24T09:00:00.000Z')) {
      const staged = stageOf(one, '2026-11-24T09:00:00.000Z')
      for (let day = staged.firstDay; day < staged.today + 70; day += 13) {
        for (const { drawing, par, dli } of drawnSceneOn(staged, day).plants) {
          expect(drawing.leaves + drawing.lines).not.toMatch(/NaN/)
          expect(par >= 0 && dli >= 0).toBe(true)
        }
      }
    }
  })
})

test('stakes: the group’s letter and the lowest free number', () => {
  expect(nextStake('stem-fast', [{ stake: 'S1' }, { stake: 'S3' }])).toBe('S2')
  expect(nextStake('carpet', [])).toBe('L1')
})
