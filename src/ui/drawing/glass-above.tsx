import { useId } from 'react'
import {
  backAt,
  chamberOf,
  isCurved,
  planOutline,
  type FloorPlan,
} from '@/core/history/glass-shape'

const colour = (name: string) => `var(--chakra-colors-${name})`
const pathOf = (points: readonly (readonly [number, number])[]) =>
  `M${points.map(([x, z]) => `${x} ${z}`).join('L')}Z`

/** Whether the panes of a vessel seen from above are more than its box. */
export const isMoreThanBox = (plan: FloorPlan): boolean => isCurved(plan) || chamberOf(plan) > 0

/**
 * The panes of a vessel seen from above, in cm, front at zero: what lies beyond a curved pane is paper again, a chamber along the back is
 * hatched. Drawn over what stands; nothing for a plain box, whose frame is enough.
 */
export function GlassAbove({ plan, transform }: { plan: FloorPlan; transform: string }) {
  const id = useId()
  if (!isMoreThanBox(plan)) return null
  const { lengthCm, depthCm } = plan
  const room = planOutline(plan)
  const [wall, chamber] = [backAt(plan, 0), chamberOf(plan)]
  return (
    <g transform={transform} style={{ pointerEvents: 'none' }} data-testid="panes">
      {isCurved(plan) ? (
        <path
          d={`M-1 -1H${lengthCm + 1}V${depthCm + 1}H-1Z${pathOf(room)}`}
          fillRule="evenodd"
          fill={colour('paper')}
        />
      ) : null}
      {chamber > 0 ? (
        <>
          <pattern id={id} width={3} height={3} patternUnits="userSpaceOnUse">
            <path d="M0 3L3 0" stroke={colour('graphite')} strokeWidth={0.3} />
          </pattern>
          <rect x={0} y={wall} width={lengthCm} height={chamber} fill={colour('paper')} />
          <rect x={0} y={wall} width={lengthCm} height={chamber} fill={`url(#${id})`} />
        </>
      ) : null}
      <path
        d={pathOf(room)}
        fill="none"
        stroke={colour('ink')}
        strokeWidth={1.8}
        vectorEffect="non-scaling-stroke"
      />
    </g>
  )
}
