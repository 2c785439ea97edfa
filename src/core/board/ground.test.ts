import fc from 'fast-check'
import type { Board, GroundArea, Point } from '../history/types'
import { groundDepth, groundLitres } from '../vessel/ground-depth'
import { crossings } from '../vessel/crossings'
import { groundParts, materialAt } from '../vessel/ground-parts'
import { filledMass, pieceKilograms, polygonArea } from '../vessel/volume'
import { UNKNOWN_NATURE, type PieceNature } from '../history/piece-nature'
import { PIECE_SHAPES, pieceOfShape } from './shapes'
import { boardWarnings } from './warnings'
import { creeping } from './creep'
import { slides } from './slope'
import { boardSums } from './sums'
import { sayArea } from './ground-edit'
import { groundLine } from '../vessel/ground-line'

const BOX = { lengthCm: 60, depthCm: 30, heightCm: 36, waterlineCm: 33, glassMm: 6 }
const level = (cm: number) => [0, 60].map((x) => ({ x, frontCm: cm, backCm: cm }))
const square = (left: number, front: number, side: number): Point[] => [
  [left, front],
  [left + side, front],
  [left + side, front + side],
  [left, front + side],
]
const area = (outline: Point[], material: GroundArea['material'] = 'sand'): GroundArea => ({
  id: 'a',
  outline,
  material,
  grainMm: null,
})
const soil = { material: 'active soil' as const, profile: level(5) }

describe('what a ground is made up of', () => {
  test('a square of sand in level soil, by hand: 20 × 20 × 5 cm are 2 L and 3.8 kg, of 9 L', () => {
    expect(groundParts({ ...soil, areas: [area(square(10, 5, 20))] }, BOX)).toEqual([
      { of: 'active soil', litres: expect.closeTo(7, 6), kilograms: expect.closeTo(8.4, 6) },
      { of: 'sand', litres: expect.closeTo(2, 6), kilograms: expect.closeTo(3.8, 6) },
    ])
  })
  test('where two areas lie over each other the one drawn last holds, there alone', () => {
    const areas = [area(square(10, 5, 20)), area(square(20, 5, 20), 'gravel')]
    const [base, sand, gravel] = ['active soil', 'sand', 'gravel'].map(
      (of) => groundParts({ ...soil, areas }, BOX).find((one) => one.of === of)!.litres,
    )
    expect([base, sand, gravel]).toEqual([6, 1, 2].map((much) => expect.closeTo(much, 6)))
    expect(materialAt({ ...soil, areas }, 25, 10)).toBe('gravel')
    expect(materialAt({ ...soil, areas }, 12, 10)).toBe('sand')
    expect(materialAt({ ...soil, areas }, 5, 1)).toBe('active soil')
  })
  test('bags by their litres, a cap by its thickness; the rest is what is left', () => {
    const layers = [
      { of: 'filler bags' as const, litres: 3, cm: null },
      { of: 'cap' as const, litres: null, cm: 1 },
    ]
    expect(groundParts({ ...soil, layers }, BOX)).toEqual([
      { of: 'active soil', litres: expect.closeTo(4.2, 6), kilograms: expect.closeTo(5.04, 6) },
      { of: 'filler bags', litres: 3, kilograms: expect.closeTo(3.15, 6) },
      { of: 'cap', litres: expect.closeTo(1.8, 6), kilograms: expect.closeTo(3.42, 6) },
    ])
  })
  test('more bags than ground leaves none of it, and never less', () =>
    expect(
      groundParts({ ...soil, layers: [{ of: 'porous stone', litres: 99, cm: null }] }, BOX)[0]
        .litres,
    ).toBe(0))
  test('a tank on sand is heavier than one on soil by the difference of their densities', () => {
    const weighs = (material: 'active soil' | 'sand') =>
      filledMass(BOX, { ground: { ...soil, material }, hardscape: [] }).ground
    expect(weighs('sand') - weighs('active soil')).toBeCloseTo(9 * (1.9 - 1.2), 6)
  })
  test('any areas on any slope: the parts add up to the whole, an area to its cells', () => {
    const corner = fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 30 }))
    fc.assert(
      fc.property(
        corner,
        corner,
        corner,
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 20 }),
        (a, b, c, front, back) => {
          const outline = [a, b, c] as Point[]
          fc.pre(polygonArea(outline) > 20)
          const ground = {
            material: 'active soil' as const,
            profile: [0, 60].map((x) => ({ x, frontCm: front, backCm: back })),
            areas: [area(outline)],
          }
          const parts = groundParts(ground, BOX)
          const whole = parts.reduce((sum, { litres }) => sum + litres, 0)
          expect(whole).toBeCloseTo(groundLitres(ground, BOX), 6)
          let cells = 0
          for (let x = 0.25; x < 60; x += 0.5)
            for (let z = 0.25; z < 30; z += 0.5)
              if (crossings(outline, x).some(([from, to]) => z >= from && z <= to))
                cells += groundDepth(ground, 30, x, z) * 0.25
          const sand = parts.find(({ of }) => of === 'sand')!.litres
          expect(Math.abs(sand - cells / 1000)).toBeLessThan(0.05 + 0.03 * sand)
        },
      ),
      { numRuns: 60, seed: 20_261_127 },
    )
  })
})

describe('an area as deep as it was drawn', () => {
  const bank = {
    material: 'active soil' as const,
    profile: [0, 60].map((x) => ({ x, frontCm: 6, backCm: 12 })),
  }
  const beach = { ...area(square(10, 0, 20)), own: { frontCm: 2, backCm: 4 } }
  test('lies from its front to its back edge as it was said, whatever lies round it', () => {
    const ground = { ...bank, areas: [beach] }
    expect(groundDepth(ground, 30, 20, 0)).toBeCloseTo(2, 6)
    expect(groundDepth(ground, 30, 20, 10)).toBeCloseTo(3, 6)
    expect(groundDepth(ground, 30, 5, 10)).toBeCloseTo(8, 6)
    expect(groundDepth(ground, 30, 20, 25)).toBeCloseTo(11, 6)
    // One drawn over it that has no depth of its own lies as the ground does.
    expect(
      groundDepth({ ...ground, areas: [beach, area(square(15, 5, 5))] }, 30, 17, 7),
    ).toBeCloseTo(7.4, 6)
  })
  test('takes the litres of its own depth: 20 × 20 cm of 3 cm are 1.2 L, and the soil loses what lay there', () => {
    const parts = groundParts({ ...bank, areas: [beach] }, BOX)
    expect(parts.find(({ of }) => of === 'sand')!.litres).toBeCloseTo(1.2, 2)
    // 60 × 30 × 9 cm less 20 × 20 × 8 cm.
    expect(parts.find(({ of }) => of === 'active soil')!.litres).toBeCloseTo(16.2 - 3.2, 2)
    expect(groundLitres({ ...bank, areas: [beach] }, BOX)).toBeCloseTo(14.2, 2)
  })
  test('is seen along the front glass where it lies against it', () => {
    const line = groundLine({ ...bank, areas: [beach] }, BOX)
    const at = (x: number) => line.find((one) => one.x === x)!.frontCm
    expect([at(5), at(20), at(40)].map((cm) => Number(cm.toFixed(1)))).toEqual([6, 2, 6])
    expect(groundLine(bank, BOX)).toBe(bank.profile)
  })
  test('emptied of its depth it lies as the rest again; more of a material than lies there is to be bought, each by itself', () => {
    const stood = { ground: bank, pieces: [], plantings: [] } as unknown as Board
    const drawn = { ...stood, ground: { ...bank, areas: [beach] } } as Board
    const flat = sayArea(drawn, BOX, beach.id, { own: null })
    expect(flat.ground.areas![0]).not.toHaveProperty('own')
    const bought = boardSums(drawn, stood, BOX, new Map()).groundToBuy
    expect(bought).toEqual([{ of: 'sand', litres: expect.closeTo(1.2 * 1.125, 2) }])
    const fresh = boardSums(drawn, null, BOX, new Map()).groundToBuy
    expect(fresh.map(({ of }) => of)).toEqual(['active soil', 'sand'])
  })
})

describe('what slides', () => {
  const rising = (cm: number): Board['ground'] => ({
    material: 'sand',
    profile: [0, 60].map((x) => ({ x, frontCm: 0, backCm: cm })),
  })
  const board = (ground: Board['ground'], pieces: Board['pieces'] = []) => ({ ground, pieces })
  test('thirty centimetres over thirty are 45°, by the arctangent; what lies flatter holds', () => {
    const [slide, ...others] = slides(board(rising(30)), BOX)
    expect(others).toEqual([])
    expect(slide).toMatchObject({ material: 'sand', holds: 30 })
    expect(slide.degrees).toBeCloseTo(45, 6)
    // tan 30° · 30 cm = 17.3 cm.
    expect(slides(board(rising(17)), BOX)).toEqual([])
    expect(slides(board(rising(17.6)), BOX)).toHaveLength(1)
  })
  test('gravel under sand’s slope holds; an area of sand in it slides by itself', () => {
    const gravel = { ...rising(20), material: 'gravel' as const }
    expect(slides(board(gravel), BOX)).toEqual([])
    expect(slides(board({ ...gravel, areas: [area(square(20, 5, 15))] }), BOX)).toEqual([
      expect.objectContaining({ material: 'sand' }),
    ])
  })
  test('strips across the fall hold it, one along it does not; nor does one far off', () => {
    const strip = (z: number) => ({
      id: `s${z}`,
      line: [
        [0, z],
        [60, z],
      ] as Point[],
    })
    const steep = rising(20)
    const held = { ...steep, barriers: [5, 15, 25].map(strip) }
    expect(slides(board(held), BOX)).toEqual([])
    const along = [
      {
        id: 'along',
        line: [
          [30, 0],
          [30, 30],
        ] as Point[],
      },
    ]
    expect(slides(board({ ...steep, barriers: along }), BOX)).toHaveLength(1)
    expect(slides(board({ ...steep, barriers: [strip(29)] }), BOX)).toHaveLength(1)
  })
})

describe('what creeps', () => {
  const sandInSoil = { ...soil, areas: [area(square(20, 5, 20))] }
  test('sand in soil lies open all round, 80 cm of it; gravel beside sand does not', () => {
    expect(creeping(sandInSoil, BOX)).toEqual([{ id: 'a', material: 'sand', cm: 80 }])
    const gravel = { ...sandInSoil, material: 'gravel' as const }
    expect(creeping(gravel, BOX)).toEqual([])
  })
  test('an edge at the glass is none; a strip closes what it runs along', () => {
    const atFront = { ...soil, areas: [area(square(20, 0, 20))] }
    expect(creeping(atFront, BOX)[0].cm).toBe(60)
    const closed = {
      ...sandInSoil,
      barriers: [{ id: 's', line: [...square(20, 5, 20), [20, 5] as Point] }],
    }
    expect(creeping(closed, BOX)).toEqual([])
  })
})

describe('what stands unsteadily', () => {
  const stone = pieceOfShape(
    PIECE_SHAPES.find(({ name }) => name === 'upright stone')!,
    'u',
    { x: 30, z: 15, footCm: 5 },
    { width: 10, depth: 8, height: 20 },
  )
  const of = (piece: Board['pieces'][number]) =>
    boardWarnings({ ground: soil, pieces: [piece], plantings: [] }, BOX, new Map()).filter(
      (one) => one.of === 'stands',
    )
  const known = (nature: Partial<PieceNature>) => ({
    ...stone,
    nature: { ...UNKNOWN_NATURE, ...nature },
  })
  test('a tall stone nobody tapped is warned of, one tapped or low is not (common practice)', () => {
    expect(of(stone)).toEqual([expect.objectContaining({ tall: true, floats: false })])
    expect(of(known({ tapped: true }))).toEqual([])
    const low = { ...stone, outline: stone.outline.map(([x, y]): Point => [x, 5 + (y - 5) * 0.4]) }
    expect(of(low)).toEqual([])
  })
  test('wood that floats is warned of until something holds it', () => {
    const wood = { ...known({ soaking: 'floats' }), material: 'wood' as const }
    expect(of(wood)).toEqual([expect.objectContaining({ floats: true })])
    const tied = { ...wood, nature: { ...wood.nature, holding: 'tied' as const } }
    expect(of(tied)).toEqual([])
  })
  test('lava weighs 1.6 where stone weighs 2.6 kg a litre (common practice)', () =>
    expect(pieceKilograms(known({ porous: true })) / pieceKilograms(stone)).toBeCloseTo(
      1.6 / 2.6,
      9,
    ))
})
