import type { Board, Glass, Ground, Point } from '../history/types'
import { backAt, frontAt } from '../history/glass-shape'
import { groundDepth } from '../vessel/ground-depth'
import { materialAt } from '../vessel/ground-parts'
import { boxOf } from './board'
import { REPOSE_DEGREES } from './repose'

/** A place of the ground that is steeper than its material holds. */
export interface Slide {
  material: Ground['material']
  degrees: number
  holds: number
  x: number
  z: number
}

/** The ground is looked at so far apart, and its fall taken over so much, cm. */
const STEP_CM = 2
const OVER_CM = 4

const angle = (rise: number, run: number) => (Math.atan2(Math.abs(rise), run) * 180) / Math.PI

/**
 * The place, of each material, that is farthest over its angle of repose and that neither a strip nor a stone holds: one drawn across the
 * fall, no farther down than it would slide. Common practice.
 */
export function slides(
  { ground, pieces }: Pick<Board, 'ground' | 'pieces'>,
  glass: Pick<Glass, 'lengthCm' | 'depthCm' | 'build'>,
): Slide[] {
  const depth = (x: number, z: number) => groundDepth(ground, glass.depthCm, x, z)
  const holds = holders(ground, pieces)
  const worst = new Map<Ground['material'], Slide>()
  for (let x = 0; x <= glass.lengthCm; x += STEP_CM)
    for (let z = frontAt(glass, x); z <= backAt(glass, x); z += STEP_CM) {
      const material = materialAt(ground, x, z)
      const most = REPOSE_DEGREES[material]
      const falls = [
        { to: [x, Math.min(backAt(glass, x), z + OVER_CM)] as Point },
        { to: [Math.min(glass.lengthCm, x + OVER_CM), z] as Point },
      ]
      for (const { to } of falls) {
        const run = Math.hypot(to[0] - x, to[1] - z)
        if (run < STEP_CM) continue
        const degrees = angle(depth(...to) - depth(x, z), run)
        const before = worst.get(material)
        if (degrees <= most || (before && before.degrees >= degrees)) continue
        if (!holds([x, z], to)) worst.set(material, { material, degrees, holds: most, x, z })
      }
    }
  return [...worst.values()]
}

/** What slides is held by what stands within so much of it, cm. */
const WITHIN_CM = 6

/** Whether a strip or a stone stands across a fall, or right below it. */
function holders(ground: Board['ground'], pieces: Board['pieces']) {
  const lines = (ground.barriers ?? []).map(({ line }) => line)
  const boxes = pieces.map(({ footprint }) => boxOf(footprint))
  return ([x1, z1]: Point, [x2, z2]: Point): boolean => {
    const [left, right] = [Math.min(x1, x2) - WITHIN_CM, Math.max(x1, x2) + WITHIN_CM]
    const [front, back] = [Math.min(z1, z2) - WITHIN_CM, Math.max(z1, z2) + WITHIN_CM]
    const across = x2 - x1 < z2 - z1
    return (
      boxes.some(
        (box) => box.right > left && box.left < right && box.back > front && box.front < back,
      ) ||
      lines.some((line) =>
        line.some(([ax, az], i) => {
          if (i === 0) return false
          const [bx, bz] = line[i - 1]
          // A strip holds what falls across it, not what falls along it.
          const lies = Math.abs(bx - ax) >= Math.abs(bz - az)
          return (
            lies === across &&
            Math.max(ax, bx) >= left &&
            Math.min(ax, bx) <= right &&
            Math.max(az, bz) >= front &&
            Math.min(az, bz) <= back
          )
        }),
      )
    )
  }
}
