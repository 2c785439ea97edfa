import type { Tank } from '../history/tank-at'
import type { Glass, Polygon } from '../history/types'
import { backAt, frontAt, isWithin } from '../history/glass-shape'

/** How far a thing reaches that a vessel does not hold, cm; of the ground itself without a name. */
export interface Outside {
  side: 'lengthCm' | 'depthCm' | 'heightCm' | 'shape'
  name: string | null
  cm: number
}

/** What of a layout would stand outside a vessel of these inside measures, and on which side: for a keeper who puts the measures right. Empty when all fits. */
export function outsideGlass(
  { layout, plantings }: Pick<Tank, 'layout' | 'plantings'>,
  vessel: Pick<Glass, 'lengthCm' | 'depthCm' | 'heightCm' | 'build'>,
): Outside[] {
  if (!layout) return []
  const reaches = [
    ...plantings.flatMap(({ stake, patch }) => reachOf(stake, patch)),
    ...layout.hardscape.flatMap(({ label, footprint, outline }): Outside[] => [
      ...reachOf(label, footprint),
      { side: 'heightCm', name: label, cm: farthest(outline, 1) },
    ]),
  ]
  const groundCm = Math.max(
    ...layout.ground.profile.flatMap(({ frontCm, backCm }) => [frontCm, backCm]),
  )
  return [
    ...reaches.filter(({ side, cm }) => side !== 'shape' && cm > vessel[side]),
    ...beyondPanes({ layout, plantings }, vessel),
    ...(groundCm >= vessel.heightCm
      ? [{ side: 'heightCm' as const, name: null, cm: groundCm }]
      : []),
  ]
}

/** What a box of these measures would hold and this shape, or the room before its chamber, does not. */
function beyondPanes(
  { layout, plantings }: Pick<Tank, 'layout' | 'plantings'>,
  vessel: Pick<Glass, 'lengthCm' | 'depthCm' | 'build'>,
): Outside[] {
  if (!vessel.build) return []
  const plans: [string, Polygon][] = [
    ...plantings.map(({ stake, patch }): [string, Polygon] => [stake, patch]),
    ...(layout?.hardscape ?? []).map(({ label, footprint }): [string, Polygon] => [
      label,
      footprint,
    ]),
  ]
  return plans.flatMap(([name, plan]): Outside[] => {
    const out = plan.filter(
      ([x, z]) =>
        x <= vessel.lengthCm && z <= vessel.depthCm && !isWithin(vessel, [x, z], SLACK_CM),
    )
    if (out.length === 0) return []
    const cm = Math.max(
      ...out.map(([x, z]) => Math.max(frontAt(vessel, x) - z, z - backAt(vessel, x))),
    )
    return [{ side: 'shape', name, cm }]
  })
}
/** A hand draws no finer, cm. */
const SLACK_CM = 0.5

const farthest = (corners: Polygon, axis: 0 | 1) => Math.max(...corners.map((point) => point[axis]))

const reachOf = (name: string, plan: Polygon): Outside[] => [
  { side: 'lengthCm', name, cm: farthest(plan, 0) },
  { side: 'depthCm', name, cm: farthest(plan, 1) },
]
