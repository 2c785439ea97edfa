import type { Hardscape, Point, Polygon, Vessel } from '../history/types'

/** One looks at a tank from its middle, about its length away, at least so far, cm. Common practice. */
const LEAST_AWAY_CM = 60

/** Where the eye is, seen from above, cm: before the middle of the front glass. */
export const eyeBefore = ({ lengthCm }: Pick<Vessel, 'lengthCm'>): Point => [
  lengthCm / 2,
  -Math.max(LEAST_AWAY_CM, lengthCm),
]

/**
 * What a piece hides from the eye, seen from above: between the lines of sight that pass its two edges, from the piece to the back. Heights are
 * left out: it is what a piece as tall as the water hides.
 */
export function hiddenBehind(
  { footprint }: Pick<Hardscape, 'footprint'>,
  vessel: Pick<Vessel, 'lengthCm' | 'depthCm'>,
): Polygon {
  const [ex, ez] = eyeBefore(vessel)
  const slope = ([x, z]: Point) => (x - ex) / (z - ez)
  const [left, right] = [
    footprint.reduce((a, b) => (slope(b) < slope(a) ? b : a)),
    footprint.reduce((a, b) => (slope(b) > slope(a) ? b : a)),
  ]
  const atBack = (corner: Point): Point => [
    ex + slope(corner) * (vessel.depthCm - ez),
    vessel.depthCm,
  ]
  return [left, right, atBack(right), atBack(left)]
}
