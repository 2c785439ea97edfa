import type { Side } from '../history/plan-codes'
import type { Glass, Polygon } from '../history/types'

/** A third of the tank by its length, and a third by its depth. */
export interface Whereabouts {
  side: Side
  depth: 'front' | 'middle' | 'back'
}
/** Where the middle third begins and ends, as a share: a little under and over a third, for what stands across a border. */
const FIRST_ENDS = 0.38
const LAST_BEGINS = 1 - FIRST_ENDS

/** Where in the tank a patch lies, seen from the front, by the middle of its box. */
export function whereaboutsOf(
  patch: Polygon,
  { lengthCm, depthCm }: Pick<Glass, 'lengthCm' | 'depthCm'>,
): Whereabouts {
  return {
    side: third(middleOf(patch, 0) / lengthCm, 'left', 'right'),
    depth: third(middleOf(patch, 1) / depthCm, 'front', 'back'),
  }
}

function third<A, B>(share: number, first: A, last: B): A | B | 'middle' {
  if (share < FIRST_ENDS) return first
  return share > LAST_BEGINS ? last : 'middle'
}

function middleOf(patch: Polygon, axis: 0 | 1): number {
  const at = patch.map((corner) => corner[axis])
  return (Math.min(...at) + Math.max(...at)) / 2
}
