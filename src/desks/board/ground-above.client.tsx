import { boxOf } from '@/core/board/board'
import { isSoil } from '@/core/history/ground-kinds'
import type { BoardGround } from '@/core/history/types'
import { svgText } from '@/ui/drawing/svg-text'
import type { Sheet } from './sheet'

const colour = (name: string) => `var(--chakra-colors-${name})`

/** What of the ground is drawn from above: areas of another material, dotted where they are grains and hatched where they are soil, and strips. */
export function GroundAbove({ ground, sheet }: { ground: BoardGround; sheet: Sheet }) {
  const { areas = [], barriers = [] } = ground
  if (areas.length + barriers.length === 0) return null
  return (
    <g style={{ pointerEvents: 'none' }} data-testid="ground-above">
      <defs>
        <pattern id="ground-grains" width={7} height={7} patternUnits="userSpaceOnUse">
          <circle cx={1.5} cy={1.5} r={0.8} fill={colour('pencil')} />
          <circle cx={5} cy={5} r={0.8} fill={colour('pencil')} />
        </pattern>
        <pattern id="ground-soil" width={7} height={7} patternUnits="userSpaceOnUse">
          <path d="M0 7L7 0" stroke={colour('ground')} strokeWidth={1.4} />
        </pattern>
      </defs>
      {areas.map(({ id, outline }) => (
        <path
          key={id}
          d={`M${outline.map(([x, z]) => `${sheet.x(x)} ${sheet.y(z)}`).join('L')}Z`}
          fill={colour('paper')}
        />
      ))}
      {areas.map(({ id, outline, material }) => (
        <path
          key={id}
          d={`M${outline.map(([x, z]) => `${sheet.x(x)} ${sheet.y(z)}`).join('L')}Z`}
          fill={`url(#ground-${isSoil(material) ? 'soil' : 'grains'})`}
          stroke={colour('pencil')}
          strokeWidth={1}
        />
      ))}
      {barriers.map(({ id, line }) => (
        <path
          key={id}
          d={`M${line.map(([x, z]) => `${sheet.x(x)} ${sheet.y(z)}`).join('L')}`}
          fill="none"
          stroke={colour('ink')}
          strokeWidth={3}
          strokeDasharray="1 3"
        />
      ))}
      {areas.map(({ id, outline, material }) => {
        // Beside the middle, where the code of a planting stands.
        const { left, right, front, back } = boxOf(outline)
        const [x, z] = [left + (right - left) * 0.12, (front + back) / 2]
        return (
          <text
            key={id}
            x={sheet.x(x)}
            y={sheet.y(z) + 4}
            textAnchor="middle"
            fill={colour('pencil')}
            stroke={colour('paper')}
            strokeWidth={3}
            paintOrder="stroke"
            style={svgText(11)}
          >
            {material}
          </text>
        )
      })}
    </g>
  )
}
