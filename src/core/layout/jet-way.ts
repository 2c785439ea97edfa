import { planOutline } from '../history/glass-shape'
import type { FlowSetting } from '../history/equipment'
import type { Glass, Point } from '../history/types'

/** Turning at a pane takes half of it. Rough. */
const TURN = 0.5

/** A straight part of the way of a jet, seen from above. */
export interface Leg {
  from: Point
  to: Point
  /** Way from the outlet to its beginning, cm, and what turns have left. */
  before: number
  keeps: number
}
/** The way of the jet of an outlet: straight to the pane it meets, then along the panes, half way round the tank; null where nobody said where it hangs. */
export function jetWay(setting: FlowSetting, vessel: Glass): Leg[] | null {
  const start = startOf(setting, vessel)
  return start && legsOf(start, vessel)
}

/** Where a jet begins, and where it is turned to, degrees from the right against the clock, seen from above. */
interface Start {
  at: Point
  toward: number
}

/** From a pane things hang so far, cm. */
export const OFF_PANE_CM = 4

/** Where an outlet hangs: as it was drawn, else where its words put it; null where nobody said. */
function startOf(setting: FlowSetting, vessel: Glass): Start | null {
  const drawn = setting.spots?.outlet
  return drawn
    ? { at: [drawn.x, drawn.z], toward: drawn.toward ?? 0 }
    : outletInWords(setting, vessel)
}

/** Where the words of an outlet put it: along its side, out of the middle across the tank; null where nobody said. */
export function outletInWords(
  { outletAt, aimedAt }: Pick<FlowSetting, 'outletAt' | 'aimedAt'>,
  { lengthCm, depthCm }: Pick<Glass, 'lengthCm' | 'depthCm'>,
): Start | null {
  const front = aimedAt === 'along the front'
  const z = front ? OFF_PANE_CM : depthCm - OFF_PANE_CM
  switch (outletAt) {
    case 'left':
      return { at: [OFF_PANE_CM, z], toward: 0 }
    case 'right':
      return { at: [lengthCm - OFF_PANE_CM, z], toward: 180 }
    case 'middle':
      return { at: [lengthCm / 2, z], toward: front ? 90 : 270 }
    case 'not said':
      return null
  }
}

/** A round pane is followed in so many straight parts at most. */
const PARTS = 24

/** The panes a jet follows, so far off them as it keeps, from the left front against the clock. */
function wayRound(plan: Glass): Point[] {
  const outline = planOutline(plan)
  const stride = Math.ceil(outline.length / PARTS)
  const [cx, cz] = [plan.lengthCm / 2, plan.depthCm / 2]
  const [kx, kz] = [1 - OFF_PANE_CM / cx, 1 - OFF_PANE_CM / cz]
  return outline
    .filter((_, i) => i % stride === 0)
    .map(([x, z]): Point => [cx + (x - cx) * kx, cz + (z - cz) * kz])
}

function legsOf({ at, toward }: Start, vessel: Glass): Leg[] {
  const round = wayRound(vessel)
  const way: Point = [Math.cos((toward * Math.PI) / 180), Math.sin((toward * Math.PI) / 180)]
  const from = broughtIn(at, round)
  const met = firstMet(from, way, round)
  const corners = met
    ? [from, met.at, ...onwards(met, way, round)]
    : [from, ...onwards({ at: from, side: 0 }, way, round)]
  let before = 0
  let turned = 0
  return corners.slice(1).flatMap((to, i): Leg[] => {
    const begin = corners[i]
    const length = Math.hypot(to[0] - begin[0], to[1] - begin[1])
    if (length < LEAST_LEG_CM) return []
    const last = i === 0 ? way : heading(corners[i - 1], begin)
    turned += angleBetween(last, heading(begin, to))
    const leg = { from: begin, to, before, keeps: TURN ** (turned / (Math.PI / 2)) }
    before += length
    return [leg]
  })
}
/** Shorter ways are none, cm. */
const LEAST_LEG_CM = 0.5

const heading = (a: Point, b: Point): Point => {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
  return [(b[0] - a[0]) / length, (b[1] - a[1]) / length]
}
const angleBetween = (a: Point, b: Point): number =>
  Math.acos(Math.max(-1, Math.min(1, a[0] * b[0] + a[1] * b[1])))

/** A place as near as the way round lets it come to the panes. */
function broughtIn([x, z]: Point, round: readonly Point[]): Point {
  const [xs, zs] = [round.map((p) => p[0]), round.map((p) => p[1])]
  const clamped: Point = [
    Math.min(Math.max(...xs), Math.max(Math.min(...xs), x)),
    Math.min(Math.max(...zs), Math.max(Math.min(...zs), z)),
  ]
  const middle: Point = [
    (Math.min(...xs) + Math.max(...xs)) / 2,
    (Math.min(...zs) + Math.max(...zs)) / 2,
  ]
  const out = heading(middle, clamped)
  const edge = firstMet(middle, out, round)
  const reach = Math.hypot(clamped[0] - middle[0], clamped[1] - middle[1])
  return edge && Math.hypot(edge.at[0] - middle[0], edge.at[1] - middle[1]) < reach
    ? edge.at
    : clamped
}

interface Met {
  at: Point
  /** Which side of the way round: from its corner of that number to the next. */
  side: number
}

/** Where a straight way from inside a tank meets the way round it; the farther place where it begins on it. */
function firstMet([x, z]: Point, [ux, uz]: Point, round: readonly Point[]): Met | null {
  const met = round.flatMap(([ax, az], side): (Met & { far: number })[] => {
    const [bx, bz] = round[(side + 1) % round.length]
    const [ex, ez] = [bx - ax, bz - az]
    const cross = ux * ez - uz * ex
    if (Math.abs(cross) < 1e-9) return []
    const far = ((ax - x) * ez - (az - z) * ex) / cross
    const along = ((ax - x) * uz - (az - z) * ux) / cross
    return far > 1e-6 && along >= -1e-9 && along <= 1 + 1e-9
      ? [{ far, side, at: [x + far * ux, z + far * uz] }]
      : []
  })
  return met.length === 0 ? null : met.reduce((a, b) => (b.far > a.far ? b : a))
}

/** The corners a jet passes after it met a pane: on the side it slants to, or where more of the pane is free, half way round. */
function onwards({ at, side }: Met, way: Point, round: readonly Point[]): Point[] {
  const n = round.length
  const [a, b] = [round[side], round[(side + 1) % n]]
  const slant = way[0] * heading(a, b)[0] + way[1] * heading(a, b)[1]
  const room = Math.hypot(b[0] - at[0], b[1] - at[1]) - Math.hypot(a[0] - at[0], a[1] - at[1])
  const onward = Math.abs(slant) > HEAD_ON ? slant > 0 : room >= 0
  const whole = round.reduce((sum, p, i) => {
    const q = round[(i + 1) % n]
    return sum + Math.hypot(q[0] - p[0], q[1] - p[1])
  }, 0)
  const passed: Point[] = []
  let [here, walked] = [at, 0]
  for (let i = 0; i < n && walked < whole / 2 - LEAST_LEG_CM; i++) {
    const corner = round[(onward ? side + 1 + i : side - i + n * 2) % n]
    const length = Math.hypot(corner[0] - here[0], corner[1] - here[1])
    const rest = Math.min(1, (whole / 2 - walked) / Math.max(length, 1e-9))
    here = [here[0] + (corner[0] - here[0]) * rest, here[1] + (corner[1] - here[1]) * rest]
    walked += length * rest
    passed.push(here)
  }
  return passed
}
/** Slanting by less than this a jet meets a pane head on. */
const HEAD_ON = 0.2
