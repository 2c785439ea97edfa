/** Parts of things in their place: written onto the story, kept out of each other's way, and blown on. */
import { instantOf } from '../quantity/time'
import { CATALOGUE } from '../plants/catalogue'
import type { Equipment, EquipmentRecord, FlowSetting } from '../history/equipment'
import { since } from '../history/dated'
import { lampRecord } from '../history/records'
import { moveBetween } from '../history/moves'
import { tankNow } from '../history/tank-at'
import type { Board, BoardFitting, Glass, Point, TankHistory } from '../history/types'
import { flowMap } from '../layout/flow-map'
import { jetWay } from '../layout/jet-way'
import { DAY0, tank } from '../testing/tank'
import { between } from './between'
import { boardOf } from './board'
import { moveThings, removeThings } from './edit'
import { firstFitting, placeableIn, placesKept } from './fittings'
import { flowWarnings } from './flow-warnings'
import { blocking, hiddenBy, keepOutsOf } from './keep-outs'
import { withBoard } from './onto-story'

const at = (day: number) => instantOf(DAY0 + day)
const FILTER: FlowSetting = { litresPerHour: 600, outletAt: 'left', aimedAt: 'along the back' }
const thing = (kind: 'filter' | 'heater' | 'gas', setting: object): EquipmentRecord =>
  ({
    id: kind,
    kind,
    name: kind,
    servesId: null,
    settings: [since(at(0), setting)],
    endedAt: null,
  }) as unknown as EquipmentRecord
const story: TankHistory = tank([], {
  equipment: [
    lampRecord('lamp', { parAtSurface: 100 }, at(0)),
    thing('filter', FILTER),
    thing('heater', { targetC: 24, watts: 100 }),
  ],
})
const now = at(10)
const board = boardOf(tankNow(story, now))!
const glass = tankNow(story, now).vessel
const KINDS = new Map(Object.values(CATALOGUE).map((one) => [one.id, one]))
const set = (equipmentId: string, part: string): BoardFitting => {
  const { equipment } = tankNow(story, now)
  const placeable = placeableIn(equipment).find(
    (one) => one.equipmentId === equipmentId && one.part === part,
  )!
  return firstFitting(
    placeable,
    equipment.find(({ id }) => id === equipmentId)!,
    board,
    glass,
  )
}
const drawn = (...fittings: BoardFitting[]): Board => ({ ...board, fittings })
const laid = (next: Board, from: TankHistory = story) => {
  const done = withBoard(from, next, now, now)
  if (!done.ok) throw new Error(done.problem)
  return done.value
}

describe('a part set on the board', () => {
  test('nothing hangs anywhere until somebody draws it, and each part of what runs is offered', () => {
    expect(board.fittings).toEqual([])
    expect(placeableIn(tankNow(story, now).equipment).map(({ name }) => name)).toEqual([
      'Lamp',
      'filter: outlet',
      'filter: inlet',
      'filter: in the tank',
      'heater',
    ])
  })
  test('is set down where its words put it, within the glass', () => {
    expect(set('filter', 'outlet')).toMatchObject({ x: 4, z: 36, y: 32, toward: 0 })
    // Wherever its words put it, hanging it there does not turn the jet.
    for (const outletAt of ['left', 'middle', 'right'] as const)
      for (const aimedAt of ['along the front', 'along the back'] as const) {
        const said = { ...FILTER, outletAt, aimedAt }
        const placeable = { equipmentId: 'filter', part: 'outlet', name: 'filter: outlet' } as const
        const hung = firstFitting(placeable, { kind: 'filter', setting: said }, board, glass)
        const spots = { outlet: { x: hung.x, z: hung.z, y: hung.y, toward: hung.toward } }
        expect(jetWay({ ...said, spots }, glass)).toEqual(jetWay(said, glass))
      }
    for (const { x, z } of [set('heater', 'body'), set('lamp', 'lamp'), set('filter', 'inlet')]) {
      expect(x).toBeGreaterThan(0)
      expect(x).toBeLessThan(glass.lengthCm)
      expect(z).toBeGreaterThan(0)
      expect(z).toBeLessThan(glass.depthCm)
    }
  })
  test('stands so from then on, in the words of the form too, and comes back as it was drawn', () => {
    const outlet = { ...set('filter', 'outlet'), x: 50, z: 6, toward: 180 }
    const after = laid(drawn(outlet, set('heater', 'body')))
    const filter = after.equipment.find(({ id }) => id === 'filter')!
    expect(filter.settings).toHaveLength(2)
    expect(filter.settings[1]).toMatchObject({
      from: now,
      is: {
        outletAt: 'right',
        aimedAt: 'along the front',
        spots: { outlet: { x: 50, toward: 180 } },
      },
    })
    expect(boardOf(tankNow(after, now))!.fittings).toHaveLength(2)
    expect(boardOf(tankNow(after, now))!.fittings).toContainEqual(outlet)
    // What was not touched has no new version.
    expect(after.equipment.find(({ id }) => id === 'lamp')!.settings).toHaveLength(1)
  })
  test('a lamp keeps the height nobody gave, and says the one that was drawn', () => {
    const lamp = set('lamp', 'lamp')
    const setting = (next: BoardFitting) =>
      laid(drawn(next))
        .equipment.find(({ id }) => id === 'lamp')!
        .settings.at(-1)!.is
    expect(setting({ ...lamp, x: 20 })).toMatchObject({ xCm: 20, aboveWaterCm: null })
    expect(setting({ ...lamp, y: glass.waterlineCm + 25 })).toMatchObject({ aboveWaterCm: 25 })
  })
  test('taken off the board it hangs nowhere again; a board drawn before there were parts leaves all as it is', () => {
    const placed = laid(drawn(set('heater', 'body')))
    const off = boardOf(tankNow(placed, now))!
    const without = laid(removeThings(off, ['heater.body']), placed)
    expect(boardOf(tankNow(without, now))!.fittings).toEqual([])
    const { fittings: _fittings, ...old } = off
    expect(laid(old, placed).equipment).toEqual(placed.equipment)
    expect(between(old, off).things.every(({ fate }) => fate === 'kept')).toBe(true)
  })
  test('moves with the arrows and stops at the glass; what is not here or hangs beyond it is refused by name', () => {
    const one = drawn(set('heater', 'body'))
    const far = moveThings(one, glass, ['heater.body'], { dx: 500, dy: 500 })
    expect(far.fittings![0]).toMatchObject({ x: glass.lengthCm, y: glass.heightCm })
    // A lamp does not go under water, however far it is pushed.
    const lit = drawn(set('lamp', 'lamp'))
    expect(moveThings(lit, glass, ['lamp.lamp'], { dy: -90 }).fittings![0].y).toBe(
      glass.waterlineCm,
    )
    const refused = (fitting: object) =>
      withBoard(story, drawn({ ...set('heater', 'body'), ...fitting }), now, now)
    expect(refused({ x: 900 })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('beyond the panes'),
    })
    expect(refused({ equipmentId: 'nobody' })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('does not run'),
    })
  })
  test('a form that says something else of the outlet has it drawn anew; one that does not keeps its place', () => {
    const held = {
      ...FILTER,
      spots: { outlet: { x: 4, z: 6, y: 30 }, inlet: { x: 50, z: 6, y: 8 } },
    }
    expect(placesKept(held, { ...FILTER, litresPerHour: 400 })).toEqual({
      ...FILTER,
      litresPerHour: 400,
      spots: held.spots,
    })
    expect(placesKept(held, { ...FILTER, outletAt: 'right' })).toMatchObject({
      spots: { inlet: held.spots.inlet },
    })
    expect(placesKept(null, FILTER)).toEqual(FILTER)
  })
})

describe('rooms that are to stay free', () => {
  const stone = (left: number, front: number, top: number): Board['pieces'][number] => ({
    id: 'stone',
    label: 'stone',
    material: 'stone',
    focal: false,
    footprint: [
      [left, front],
      [left + 6, front],
      [left + 6, front + 6],
      [left, front + 6],
    ],
    outline: [
      [left, 5],
      [left + 6, 5],
      [left + 3, top],
    ],
  })
  const outlet = { ...set('filter', 'outlet'), x: 30, z: 20, y: 30, toward: 90 }
  const blocked = (fitting: BoardFitting, piece: Board['pieces'][number]) =>
    blocking({ ...drawn(fitting), pieces: [piece] }, glass, KINDS).map(({ keepOut: { of } }) => of)

  test.each([
    ['in its way', 27, 30, 34, ['outflow']],
    ['in its way, but low', 27, 30, 15, []],
    ['behind it', 27, 8, 34, []],
    ['beside it', 45, 28, 34, []],
  ])('a stone %s of an outlet turned to the back', (_name, left, front, top, told) =>
    expect(blocked(outlet, stone(left, front, top))).toEqual(told),
  )
  test('before an inlet a plant is in the way as well as a stone', () => {
    const inlet = { ...set('filter', 'inlet'), x: 12, z: 35, y: 12 }
    expect(blocked(inlet, stone(10, 33, 20))).toContain('inlet')
    const names = blocking(drawn(inlet), glass, KINDS).map(({ name }) => name)
    expect(names).toEqual(['S1'])
  })
  test('a heater near the surface would fall dry; one that hangs lower does not', () => {
    const told = (y: number) =>
      flowWarnings(drawn({ ...set('heater', 'body'), y }), glass, tankNow(story, now), KINDS).map(
        ({ of }) => of,
      )
    expect(told(glass.waterlineCm - 1)).toContain('dry')
    expect(told(15)).not.toContain('dry')
  })
  test('what hides a part from the front stands before it and as high', () => {
    const heater = { ...set('heater', 'body'), x: 30, z: 38, y: 15 }
    const by = (piece: Board['pieces'][number]) =>
      hiddenBy(heater, { ...drawn(heater), pieces: [piece], plantings: [] }, glass, KINDS)
    expect(by(stone(27, 20, 25))).toBe('stone')
    expect(by(stone(27, 20, 10))).toBeNull()
    expect(by(stone(40, 20, 25))).toBeNull()
  })
  test('a lamp wants nothing under it that stands in air and grows into it', () => {
    const lamp = { ...set('lamp', 'lamp'), x: 30, z: 23 }
    const [keep] = keepOutsOf([lamp])
    expect(keep.low).toBeLessThan(lamp.y)
    expect(blocked(lamp, stone(27, 20, lamp.y - 2))).toEqual(['lamp'])
    expect(blocked(lamp, stone(27, 20, 20))).toEqual([])
  })
})

describe('the way of a jet', () => {
  const box: Glass = { lengthCm: 100, depthCm: 50, heightCm: 45, waterlineCm: 42, glassMm: 10 }
  const round: Glass = {
    ...box,
    lengthCm: 40,
    depthCm: 40,
    build: { shape: 'cylinder', bowCm: 0, chamberCm: 0, panes: 'glass', bracing: 'none' },
  }
  const corners = (setting: FlowSetting, plan: Glass): Point[] => {
    const legs = jetWay(setting, plan)!
    return [legs[0].from, ...legs.map(({ to }) => to)]
  }
  test('in a box it follows the back, the far pane and the front, as its words say', () => {
    const way = corners(FILTER, box)
    expect(way.slice(0, 2)).toEqual([
      [4, 46],
      [96, 46],
    ])
    expect(way[2][0]).toBeCloseTo(96, 6)
    expect(way[2][1]).toBeCloseTo(4, 6)
    const keeps = jetWay(FILTER, box)!.map((leg) => leg.keeps)
    expect(keeps.map((one) => Number(one.toFixed(3)))).toEqual([1, 0.5, 0.25])
  })
  test('in a cylinder it stays within the round, four centimetres off the glass, and half way about it', () => {
    const spots = { outlet: { x: 20, z: 5, y: 30, toward: 90 } }
    const way = corners({ ...FILTER, spots }, round)
    for (const [x, z] of way) expect(Math.hypot(x - 20, z - 20)).toBeLessThanOrEqual(16.05)
    const met = way.slice(1)
    const walked = met
      .slice(1)
      .reduce((sum, p, i) => sum + Math.hypot(p[0] - met[i][0], p[1] - met[i][1]), 0)
    // Half of 2πr for r = 16, drawn in straight parts.
    expect(walked).toBeGreaterThan(0.97 * Math.PI * 16)
    expect(walked).toBeLessThan(1.01 * Math.PI * 16)
  })
  test('turned about, the whole picture turns with it', () => {
    const square: Glass = { ...box, lengthCm: 60, depthCm: 60 }
    const of = (x: number, z: number, toward: number) =>
      flowMap({
        vessel: square as never,
        layout: null,
        equipment: [
          {
            id: 'f',
            kind: 'filter',
            setting: { ...FILTER, spots: { outlet: { x, z, y: 30, toward } } },
          } as unknown as Equipment,
        ],
      })!
    const [right, up] = [of(4, 20, 0), of(40, 4, 90)]
    const cell = (map: ReturnType<typeof of>, column: number, row: number) =>
      map.speed[row * map.columns + column]
    // A quarter turn against the clock takes (x, z) to (60 − z, x).
    for (const [column, row] of [
      [3, 10],
      [15, 10],
      [25, 4],
      [28, 20],
    ])
      expect(cell(up, 29 - row, column)).toBeCloseTo(cell(right, column, row), 6)
  })
})

test('moved to another tank a thing hangs nowhere there until it is drawn again', () => {
  const placed = laid(drawn({ ...set('lamp', 'lamp'), x: 20 }, set('filter', 'outlet')))
  const other = tank([], { vessel: { ...story.vessel, id: 'other', slug: 'other', name: 'Other' } })
  for (const equipmentId of ['lamp', 'filter']) {
    const moved = moveBetween(
      placed,
      other,
      { what: 'equipment', equipmentId },
      { id: `${equipmentId}-moved`, at: now },
    )!
    expect(boardOf(tankNow(moved.to.story, now))!.fittings).toEqual([])
    expect(boardOf(tankNow(placed, now))!.fittings).toHaveLength(2)
  }
})
