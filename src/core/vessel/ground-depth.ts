import { backAt, frontAt, isCurved, type FloorPlan } from '../history/glass-shape'
import type { Ground, GroundArea } from '../history/types'
import { crossings, shared, without, type Span } from './crossings'

/** Panels of Simpson's rule between two stations under a curved pane: 1e-6 of the volume. */
const PANELS = 128

/**
 * Litres of soil (or sand) that a sloped ground takes: a depth that runs straight from front to back and from station to station, over the
 * room in which things stand, and areas as deep as they were drawn. Exact between straight panes (trapezoidal rule on straight pieces); under a curved one Simpson's rule.
 * Throws under two stations.
 */
export function groundLitres(
  ground: Pick<Ground, 'profile'> & Partial<Pick<Ground, 'areas'>>,
  vessel: FloorPlan,
): number {
  const { profile } = ground
  if (profile.length < 2) throw new RangeError('A ground needs its depth at two stations at least')
  const across = (x: number) => {
    const [front, back] = [frontAt(vessel, x), backAt(vessel, x)]
    return (back - front) * profileDepth(ground, vessel.depthCm, x, (front + back) / 2)
  }
  let volume = 0
  for (let i = 1; i < profile.length; i++) {
    const [from, to] = [profile[i - 1].x, profile[i].x]
    volume += isCurved(vessel)
      ? simpson(across, from, to)
      : ((across(from) + across(to)) / 2) * (to - from)
  }
  return volume / 1000 + (hasOwn(ground) ? ownLitres(ground, vessel) : 0)
}

function simpson(of: (x: number) => number, from: number, to: number): number {
  const step = (to - from) / PANELS
  let sum = of(from) + of(to)
  for (let i = 1; i < PANELS; i++) sum += (i % 2 === 1 ? 4 : 2) * of(from + i * step)
  return (sum * step) / 3
}

/** Depth of the ground at a point of the plan, cm: of the area drawn last there where it has a depth of its own, else straight between stations; outside the ends the end station holds. */
export function groundDepth(
  ground: Pick<Ground, 'profile'> & Partial<Pick<Ground, 'areas'>>,
  depthCm: number,
  x: number,
  z: number,
): number {
  const own = hasOwn(ground) ? ownDepth(areaAt(ground.areas, x, z), z) : null
  return own ?? profileDepth(ground, depthCm, x, z)
}

/** The depth drawn across the tank, whatever areas lie on it. */
function profileDepth(
  { profile }: Pick<Ground, 'profile'>,
  depthCm: number,
  x: number,
  z: number,
): number {
  const last = profile.length - 1
  let i = 1
  while (i < last && profile[i].x < x) i++
  const [a, b] = [profile[i - 1], profile[i]]
  const t = b.x === a.x ? 0 : Math.min(1, Math.max(0, (x - a.x) / (b.x - a.x)))
  const front = a.frontCm + t * (b.frontCm - a.frontCm)
  const back = a.backCm + t * (b.backCm - a.backCm)
  return front + Math.min(1, Math.max(0, z / depthCm)) * (back - front)
}

const hasOwn = ({ areas }: Partial<Pick<Ground, 'areas'>>): boolean =>
  areas?.some(({ own }) => own !== undefined) ?? false

/** The area drawn last at a place of the plan, or undefined. */
export const areaAt = (
  areas: readonly GroundArea[] | undefined,
  x: number,
  z: number,
): GroundArea | undefined =>
  areas?.findLast(({ outline }) => crossings(outline, x).some(([from, to]) => z >= from && z <= to))

/** The depth an area has of its own, straight from its foremost to its hindmost edge; null where it lies as the rest does. */
function ownDepth(area: GroundArea | undefined, z: number): number | null {
  if (!area?.own) return null
  const zs = area.outline.map((point) => point[1])
  const [front, back] = [Math.min(...zs), Math.max(...zs)]
  const t = back === front ? 0 : Math.min(1, Math.max(0, (z - front) / (back - front)))
  return area.own.frontCm + t * (area.own.backCm - area.own.frontCm)
}

/** Width of a slice, cm. */
const SLICE_CM = 0.25

/** Litres by which areas with a depth of their own differ from the ground they are drawn on. Slices across the tank (midpoint rule), exact from front to back. */
function ownLitres(
  ground: Pick<Ground, 'profile'> & Partial<Pick<Ground, 'areas'>>,
  plan: FloorPlan,
): number {
  const areas = [...(ground.areas ?? [])].reverse()
  let much = 0
  for (let x = SLICE_CM / 2; x < plan.lengthCm; x += SLICE_CM) {
    let free: Span[] = [[frontAt(plan, x), backAt(plan, x)]]
    for (const area of areas) {
      const taken = crossings(area.outline, x).flatMap((span) => shared(free, span))
      free = taken.reduce(without, free)
      if (!area.own) continue
      for (const [from, to] of taken) {
        const z = (from + to) / 2
        const more = ownDepth(area, z)! - profileDepth(ground, plan.depthCm, x, z)
        much += (to - from) * more * SLICE_CM
      }
    }
  }
  return much / 1000
}
