import type { Point } from '../history/types'
import { eyeBefore, hiddenBehind } from './hidden-from-front'

const vessel = { lengthCm: 100, depthCm: 50 }
const box = (left: number, right: number, front: number, back: number): Point[] => [
  [left, front],
  [right, front],
  [right, back],
  [left, back],
]

test('one looks at it from its middle, its length away, never nearer than an arm', () => {
  expect(eyeBefore(vessel)).toEqual([50, -100])
  expect(eyeBefore({ lengthCm: 30 })).toEqual([15, -60])
})
test('behind a piece in the middle the hidden ground widens evenly, by similar triangles', () => {
  const [left, right, backRight, backLeft] = hiddenBehind(
    { footprint: box(45, 55, 20, 30) },
    vessel,
  )
  expect([left[0], right[0]]).toEqual([45, 55])
  // From 100 cm before the glass: 5 cm off the middle at 120 cm are 6.25 cm at 150 cm.
  expect(backLeft[0]).toBeCloseTo(50 - 6.25, 6)
  expect(backRight[0]).toBeCloseTo(50 + 6.25, 6)
  expect(backRight[1]).toBe(50)
})
test('a piece aside hides what lies further aside, past the corners that stand out most', () => {
  const [left, right, backRight] = hiddenBehind({ footprint: box(80, 90, 10, 30) }, vessel)
  expect(left).toEqual([80, 30])
  expect(right).toEqual([90, 10])
  expect(backRight[0]).toBeCloseTo(50 + (40 / 110) * 150, 6)
})
