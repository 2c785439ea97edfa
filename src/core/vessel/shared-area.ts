import polygonClipping, { type Pair } from 'polygon-clipping'
import type { Polygon } from '../history/types'
import { polygonArea } from './volume'

/** Area two outlines share, cm². */
export function sharedArea(a: Polygon, b: Polygon): number {
  const ring = (polygon: Polygon) => [polygon.map(([x, z]): Pair => [x, z])]
  return polygonClipping
    .intersection(ring(a), ring(b))
    .reduce(
      (sum, [outer, ...holes]) =>
        sum + polygonArea(outer) - holes.reduce((inner, hole) => inner + polygonArea(hole), 0),
      0,
    )
}
