import simplify from 'simplify-js'
import type { Glass, Point, Polygon } from '../history/types'
import { type Result, ok, refuse } from '../quantity/result'
import { polygonArea } from '../vessel/volume'
import { toMm } from './to-mm'
import { cutAtGlass } from './within-glass'

/** A hand trembles by so much, cm. */
const TREMOR_CM = 0.5
/** Nothing smaller is planted or laid, cm². */
const LEAST_AREA_CM2 = 2
/** More corners than this nobody means. */
const MOST_CORNERS = 120

/**
 * An outline as a hand drew it, with its tremor taken out (Ramer–Douglas–Peucker at half a centimetre), cut at the glass. Refuses one that
 * crosses itself or holds next to nothing.
 */
export function outlineDrawn(
  points: readonly Point[],
  plan: Pick<Glass, 'lengthCm' | 'depthCm' | 'build'>,
): Result<readonly Point[]> {
  const corners = withoutTremor(points, plan).filter(
    ([x, z], i, all) => i === 0 || x !== all[i - 1][0] || z !== all[i - 1][1],
  )
  const last = corners.at(-1)
  if (corners.length > 1 && last && last[0] === corners[0][0] && last[1] === corners[0][1])
    corners.pop()
  const nothing = refuse<readonly Point[]>(
    'That holds next to nothing: draw once round the place, or drag from corner to corner.',
  )
  if (corners.length < 3) return nothing
  if (corners.length > MOST_CORNERS)
    return refuse('That outline has too many corners; draw it with fewer.')
  // A figure of eight may hold nothing by its sum: what is wrong with it is that it crosses itself.
  if (crossesItself(corners)) return refuse('That outline crosses itself; draw it once round.')
  if (polygonArea(corners) < LEAST_AREA_CM2) return nothing
  const cut = cutAtGlass(plan, corners)
  return cut ? ok(cut) : refuse('That lies behind the panes: draw inside the glass.')
}

/** A line as a hand drew it, ended at the box of the glass, without its tremor, to the millimetre. */
export function withoutTremor(
  points: readonly Point[],
  { lengthCm, depthCm }: Pick<Glass, 'lengthCm' | 'depthCm'>,
): Point[] {
  const within = points.map(([x, z]) => ({
    x: Math.min(lengthCm, Math.max(0, x)),
    y: Math.min(depthCm, Math.max(0, z)),
  }))
  return simplify(within, TREMOR_CM, true).map(({ x, y }): Point => [toMm(x), toMm(y)])
}

/** Whether two sides of an outline that do not meet in a corner cross. */
export function crossesItself(outline: Polygon): boolean {
  const n = outline.length
  for (let i = 0; i < n; i++)
    for (let k = i + 2; k < n; k++) {
      if (i === 0 && k === n - 1) continue
      if (cross(outline[i], outline[(i + 1) % n], outline[k], outline[(k + 1) % n])) return true
    }
  return false
}

/** Whether the segments ab and cd properly cross: each pair of ends on two sides of the other. */
function cross(a: Point, b: Point, c: Point, d: Point): boolean {
  const side = (p: Point, q: Point, r: Point) =>
    Math.sign((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]))
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0
}
