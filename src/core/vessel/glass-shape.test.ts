import type { VesselBuild } from '../history/types'
import { chamberLitres, filledMass, grossLitres, litresPerCentimetre, polygonArea } from './volume'
import { groundDepth, groundLitres } from './ground-depth'
import {
  clearOfGlass,
  isWithin,
  planArea,
  planOutline,
  wallLength,
  type FloorPlan,
} from '../history/glass-shape'

const built = (build: Partial<VesselBuild>): VesselBuild => ({
  shape: 'box',
  bowCm: 0,
  chamberCm: 0,
  panes: 'glass',
  bracing: 'none',
  ...build,
})
const SHAPES: readonly [string, FloorPlan][] = [
  ['a box', { lengthCm: 100, depthCm: 50 }],
  ['a bow front', { lengthCm: 90, depthCm: 48, build: built({ shape: 'bow front', bowCm: 12 }) }],
  [
    'a bow of half a circle',
    { lengthCm: 60, depthCm: 50, build: built({ shape: 'bow front', bowCm: 30 }) },
  ],
  ['a cylinder', { lengthCm: 40, depthCm: 40, build: built({ shape: 'cylinder' }) }],
  ['a quarter round', { lengthCm: 60, depthCm: 60, build: built({ shape: 'quarter round' }) }],
  ['a box with a chamber', { lengthCm: 60, depthCm: 45, build: built({ chamberCm: 11 }) }],
]

/** Counted on a grid of fine cells, by nothing but whether their middle lies inside. */
function counted(plan: FloorPlan, of: (x: number, z: number) => number = () => 1): number {
  const step = 0.2
  let sum = 0
  for (let x = step / 2; x < plan.lengthCm; x += step)
    for (let z = step / 2; z < plan.depthCm; z += step)
      if (isWithin(plan, [x, z])) sum += of(x, z) * step * step
  return sum
}

describe('areas in closed form', () => {
  // Elementary geometry: π d²/4; a quarter of π r²; a box and a segment r² acos((r−h)/r) − (r−h)√(2rh − h²) (Bronshtein & Semendyayev).
  test.each([
    [SHAPES[0][1], 5000],
    [SHAPES[2][1], 60 * 20 + (Math.PI * 30 * 30) / 2],
    [SHAPES[3][1], Math.PI * 400],
    [SHAPES[4][1], (Math.PI * 3600) / 4],
    [SHAPES[5][1], 2700],
  ])('%p', (plan, area) => expect(planArea(plan)).toBeCloseTo(area, 8))
  test('a bow front of 90 × 48 cm that bows by 12 cm, by the segment', () => {
    const r = 45 ** 2 / 24 + 6
    const segment = r * r * Math.acos((r - 12) / r) - (r - 12) * Math.sqrt(2 * r * 12 - 144)
    expect(planArea(SHAPES[1][1])).toBeCloseTo(90 * 36 + segment, 8)
  })
})

describe.each(SHAPES)('%s', (_name, plan) => {
  const chamber = plan.build?.chamberCm ?? 0
  const room = planArea(plan) - chamber * plan.lengthCm
  test('holds as much as its cells', () => expect(counted(plan) / room).toBeCloseTo(1, 2))
  test('is drawn as large as it is, and its panes as long', () => {
    const outline = planOutline(plan)
    expect(polygonArea(outline) / room).toBeCloseTo(1, 3)
    const length = outline.reduce((sum, [x, z], i) => {
      const [nx, nz] = outline[(i + 1) % outline.length]
      return sum + Math.hypot(nx - x, nz - z)
    }, 0)
    expect((length + 2 * chamber) / wallLength(plan)).toBeCloseTo(1, 3)
  })
  test('every corner of its outline lies inside, and nothing beyond it', () => {
    for (const [x, z] of planOutline(plan)) {
      expect(isWithin(plan, [x, z], 1e-6)).toBe(true)
      const out: [number, number] = [
        plan.lengthCm / 2 + (x - plan.lengthCm / 2) * 1.02,
        plan.depthCm / 2 + (z - plan.depthCm / 2) * 1.02,
      ]
      if (plan.build?.shape === 'cylinder') expect(isWithin(plan, out)).toBe(false)
    }
  })
  test('its ground is that of its cells', () => {
    const ground = {
      profile: [
        { x: 0, frontCm: 3, backCm: 9 },
        { x: plan.lengthCm / 3, frontCm: 6, backCm: 4 },
        { x: plan.lengthCm, frontCm: 2, backCm: 12 },
      ],
    }
    const cells = counted(plan, (x, z) => groundDepth(ground, plan.depthCm, x, z)) / 1000
    expect(groundLitres(ground, plan) / cells).toBeCloseTo(1, 2)
  })
})

describe('what follows from a shape', () => {
  const glass = { heightCm: 40, waterlineCm: 36, glassMm: 8 }
  test('litres of a cylinder of 40 × 40 cm: 50.3 to the rim, 1.26 a centimetre', () => {
    const cylinder = { ...SHAPES[3][1], ...glass }
    expect(grossLitres(cylinder)).toBeCloseTo(50.27, 2)
    expect(litresPerCentimetre(cylinder)).toBeCloseTo(1.2566, 4)
  })
  test('the chamber apart, its water with the rest', () => {
    const cube = { ...SHAPES[5][1], ...glass }
    expect(chamberLitres(cube)).toBeCloseTo((60 * 11 * 36) / 1000, 10)
    expect(filledMass(cube, null).water).toBeCloseTo(((60 * 45 * 36) / 1000) * 0.998, 6)
  })
  test('acrylic weighs 1.19 where glass weighs 2.5 (CRC Handbook), a chamber one wall more, braces two strips', () => {
    const box = { lengthCm: 60, depthCm: 45, ...glass }
    const plain = filledMass(box, null).glass
    const weighs = (build: Partial<VesselBuild>) =>
      filledMass({ ...box, build: built(build) }, null).glass
    expect(weighs({})).toBeCloseTo(plain, 10)
    expect(weighs({ panes: 'acrylic' }) / plain).toBeCloseTo(1.19 / 2.5, 10)
    expect(weighs({ chamberCm: 10 }) - plain).toBeCloseTo(60 * 40 * 0.8 * 0.0025, 10)
    expect(weighs({ bracing: 'braces' }) - plain).toBeCloseTo(2 * 60 * 5 * 0.8 * 0.0025, 10)
  })
  test('how far a thing stays clear of the panes', () => {
    const square = (x: number, z: number): [number, number][] => [
      [x - 2, z - 2],
      [x + 2, z - 2],
      [x + 2, z + 2],
      [x - 2, z + 2],
    ]
    expect(clearOfGlass(SHAPES[0][1], square(50, 25))).toBe(23)
    // In a cylinder of radius 20 the corner of a square of 4 about its middle is √8 away from it.
    expect(clearOfGlass(SHAPES[3][1], square(20, 20))).toBeCloseTo(20 - Math.sqrt(8), 1)
    expect(clearOfGlass(SHAPES[3][1], square(2, 2))).toBeLessThan(0)
    // At the back of a quarter round nothing is wiped; at its round front it is.
    expect(clearOfGlass(SHAPES[4][1], square(10, 57))).toBeGreaterThan(5)
  })
})
