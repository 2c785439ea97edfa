import type { Tank } from '../history/tank-at'
import type { Glass, Polygon } from '../history/types'

/** How far a thing reaches that a vessel does not hold, cm; of the ground itself without a name. */
export interface Outside {
  side: 'lengthCm' | 'depthCm' | 'heightCm'
  name: string | null
  cm: number
}

/** What of a layout would stand outside a vessel of these inside measures, and on which side: for a keeper who puts the measures right. Empty when all fits. */
export function outsideGlass(
  { layout, plantings }: Pick<Tank, 'layout' | 'plantings'>,
  vessel: Pick<Glass, 'lengthCm' | 'depthCm' | 'heightCm'>,
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
    ...reaches.filter(({ side, cm }) => cm > vessel[side]),
    ...(groundCm >= vessel.heightCm
      ? [{ side: 'heightCm' as const, name: null, cm: groundCm }]
      : []),
  ]
}

const farthest = (corners: Polygon, axis: 0 | 1) => Math.max(...corners.map((point) => point[axis]))

const reachOf = (name: string, plan: Polygon): Outside[] => [
  { side: 'lengthCm', name, cm: farthest(plan, 0) },
  { side: 'depthCm', name, cm: farthest(plan, 1) },
]
