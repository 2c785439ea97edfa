import { backAt, frontAt, type FloorPlan } from '../history/glass-shape'
import type { Ground, GroundStation } from '../history/types'
import { groundDepth } from './ground-depth'

/** An area that steps up or down is followed in steps of so much, cm. */
const STEP_CM = 0.5
/** So far behind a pane its ground is read, cm. */
const BEHIND_PANE_CM = 0.01

/** The ground as it is seen along the front and the back glass: its stations, or, where areas have a depth of their own, read step by step. */
export function groundLine(
  ground: Pick<Ground, 'profile'> & Partial<Pick<Ground, 'areas'>>,
  plan: FloorPlan,
): readonly GroundStation[] {
  if (!ground.areas?.some(({ own }) => own !== undefined)) return ground.profile
  const steps = Math.ceil(plan.lengthCm / STEP_CM)
  return Array.from({ length: steps + 1 }, (_, i) => {
    const x = Math.min(plan.lengthCm, i * STEP_CM)
    const at = (z: number) => groundDepth(ground, plan.depthCm, x, z)
    return {
      x,
      frontCm: at(frontAt(plan, x) + BEHIND_PANE_CM),
      backCm: at(backAt(plan, x) - BEHIND_PANE_CM),
    }
  })
}
