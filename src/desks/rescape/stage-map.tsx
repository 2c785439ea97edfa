import { patchCentre } from '@/core/plants/place'
import { softOutline } from '@/ui/drawing/geometry'
import { svgText } from '@/ui/drawing/svg-text'
import type { PlanModel } from './plan-model'

const WIDTH = 312

/** The tank from above with each planting's section number; what stays is left in pencil. */
export function StageMap({
  model: { plan, plantings, vessel, hardscape, stages },
}: {
  model: PlanModel
}) {
  const scale = WIDTH / vessel.lengthCm
  const height = vessel.depthCm * scale
  const stageOf = (id: string) =>
    plan.stages.find((stage) => stage.plantingIds.includes(id))?.number ?? null
  const colour = (name: string) => `var(--chakra-colors-${name})`
  return (
    <svg
      width={WIDTH + 4}
      height={height + 4}
      viewBox={`0 0 ${WIDTH + 4} ${height + 4}`}
      role="img"
      aria-label="Sections from above"
      style={{ maxWidth: '100%' }}
    >
      <g transform={`translate(2 ${height + 2}) scale(${scale} ${-scale})`}>
        <rect
          width={vessel.lengthCm}
          height={vessel.depthCm}
          fill={colour('margin')}
          stroke={colour('ink')}
          strokeWidth={1.4}
          vectorEffect="non-scaling-stroke"
        />
        {hardscape.map((piece) => (
          <path
            key={piece.id}
            d={softOutline(piece.footprint)}
            fill={colour('stone')}
            opacity={0.5}
          />
        ))}
        {plantings.map((planting) => {
          const stage = stageOf(planting.id)
          return (
            <path
              key={planting.id}
              d={softOutline(planting.patch)}
              fill={stage === null ? 'none' : colour('wash')}
              stroke={stage === null ? colour('graphite') : colour('ink')}
              strokeDasharray={stage === null ? '3 3' : undefined}
              vectorEffect="non-scaling-stroke"
            />
          )
        })}
      </g>
      {plantings
        .filter((planting) => stageOf(planting.id) !== null)
        .map((planting) => {
          const { x, z } = patchCentre(planting)
          return (
            <text
              key={planting.id}
              x={2 + x * scale}
              y={height + 2 - z * scale + 4}
              textAnchor="middle"
              // A small patch is narrower than its label: the edge gives way to the lettering.
              style={{ ...svgText(12, 600), paintOrder: 'stroke' }}
              fill={colour('ink')}
              stroke={colour('wash')}
              strokeWidth={4}
              strokeLinejoin="round"
            >
              {stages.length > 1 ? `${stageOf(planting.id)} · ` : ''}
              {planting.stake}
            </text>
          )
        })}
    </svg>
  )
}
