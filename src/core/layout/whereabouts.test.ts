import type { Polygon } from '../history/types'
import { whereaboutsOf } from './whereabouts'
import { sayWhereabouts } from './whereabouts.words'

const box = (left: number, right: number, front: number, back: number): Polygon => [
  [left, front],
  [right, front],
  [right, back],
  [left, back],
]
const glass = { lengthCm: 100, depthCm: 50 }

test.each([
  [box(0, 20, 35, 50), 'at the back left'],
  [box(80, 100, 0, 10), 'at the front right'],
  [box(0, 100, 30, 50), 'at the back'],
  [box(0, 100, 0, 12), 'at the front'],
  [box(40, 60, 20, 30), 'in the middle'],
  [box(0, 20, 20, 30), 'at the left'],
  [box(80, 100, 0, 50), 'at the right'],
])('%j lies %s', (patch, where) => expect(sayWhereabouts(whereaboutsOf(patch, glass))).toBe(where))
test('the middle begins and ends a little outside its third, on both axes alike', () => {
  const side = (middle: number) => whereaboutsOf(box(middle, middle, 25, 25), glass).side
  const depth = (middle: number) => whereaboutsOf(box(50, 50, middle, middle), glass).depth
  expect([37.9, 38, 62, 62.1].map(side)).toEqual(['left', 'middle', 'middle', 'right'])
  expect([18.9, 19, 31, 31.1].map(depth)).toEqual(['front', 'middle', 'middle', 'back'])
})
