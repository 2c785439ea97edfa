import type { Board, Point } from '../history/types'
import { crossesItself } from './outline'
import { groupsOf } from './groups'

const planting = (id: string, speciesId: string, x: number, z: number) => ({
  id,
  stake: id,
  name: id,
  speciesId,
  zone: 'midground' as const,
  patch: [
    [x - 2, z - 2],
    [x + 2, z - 2],
    [x + 2, z + 2],
    [x - 2, z + 2],
  ] as Point[],
  stems: 1,
  perch: null,
})
const board = (plantings: Board['plantings']): Board => ({
  ground: { material: 'sand', profile: [] },
  pieces: [],
  plantings,
})

test('three of a kind are a triangle, one alone is no group, two are even', () => {
  const found = groupsOf(
    board([
      planting('a', 'x', 10, 10),
      planting('b', 'x', 30, 10),
      planting('c', 'x', 20, 30),
      planting('d', 'y', 5, 5),
      planting('e', 'z', 40, 5),
      planting('f', 'z', 50, 5),
    ]),
  )
  expect(found.map(({ of, at, odd }) => [of, at.length, odd])).toEqual([
    ['x', 3, true],
    ['z', 2, false],
  ])
})
test('the line round five does not cross itself, whatever their order', () => {
  const places = [
    [50, 25],
    [10, 5],
    [48, 6],
    [9, 28],
    [30, 40],
  ]
  const [group] = groupsOf(board(places.map(([x, z], i) => planting(`p${i}`, 'x', x, z))))
  expect(crossesItself(group.at)).toBe(false)
})
