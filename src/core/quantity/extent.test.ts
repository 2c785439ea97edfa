import { max, min } from 'simple-statistics'
import { leastOf, mostOf } from './extent'

test('the same as a kept library says, of a list too long to be spread out as arguments too', () => {
  const values = Array.from({ length: 300_000 }, (_, i) => Math.sin(i * 12.9898) * 43758.5453)
  expect(() => Math.min(...values)).toThrow(RangeError)
  expect([leastOf(values), mostOf(values)]).toEqual([min(values), max(values)])
  expect([leastOf([3]), mostOf([3])]).toEqual([3, 3])
})
test('of nothing, what stands beyond everything', () => {
  expect([leastOf([]), mostOf([])]).toEqual([Infinity, -Infinity])
})
