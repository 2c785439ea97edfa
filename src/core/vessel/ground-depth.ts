import { backAt, frontAt, isCurved, type Plan } from '../history/glass-shape'
import type { Ground } from '../history/types'

/** Panels of Simpson's rule between two stations under a curved pane: 1e-6 of the volume. */
const PANELS = 128

/**
 * Litres of soil (or sand) that a sloped ground takes: a depth that runs straight from front to back and from station to station, over the
 * room in which things stand. Exact between straight panes (trapezoidal rule on straight pieces); under a curved one Simpson's rule.
 * Throws under two stations.
 */
export function groundLitres(ground: Pick<Ground, 'profile'>, vessel: Plan): number {
  const { profile } = ground
  if (profile.length < 2) throw new RangeError('A ground needs its depth at two stations at least')
  const across = (x: number) => {
    const [front, back] = [frontAt(vessel, x), backAt(vessel, x)]
    return (back - front) * groundDepth(ground, vessel.depthCm, x, (front + back) / 2)
  }
  let volume = 0
  for (let i = 1; i < profile.length; i++) {
    const [from, to] = [profile[i - 1].x, profile[i].x]
    volume += isCurved(vessel)
      ? simpson(across, from, to)
      : ((across(from) + across(to)) / 2) * (to - from)
  }
  return volume / 1000
}

function simpson(of: (x: number) => number, from: number, to: number): number {
  const step = (to - from) / PANELS
  let sum = of(from) + of(to)
  for (let i = 1; i < PANELS; i++) sum += (i % 2 === 1 ? 4 : 2) * of(from + i * step)
  return (sum * step) / 3
}

/** Depth of the ground at a point of the plan, cm, straight between stations; outside the ends the end station holds. */
export function groundDepth(
  ground: Pick<Ground, 'profile'>,
  depthCm: number,
  x: number,
  z: number,
): number {
  const { profile } = ground
  const last = profile.length - 1
  let i = 1
  while (i < last && profile[i].x < x) i++
  const [a, b] = [profile[i - 1], profile[i]]
  const t = b.x === a.x ? 0 : Math.min(1, Math.max(0, (x - a.x) / (b.x - a.x)))
  const front = a.frontCm + t * (b.frontCm - a.frontCm)
  const back = a.backCm + t * (b.backCm - a.backCm)
  return front + Math.min(1, Math.max(0, z / depthCm)) * (back - front)
}
