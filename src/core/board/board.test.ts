import fc from 'fast-check'
import { lodge } from '@/data/demo/lodge'
import { storyFaults } from '../history/sound'
import { tankNow } from '../history/tank-at'
import type { Board, Point, ToPlants } from '../history/types'
import { CATALOGUE } from '../plants/catalogue'
import { PLANT_KINDS } from '../plants/kinds'
import { dayOf } from '../quantity/time'
import { netLitres, polygonArea } from '../vessel/volume'
import { groundLitres } from '../vessel/ground-depth'
import { between } from './between'
import { boardOf, boxOf, depthAt, middleOf, spanOfHeight } from './board'
import { planOf, standingOn } from './things'
import {
  addStation,
  drawGround,
  drawGroundAt,
  moveThings,
  removeStation,
  removeThings,
  resizeThing,
  turnThing,
} from './edit'
import { withBoard } from './onto-story'
import { EXAMPLES } from './examples'
import { crossesItself, outlineDrawn } from './outline'
import { REPOSE_DEGREES } from './repose'
import { outlinedFromFront, putPieceDrawn } from './put'
import { PIECE_SHAPES, pieceOfShape, roundPatch } from './shapes'
import { boardSums } from './sums'
import { bySuiting, unfitFor } from '../gardening/here/suits'
import { sharedArea } from '../vessel/shared-area'
import { boardWarnings, harmed } from './warnings'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn] = lodge(NOW)
const tank = tankNow(tarn, NOW)
const { vessel: glass } = tank
const stood = boardOf(tank)!
const NOBODY = { animals: [], perched: false, temperature: null, gh: null, gas: true, inAir: false }
const species = new Map(tarn.species.map((one) => [one.id, one]))
const BOX = { lengthCm: 60, depthCm: 30, heightCm: 36, waterlineCm: 33, glassMm: 6 }
const flat: Board = {
  ground: {
    material: 'active soil',
    profile: [
      { x: 0, frontCm: 4, backCm: 4 },
      { x: 60, frontCm: 4, backCm: 4 },
    ],
  },
  pieces: [],
  plantings: [],
}
const boulder = pieceOfShape(PIECE_SHAPES[2], 'b', { x: 30, z: 15, footCm: 4 })
const planted = (id: string, patch: Point[], over: Partial<Board['plantings'][number]> = {}) => ({
  id,
  stake: id,
  name: id,
  speciesId: CATALOGUE.sword.id,
  zone: 'midground' as const,
  patch,
  stems: 1,
  perch: null,
  ...over,
})

describe('moving things', () => {
  test('they stop at the glass, all together', () => {
    const moved = moveThings({ ...flat, pieces: [boulder] }, BOX, ['b'], { dx: 500, dz: -500 })
    const { right, front } = boxOf(moved.pieces[0].footprint)
    expect([right, front]).toEqual([60, 0])
  })
  test('a stone moved up a slope is seated on it: its foot keeps its depth in the ground', () => {
    const slope = drawGround(drawGround(flat, BOX, 0, 'backCm', 10), BOX, 1, 'backCm', 10)
    const board = { ...slope, pieces: [boulder] }
    const moved = moveThings(board, BOX, ['b'], { dz: 5 })
    const depth = (one: Board) =>
      depthAt(one, BOX, middleOf(one.pieces[0].footprint)) - spanOfHeight(one.pieces[0]).foot
    // Six centimetres in thirty: one for five.
    expect(spanOfHeight(moved.pieces[0]).foot).toBeCloseTo(5, 1)
    expect(depth(moved)).toBeCloseTo(depth(board), 1)
  })
  test('what grows on a piece goes with it, and is left on the ground when the piece goes', () => {
    const perch = { hardscapeId: 'b', heightCm: 12 }
    const board = {
      ...flat,
      pieces: [boulder],
      plantings: [planted('E1', roundPatch(26, 34, 12, 18), { perch })],
    }
    const moved = moveThings(board, BOX, ['b'], { dx: 4, dy: 2 })
    expect(middleOf(moved.plantings[0].patch).x).toBeCloseTo(34, 1)
    expect(moved.plantings[0].perch?.heightCm).toBeCloseTo(14, 1)
    expect(removeThings(moved, ['b']).plantings[0].perch).toBeNull()
  })
  test('stretched into a box and turned by a right angle, a patch keeps its area as plain geometry has it', () => {
    const board = { ...flat, plantings: [planted('R1', roundPatch(10, 20, 10, 20))] }
    const wide = resizeThing(board, BOX, 'R1', { right: 30 })
    expect(polygonArea(wide.plantings[0].patch)).toBeCloseTo(
      2 * polygonArea(board.plantings[0].patch),
      -0.5,
    )
    const turned = turnThing(wide, BOX, 'R1', 90)
    expect(polygonArea(turned.plantings[0].patch)).toBeCloseTo(
      polygonArea(wide.plantings[0].patch),
      -0.5,
    )
    const { left, right, front, back } = boxOf(turned.plantings[0].patch)
    expect([right - left, back - front].map(Math.round)).toEqual([10, 20])
  })
  test('whatever is done, everything stays behind the glass and a centimetre large (seeded)', () => {
    const act = fc.oneof(
      fc.record({
        do: fc.constant('move'),
        dx: fc.integer({ min: -90, max: 90 }),
        dz: fc.integer({ min: -90, max: 90 }),
        dy: fc.integer({ min: -60, max: 60 }),
      }),
      fc.record({ do: fc.constant('turn'), degrees: fc.integer({ min: -180, max: 180 }) }),
      fc.record({
        do: fc.constant('size'),
        left: fc.integer({ min: -20, max: 70 }),
        right: fc.integer({ min: -20, max: 70 }),
        back: fc.integer({ min: -20, max: 70 }),
        top: fc.integer({ min: -10, max: 50 }),
      }),
    )
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom('b', 'R1'), act), { maxLength: 12 }),
        (acts) => {
          let board: Board = {
            ...flat,
            pieces: [boulder],
            plantings: [planted('R1', roundPatch(5, 15, 5, 15))],
          }
          for (const [id, one] of acts) {
            if (one.do === 'move') board = moveThings(board, BOX, [id], one as never)
            else if (one.do === 'turn')
              board = turnThing(board, BOX, id, (one as { degrees: number }).degrees)
            else board = resizeThing(board, BOX, id, one as never)
            for (const thing of standingOn(board)) {
              const { left, right, front, back } = boxOf(planOf(thing))
              expect(left).toBeGreaterThanOrEqual(-0.051)
              expect(front).toBeGreaterThanOrEqual(-0.051)
              expect(right).toBeLessThanOrEqual(60.051)
              expect(back).toBeLessThanOrEqual(30.051)
              expect(Math.min(right - left, back - front)).toBeGreaterThanOrEqual(0.8)
            }
          }
        },
      ),
      { seed: 4, numRuns: 150 },
    )
  })
})

describe('outlines drawn by hand', () => {
  test('a trembling square is four corners; its area is that of the square', () => {
    const side = (a: Point, b: Point) =>
      Array.from({ length: 20 }, (_, k): Point => [
        a[0] + ((b[0] - a[0]) * k) / 20 + (k % 2) * 0.15,
        a[1] + ((b[1] - a[1]) * k) / 20 - (k % 3) * 0.1,
      ])
    const square: Point[] = [
      [10, 5],
      [30, 5],
      [30, 25],
      [10, 25],
    ]
    const drawn = outlineDrawn(
      square.flatMap((corner, i) => side(corner, square[(i + 1) % 4])),
      BOX,
    )
    if (!drawn.ok) throw new Error(drawn.problem)
    expect(drawn.value.length).toBeLessThan(8)
    expect(polygonArea(drawn.value)).toBeCloseTo(400, -1.3)
  })
  test('a figure of eight, a dot and a stroke are refused in a sentence; what leaves the glass ends there', () => {
    expect(
      outlineDrawn(
        [
          [10, 10],
          [30, 25],
          [30, 10],
          [10, 25],
        ],
        BOX,
      ),
    ).toMatchObject({ problem: expect.stringMatching(/crosses itself/) })
    expect(
      outlineDrawn(
        [
          [10, 10],
          [10.1, 10],
        ],
        BOX,
      ),
    ).toMatchObject({ problem: expect.stringMatching(/next to nothing/) })
    expect(outlineDrawn([], BOX)).toMatchObject({ ok: false })
    const out = outlineDrawn(
      [
        [50, 20],
        [90, 20],
        [90, 60],
        [50, 60],
      ],
      BOX,
    )
    expect(out.ok && boxOf(out.value)).toEqual({ left: 50, right: 60, front: 20, back: 30 })
    expect(crossesItself(roundPatch(0, 10, 0, 10))).toBe(false)
  })
  test('none of the shapes to begin with crosses itself, seen from the front or from above', () => {
    expect(PIECE_SHAPES).toHaveLength(12)
    for (const { outline, footprint } of PIECE_SHAPES)
      expect([crossesItself(outline), crossesItself(footprint)]).toEqual([false, false])
  })
})

describe('the ground', () => {
  test('soil holds what sand does not (angles of repose as reported by keepers: common practice)', () => {
    const profile = [
      { x: 0, frontCm: 2, backCm: 20 },
      { x: 60, frontCm: 2, backCm: 20 },
    ]
    const of = (material: 'sand' | 'gravel') =>
      boardWarnings({ ...flat, ground: { material, profile } }, BOX, species).map((one) => one.of)
    expect(REPOSE_DEGREES.sand).toBeLessThan(REPOSE_DEGREES.gravel)
    expect(of('sand')).toContain('slope')
    expect(of('gravel')).not.toContain('slope')
  })
  test('raised ground buries no stone: it is seated anew, the fern on it goes along, and sunk again all is as before', () => {
    const perch = { hardscapeId: 'b', heightCm: 9 }
    const fern = planted('E1', roundPatch(25, 35, 10, 20), { perch })
    const board: Board = { ...flat, pieces: [boulder], plantings: [fern] }
    const all = (depth: number, of: Board) =>
      ([0, 1] as const).reduce(
        (on, station) =>
          drawGround(drawGround(on, BOX, station, 'backCm', depth), BOX, station, 'frontCm', depth),
        of,
      )
    const raised = all(12, board)
    expect(boxOf(raised.pieces[0].outline).front).toBeCloseTo(12, 1)
    expect(raised.plantings[0].perch!.heightCm).toBeCloseTo(17, 1)
    const sunk = all(4, raised)
    expect(boxOf(sunk.pieces[0].outline).front).toBeCloseTo(4, 1)
    expect(sunk.plantings[0].perch!.heightCm).toBeCloseTo(9, 1)
  })
  test('a station set between two alters nothing until it is drawn; drawn, the litres follow; the ends stay', () => {
    const more = addStation(flat, 20)
    expect(more.ground.profile).toHaveLength(3)
    expect(groundLitres(more.ground, BOX)).toBeCloseTo(groundLitres(flat.ground, BOX), 9)
    // A ridge of 10 cm at the back of one station: a pyramid over two stretches, 6·30·60/4 cm³.
    const ridge = drawGround(more, BOX, 1, 'backCm', 10)
    expect(groundLitres(ridge.ground, BOX) - groundLitres(flat.ground, BOX)).toBeCloseTo(
      (6 * 30 * 60) / 4 / 1000,
      9,
    )
    expect(drawGroundAt(flat, BOX, 20, 'backCm', 10)).toEqual(ridge)
    expect(drawGroundAt(ridge, BOX, 21, 'backCm', 4).ground.profile).toHaveLength(3)
    expect(removeStation(ridge, 1)).toEqual(flat)
    expect(removeStation(flat, 0)).toBe(flat)
    expect(drawGround(flat, BOX, 0, 'backCm', 99).ground.profile[0].backCm).toBe(36)
  })
})

describe('warnings', () => {
  test('areas that two outlines share, by plain geometry', () => {
    const square = (x: number, z: number, size: number): Point[] => [
      [x, z],
      [x + size, z],
      [x + size, z + size],
      [x, z + size],
    ]
    expect(sharedArea(square(0, 0, 10), square(5, 5, 10))).toBeCloseTo(25, 9)
    expect(sharedArea(square(0, 0, 10), square(20, 0, 5))).toBe(0)
    // An L and a square in its crook share nothing but an edge.
    const l: Point[] = [
      [0, 0],
      [10, 0],
      [10, 3],
      [3, 3],
      [3, 10],
      [0, 10],
    ]
    expect(sharedArea(l, square(3, 3, 7))).toBeCloseTo(0, 9)
    expect(sharedArea(l, square(0, 0, 10))).toBeCloseTo(51, 9)
  })
  test('a sword beside a crypt leans on it, an epiphyte in the soil rots, a boulder at the glass is told, the dark is told with its figure', () => {
    const board: Board = {
      ...flat,
      pieces: [moveThings({ ...flat, pieces: [boulder] }, BOX, ['b'], { dx: -90 }).pieces[0]],
      plantings: [
        planted('R1', roundPatch(30, 36, 12, 18)),
        planted('K1', roundPatch(38, 46, 12, 18), { speciesId: CATALOGUE.brownCrypt.id }),
        planted('E1', roundPatch(50, 56, 4, 9), { speciesId: CATALOGUE.anubias.id }),
        planted('L1', roundPatch(5, 25, 1, 9), { speciesId: CATALOGUE.carpet.id }),
      ],
    }
    const all = boardWarnings(
      board,
      BOX,
      new Map([...Object.values(CATALOGUE)].map((one) => [one.id, one])),
      new Map([
        ['L1', { now: 40, later: 18 }],
        ['K1', { now: 40, later: 40 }],
      ]),
    )
    const of = (kind: string) => all.filter((one) => one.of === kind)
    expect(of('crowded')).toMatchObject([{ name: 'R1', by: 'K1' }])
    expect(of('buried')).toMatchObject([{ name: 'E1' }])
    expect(of('glass')).toMatchObject([{ name: 'boulder', cm: 0 }])
    expect(of('dark')).toMatchObject([
      { later: true, plantings: [{ name: 'L1', par: 18, wants: 30 }] },
    ])
    // Thirty-four centimetres in twenty-nine.
    expect(of('tall')).toMatchObject([{ name: 'R1', room: 29 }])
  })
  test('what suits a dim, low place comes first, and why the others do not is said', () => {
    const spot = { ...NOBODY, lit: { now: 16, later: 14 }, roomCm: 20, widthCm: 20 }
    const [first] = bySuiting(Object.values(CATALOGUE), spot)
    expect(first.unfit).toEqual([])
    expect(unfitFor(CATALOGUE.carpet, spot)).toEqual(['dark'])
    expect(unfitFor(CATALOGUE.sword, spot)).toEqual(['dark', 'too tall'])
    expect(unfitFor(CATALOGUE.brownCrypt, spot)).toEqual([])
  })
  test('the water decides too, where it is known beyond doubt; land plants drown, and what never grows in air dries', () => {
    const kind = (id: string) => PLANT_KINDS.find(({ species: one }) => one.id === id)!.species
    const spot = { ...NOBODY, lit: { now: 90, later: 90 }, roomCm: 60, widthCm: 60 }
    const range = (low: number, high: number) => ({ low, high })
    expect(unfitFor(kind('willow-moss'), { ...spot, temperature: range(25, 26) })).toEqual([
      'too warm',
    ])
    expect(unfitFor(kind('willow-moss'), { ...spot, temperature: range(20, 26) })).toEqual([])
    expect(unfitFor(kind('tonina-fluviatilis'), { ...spot, gh: range(9, 12) })).toEqual([
      'too hard',
    ])
    expect(unfitFor(kind('vallisneria-spiralis'), { ...spot, gh: range(1, 2) })).toEqual([
      'too soft',
    ])
    expect(unfitFor(kind('anubias-barteri'), spot)).toEqual(['rots'])
    expect(unfitFor(kind('anubias-barteri'), { ...spot, perched: true })).toEqual([])
    expect(unfitFor(kind('epipremnum'), spot)).toEqual(['drowns'])
    expect(unfitFor(kind('epipremnum'), { ...spot, inAir: true })).toEqual([])
    expect(unfitFor(kind('ceratophyllum'), { ...spot, inAir: true })).toEqual(['dries'])
  })
  test('who lives there decides: soft leaves are eaten, rooted kinds dug up, leathery ones on stone left (common practice)', () => {
    const bright = { lit: { now: 90, later: 90 }, roomCm: 60, widthCm: 60 }
    const unfit = (kind: keyof typeof CATALOGUE, animals: readonly ToPlants[], perched = false) =>
      unfitFor(CATALOGUE[kind], { ...NOBODY, ...bright, animals, perched })
    expect(unfit('carpet', ['eats soft leaves'])).toEqual(['eaten'])
    expect(unfit('brownCrypt', ['eats soft leaves'])).toEqual([])
    expect(unfit('brownCrypt', ['digs'])).toEqual(['uprooted'])
    expect(unfit('brownCrypt', ['digs'], true)).toEqual([])
    expect(unfit('carpet', ['leaves them alone'])).toEqual([])
    const told = (toPlants?: ToPlants) =>
      harmed(stood, species, [{ name: 'goldfish', toPlants }]).map(({ of }) => of)
    expect(told()).toEqual([])
    expect(told('leaves them alone')).toEqual([])
    expect(told('eats soft leaves')).toContain('eaten')
    expect(told('eats soft leaves')).not.toContain('uprooted')
    expect(told('eats and digs')).toContain('uprooted')
  })
})

describe('layouts to begin with', () => {
  test.each([
    [60, 30, 36],
    [20, 20, 25],
    [180, 60, 60],
  ])(
    'each stands behind the glass of a tank of %d × %d × %d cm, and says so to the story',
    (lengthCm, depthCm, heightCm) => {
      const within = { lengthCm, depthCm, heightCm, waterlineCm: heightCm - 3, glassMm: 8 }
      for (const { name, draw } of EXAMPLES) {
        let n = 0
        const board = draw(flat, within, () => `id-${n++}`)
        expect(board.plantings.length).toBeGreaterThan(2)
        expect(new Set(board.plantings.map(({ stake }) => stake)).size).toBe(board.plantings.length)
        for (const thing of standingOn(board)) {
          const { left, right, front, back } = boxOf(planOf(thing))
          expect([name, left >= 0, front >= 0, right <= lengthCm, back <= depthCm]).toEqual([
            name,
            true,
            true,
            true,
            true,
          ])
        }
        for (const piece of board.pieces)
          expect(spanOfHeight(piece).top).toBeLessThanOrEqual(heightCm + 0.1)
      }
    },
  )
})

describe('a board and the story', () => {
  test('drawn as it stands, nothing in the story changes', () => {
    const same = withBoard(tarn, stood, NOW, NOW)
    expect(same.ok && same.value).toEqual(tarn)
    expect(between(stood, stood).things.every(({ fate }) => fate === 'kept')).toBe(true)
  })
  test('moved today, it stood elsewhere yesterday; all along, it never did; both are sound stories', () => {
    const [stem] = stood.plantings
    const board = moveThings(stood, glass, [stem.id], { dx: 3, dz: -2 })
    const today = withBoard(tarn, board, NOW, NOW)
    const always = withBoard(tarn, board, null, NOW)
    if (!today.ok || !always.ok) throw new Error('refused')
    const x = (story: typeof tarn, at: string) =>
      middleOf(tankNow(story, at).plantings.find(({ id }) => id === stem.id)!.patch).x
    const yesterday = '2026-11-23T09:00:00.000Z'
    expect(x(today.value, NOW) - x(tarn, NOW)).toBeCloseTo(3, 6)
    expect(x(today.value, yesterday)).toBe(x(tarn, yesterday))
    expect(x(always.value, yesterday) - x(tarn, yesterday)).toBeCloseTo(3, 6)
    for (const story of [today.value, always.value]) expect(storyFaults(story, NOW)).toEqual([])
    expect(between(stood, board).things.filter(({ fate }) => fate === 'moved')).toMatchObject([
      { name: stem.stake },
    ])
  })
  test('what is new stands from then on, what is gone is gone from then on, and cannot be gone all along', () => {
    const gone = stood.plantings[0]
    const board = {
      ...removeThings(stood, [gone.id]),
      pieces: [...stood.pieces, { ...boulder, id: 'new-boulder', label: 'Fourth stone' }],
    }
    const done = withBoard(tarn, board, NOW, NOW)
    if (!done.ok) throw new Error(done.problem)
    const after = tankNow(done.value, NOW)
    expect(after.plantings.some(({ id }) => id === gone.id)).toBe(false)
    expect(after.layout?.hardscape.some(({ id }) => id === 'new-boulder')).toBe(true)
    expect(tankNow(done.value, '2026-11-23T09:00:00.000Z').layout?.hardscape).toHaveLength(
      stood.pieces.length,
    )
    expect(boardOf(after)!.pieces).toHaveLength(board.pieces.length)
    expect(withBoard(tarn, board, null, NOW)).toMatchObject({
      problem: expect.stringContaining(gone.stake),
    })
    expect(storyFaults(done.value, NOW)).toEqual([])
  })
  test('other ground since today was laid today; the board drawn back is the story’s again', () => {
    const board = { ...stood, ground: { ...stood.ground, material: 'sand' as const } }
    const done = withBoard(tarn, board, NOW, NOW)
    if (!done.ok) throw new Error(done.problem)
    expect(dayOf(tankNow(done.value, NOW).layout!.ground.laidAt)).toBe(dayOf(NOW))
    expect(boardOf(tankNow(done.value, NOW))).toEqual(board)
  })
  test('sums are those of the tank as it stands, and tell what is to be bought for what is drawn', () => {
    const as = boardSums(stood, stood, glass, species)
    expect(as.waterLitres).toBeCloseTo(netLitres(glass, tank.layout), 9)
    expect(as.portions).toEqual([])
    expect(as.groundToBuy).toEqual([])
    expect(as.filledKg - as.drainedKg).toBeGreaterThan(100)
    const deeper = {
      ...stood,
      ground: {
        ...stood.ground,
        profile: stood.ground.profile.map((one) => ({ ...one, backCm: one.backCm + 2 })),
      },
      plantings: [
        ...stood.plantings,
        planted('L9', roundPatch(0, 30, 0, 30), { speciesId: CATALOGUE.carpet.id }),
      ],
    }
    const more = boardSums(deeper, stood, glass, species)
    // A wedge of 2 cm at the back: half of 2 × length × depth, and an eighth to spare.
    expect(more.groundToBuy).toHaveLength(1)
    expect(more.groundToBuy[0].litres).toBeCloseTo(
      ((glass.lengthCm * glass.depthCm) / 1000) * 1.125,
      3,
    )
    expect(more.portions).toMatchObject([{ stake: 'L9', new: true, needs: { of: 'pots' } }])
  })
})

describe('a stone drawn by hand', () => {
  const glass = tank.vessel
  const [shape] = PIECE_SHAPES
  const round = [
    [40, 20],
    [52, 18],
    [55, 26],
    [44, 30],
  ] as const
  const put = putPieceDrawn(stood, glass, shape, round, 'by-hand')
  const piece = (board: Board) => board.pieces.find(({ id }) => id === 'by-hand')!
  test('has the footprint that was drawn, and is as wide from the front', () => {
    expect(piece(put).footprint).toEqual(round)
    const { left, right } = boxOf(piece(put).outline)
    expect([left, right]).toEqual([40, 55])
  })
  test('has the outline that was drawn from the front; from above it is stretched to that width', () => {
    const outline = [
      [38, 6],
      [58, 6],
      [50, 28],
    ] as const
    const drawn = piece(outlinedFromFront(put, glass, 'by-hand', outline))
    expect(drawn.outline).toEqual(outline)
    expect(boxOf(drawn.footprint)).toEqual({ left: 38, right: 58, front: 18, back: 30 })
    expect(spanOfHeight(drawn)).toEqual({ foot: 6, top: 28 })
  })
})
