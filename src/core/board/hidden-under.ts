import type { Board } from '../history/types'
import { sharedArea } from '../vessel/shared-area'
import { polygonArea } from '../vessel/volume'

/** From so much of its patch under stone or wood on a planting can hardly be taken hold of from above. */
const MOSTLY = 0.6

/** The plantings of the ground that lie mostly under a piece, seen from above: nothing of them would be left for a hand. */
export function hiddenUnder({
  plantings,
  pieces,
}: Pick<Board, 'plantings' | 'pieces'>): ReadonlySet<string> {
  return new Set(
    plantings
      .filter(({ perch, zone, patch }) => {
        if (perch !== null || zone === 'surface') return false
        const area = polygonArea(patch)
        return pieces.some(({ footprint }) => sharedArea(patch, footprint) > MOSTLY * area)
      })
      .map(({ id }) => id),
  )
}
