import type { Point } from './types'

/** How far a point lies from a straight piece between two others, in their unit; from the one where both are the same. */
export function distanceTo([x, z]: Point, [ax, az]: Point, [bx, bz]: Point): number {
  const [dx, dz] = [bx - ax, bz - az]
  const length = dx * dx + dz * dz
  const t = length === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (z - az) * dz) / length))
  return Math.hypot(x - ax - t * dx, z - az - t * dz)
}
