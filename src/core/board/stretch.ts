import type { Point, Polygon } from '../history/types'
import { boxOf, type Box } from './board'
import { toMm } from './to-mm'

/** The smallest a thing may be drawn, cm a side. */
const LEAST_CM = 1

/** An outline stretched into a box; one of no extent fills it. */
export function intoBox(outline: Polygon, to: Box): Point[] {
  const from = boxOf(outline)
  const along = (value: number, low: number, high: number, a: number, b: number) =>
    toMm(high === low ? (a + b) / 2 : a + ((value - low) / (high - low)) * (b - a))
  return outline.map(([x, z]): Point => [
    along(x, from.left, from.right, to.left, to.right),
    along(z, from.front, from.back, to.front, to.back),
  ])
}

/** Two ends within 0 and `most`, a centimetre apart at least; the one that was drawn (`lowDrawn`) gives way. */
export function ordered(
  low: number,
  high: number,
  most: number,
  lowDrawn: boolean,
): [number, number] {
  const [a, b] = [Math.max(0, low), Math.min(most, high)]
  if (b - a >= LEAST_CM) return [toMm(a), toMm(b)]
  return lowDrawn
    ? [toMm(Math.max(0, b - LEAST_CM)), toMm(Math.max(LEAST_CM, b))]
    : [toMm(Math.min(a, most - LEAST_CM)), toMm(Math.min(most, a + LEAST_CM))]
}
