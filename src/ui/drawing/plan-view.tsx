import { memo } from 'react'
import type { Scene } from '@/core/layout/scene'
import { patchCentre } from '@/core/plants/place'
import { isCurved } from '@/core/history/glass-shape'
import { GlassAbove } from './glass-above'
import { softOutline } from './geometry'
import { svgText } from './svg-text'
import { isFlat } from '@/core/plants/groups'

const colour = (name: string) => `var(--chakra-colors-${name})`
const TINT = {
  green: 'leaf-green',
  pale: 'leaf-pale',
  olive: 'leaf-olive',
  red: 'leaf-red',
} as const

/** The tank from above, to scale, front below. Bald ground shows through what no longer covers it. */
export const PlanView = memo(function PlanView({
  scene,
  width,
  left,
  title,
}: {
  scene: Scene
  width: number
  left: number
  title: string
}) {
  const { vessel, layout } = scene.tank
  const scale = width / vessel.lengthCm
  const height = vessel.depthCm * scale
  const plants = [...scene.plants].sort((a, b) => a.rootCm - b.rootCm)
  const text = { fill: colour('pencil'), style: svgText(11) }
  return (
    <svg
      width={width + left + 4}
      height={height + 6}
      viewBox={`0 0 ${width + left + 4} ${height + 6}`}
      role="img"
      aria-label={title}
      style={{ display: 'block', maxWidth: '100%' }}
    >
      <text x={left - 6} y={14} textAnchor="end" {...text}>
        back
      </text>
      <text x={left - 6} y={height - 2} textAnchor="end" {...text}>
        front
      </text>
      <g transform={`translate(${left} ${height + 2}) scale(${scale} ${-scale})`}>
        <rect x={0} y={0} width={vessel.lengthCm} height={vessel.depthCm} fill={colour('margin')} />
        {plants.map(({ planting, staged, cover }) => {
          const floats = planting.zone === 'surface'
          const share = isFlat(staged.species.group) ? cover.value / 100 : 1
          return (
            <path
              key={planting.id}
              d={softOutline(planting.patch)}
              fill={colour(TINT[staged.species.leaf.tint])}
              fillOpacity={floats ? 0.1 : 0.25 + 0.6 * share}
              stroke={scene.pencil ? colour('pencil') : colour('ink')}
              strokeWidth={1}
              strokeDasharray={floats || scene.pencil ? '4 3' : undefined}
              vectorEffect="non-scaling-stroke"
            />
          )
        })}
        {layout?.hardscape.map((piece) => (
          <path
            key={piece.id}
            d={softOutline(piece.footprint)}
            fill={colour(piece.material)}
            stroke={colour('ink')}
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
        ))}
        <GlassAbove plan={vessel} transform="" />
        <rect
          x={0}
          y={0}
          width={vessel.lengthCm}
          height={vessel.depthCm}
          visibility={isCurved(vessel) ? 'hidden' : undefined}
          fill="none"
          stroke={colour('ink')}
          strokeWidth={1.6}
          vectorEffect="non-scaling-stroke"
        />
      </g>
      {placeCodes(plants, (x, z) => [left + x * scale, height + 2 - z * scale + 4]).map(
        ({ id, stake, at: [x, y] }) => (
          <text
            key={id}
            x={x}
            y={y}
            textAnchor="middle"
            fill={colour('ink')}
            style={svgText(11, 650)}
          >
            {stake}
          </text>
        ),
      )}
    </svg>
  )
})

/** Room a code takes, pixels, and where it may step aside to when another stands in its place. */
const CODE = { width: 17, height: 11 } as const
const ASIDE = [
  [0, 0],
  [0, -CODE.height],
  [0, CODE.height],
  [CODE.width, 0],
  [-CODE.width, 0],
] as const

/** A code in the middle of each patch, stepping aside where two patches share their middle. Floaters lie over the others: their code goes to a front corner of their own. */
export function placeCodes(
  plants: Scene['plants'],
  toPage: (x: number, z: number) => [number, number],
): { id: string; stake: string; at: [number, number] }[] {
  const placed: { id: string; stake: string; at: [number, number] }[] = []
  for (const { planting } of plants) {
    const floats = planting.zone === 'surface'
    const centre = patchCentre(planting)
    const [x, y] = toPage(
      floats ? Math.max(...planting.patch.map((point) => point[0])) - 4 : centre.x,
      floats ? Math.min(...planting.patch.map((point) => point[1])) + 3 : centre.z,
    )
    const free =
      ASIDE.find(([dx, dy]) =>
        placed.every(
          (other) =>
            Math.abs(other.at[0] - x - dx) >= CODE.width ||
            Math.abs(other.at[1] - y - dy) >= CODE.height,
        ),
      ) ?? ASIDE[0]
    placed.push({ id: planting.id, stake: planting.stake, at: [x + free[0], y + free[1]] })
  }
  return placed
}
