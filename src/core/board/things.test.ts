import type { Board } from '../history/types'
import { duplicateOf } from './duplicate'
import { resizeThing, turnThing } from './edit'
import { between } from './between'
import { boxOf } from './board'
import { nameOf, planOf, standingOn, thingOf, thingsOn, withThing } from './things'

const GLASS = { lengthCm: 60, depthCm: 30, heightCm: 36, waterlineCm: 33 }
const SQUARE = [
  [10, 10],
  [20, 10],
  [20, 20],
  [10, 20],
] as const
const board: Board = {
  ground: {
    material: 'gravel',
    profile: [
      { x: 0, frontCm: 4, backCm: 4 },
      { x: 60, frontCm: 4, backCm: 4 },
    ],
  },
  plantings: [
    {
      id: 'p',
      stake: 'R1',
      name: 'Sword',
      speciesId: 'sword',
      zone: 'midground',
      patch: SQUARE,
      stems: 2,
      perch: null,
    },
  ],
  pieces: [
    {
      id: 's',
      label: 'boulder',
      material: 'stone',
      focal: true,
      footprint: SQUARE,
      outline: [
        [10, 4],
        [20, 4],
        [20, 14],
        [10, 14],
      ],
    },
  ],
  fittings: [{ id: 'f', equipmentId: 'filter', part: 'outlet', name: 'Outlet', x: 5, z: 6, y: 30 }],
}

test('everything on a board is found under its id, with what it is, its name and its plan', () => {
  expect(thingsOn(board).map((thing) => [thing.is, thing.one.id, nameOf(thing)])).toEqual([
    ['planting', 'p', 'R1'],
    ['piece', 's', 'boulder'],
    ['fitting', 'f', 'Outlet'],
  ])
  expect(standingOn(board).map(({ one }) => one.id)).toEqual(['p', 's'])
  expect(planOf(thingOf(board, 'f')!)).toEqual([[5, 6]])
  expect(boxOf(planOf(thingOf(board, 's')!))).toEqual({ left: 10, right: 20, front: 10, back: 20 })
  expect(thingOf(board, 'nobody')).toBeUndefined()
  expect(thingsOn({ ...board, fittings: undefined })).toHaveLength(2)
})

test('a change touches the one thing and leaves the others the very same objects; an unknown id changes nothing', () => {
  const moved = withThing(board, 's', (handling, one) => handling.shifted(one, 3, -2))
  expect(boxOf(moved.pieces[0].footprint)).toEqual({ left: 13, right: 23, front: 8, back: 18 })
  // Seen from the front it goes along the tank, and neither up nor down.
  expect(boxOf(moved.pieces[0].outline)).toEqual({ left: 13, right: 23, front: 4, back: 14 })
  expect(moved.plantings[0]).toBe(board.plantings[0])
  expect(withThing(board, 'nobody', (handling, one) => handling.shifted(one, 3, 0))).toBe(board)
})

test('stretched: a planting in plan alone, a piece in height too, a part of equipment not at all', () => {
  const to = { left: 12, right: 30, top: 20 }
  expect(boxOf(resizeThing(board, GLASS, 'p', to).plantings[0].patch)).toMatchObject({
    left: 12,
    right: 30,
  })
  const [piece] = resizeThing(board, GLASS, 's', to).pieces
  expect(boxOf(piece.outline)).toEqual({ left: 12, right: 30, front: 4, back: 20 })
  expect(resizeThing(board, GLASS, 'f', to).fittings).toEqual(board.fittings)
})

test('turned by a right angle a square stays where it is, a strip lies across; a part of equipment does not turn', () => {
  const strip = resizeThing(board, GLASS, 's', { left: 5, right: 25, front: 13, back: 17 })
  const [turned] = turnThing(strip, GLASS, 's', 90).pieces
  expect(boxOf(turned.footprint)).toEqual({ left: 13, right: 17, front: 5, back: 25 })
  // From the front it is as wide as its new footprint, and as tall as it was.
  expect(boxOf(turned.outline)).toEqual({ left: 13, right: 17, front: 4, back: 14 })
  expect(turnThing(board, GLASS, 'f', 90).fittings).toEqual(board.fittings)
})

test('once more: a planting under the next stake, a piece under a label of its own and not the one looked at first; of a part of equipment there is one', () => {
  const plants = duplicateOf(board, GLASS, 'p', 'p2').plantings
  expect(plants.map(({ stake }) => stake)).toEqual(['R1', 'R2'])
  const pieces = duplicateOf(board, GLASS, 's', 's2').pieces
  expect(pieces.map(({ label, focal }) => [label, focal])).toEqual([
    ['boulder', true],
    ['boulder 2', false],
  ])
  expect(duplicateOf(board, GLASS, 'f', 'f2')).toBe(board)
})

test('between two layouts a part of equipment counts where both know of such parts', () => {
  const without = { ...board, fittings: [] }
  const fates = (a: Board, b: Board) =>
    between(a, b).things.map(({ id, of, fate }) => [id, of, fate])
  expect(fates(board, without)).toContainEqual(['f', 'fitting', 'gone'])
  const { fittings: _none, ...older } = board
  expect(fates(board, older).map(([id]) => id)).toEqual(['p', 's'])
  const moved = withThing(board, 'p', (handling, one) => handling.shifted(one, 1, 0))
  expect(fates(board, moved)).toEqual([
    ['p', 'planting', 'moved'],
    ['s', 'piece', 'kept'],
    ['f', 'fitting', 'kept'],
  ])
})
