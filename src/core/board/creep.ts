import { isSoil } from '../history/ground-kinds'
import type { BoardGround, Glass, Point } from '../history/types'
import { isWithin } from '../history/glass-shape'
import { distanceTo } from '../history/segment'
import { materialAt } from '../vessel/ground-parts'

/** Beyond an edge so far one is in the next material (a sliver between it and the glass is none), and a strip nearer than that keeps them apart, cm. */
const BESIDE_CM = 2
const KEPT_CM = 4
const STEP_CM = 2
/** Less of an edge left open is not worth a word, cm. */
const OPEN_CM = 6

/** Areas of ground whose edge lies open between soil and sand or gravel: soil grains creep onto what is pale. By id, with the open length, cm. */
export function creeping(
  ground: BoardGround,
  glass: Pick<Glass, 'lengthCm' | 'depthCm' | 'build'>,
): { id: string; material: string; cm: number }[] {
  const lines = (ground.barriers ?? []).map(({ line }) => line)
  return (ground.areas ?? []).flatMap(({ id, outline, material }) => {
    const open = along(outline).filter(({ at, out }) => {
      const [x, z] = [at[0] + out[0] * BESIDE_CM, at[1] + out[1] * BESIDE_CM]
      if (!isWithin(glass, [x, z])) return false
      const beside = materialAt(ground, x, z)
      return isSoil(beside) !== isSoil(material) && !lines.some((line) => near(line, at))
    }).length
    const cm = open * STEP_CM
    return cm > OPEN_CM ? [{ id, material, cm }] : []
  })
}

/** Places along an outline, with the way out of it. */
function along(outline: readonly Point[]): { at: Point; out: Point }[] {
  const turn = outline.reduce((sum, [x, z], i) => {
    const [nx, nz] = outline[(i + 1) % outline.length]
    return sum + x * nz - nx * z
  }, 0)
  return outline.flatMap(([x, z], i) => {
    const [nx, nz] = outline[(i + 1) % outline.length]
    const length = Math.hypot(nx - x, nz - z)
    const steps = Math.max(1, Math.round(length / STEP_CM))
    const way = turn > 0 ? 1 : -1
    const out: Point = [((nz - z) / length) * way, (-(nx - x) / length) * way]
    return Array.from({ length: length > 0 ? steps : 0 }, (_, k) => {
      const t = (k + 0.5) / steps
      return { at: [x + t * (nx - x), z + t * (nz - z)] as Point, out }
    })
  })
}

const near = (line: readonly Point[], at: Point): boolean =>
  line.some((to, i) => i > 0 && distanceTo(at, line[i - 1], to) <= KEPT_CM)
