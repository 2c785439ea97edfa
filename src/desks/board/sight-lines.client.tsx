import { hiddenBehind } from '@/core/layout/hidden-from-front'
import type { Board, Glass } from '@/core/history/types'
import type { Sheet } from './sheet'

const colour = (name: string) => `var(--chakra-colors-${name})`

/** What stones and wood hide from one who stands before the middle of the tank, cut off at the back glass. */
export function SightLines({ board, glass, sheet }: { board: Board; glass: Glass; sheet: Sheet }) {
  return (
    <g style={{ pointerEvents: 'none' }} data-testid="sight-lines">
      <clipPath id="within-panes">
        <rect
          x={sheet.x(0)}
          y={sheet.y(glass.depthCm)}
          width={glass.lengthCm * sheet.scale}
          height={glass.depthCm * sheet.scale}
        />
      </clipPath>
      {board.pieces.map((piece) => (
        <path
          key={piece.id}
          clipPath="url(#within-panes)"
          d={`M${hiddenBehind(piece, glass)
            .map(([x, z]) => `${sheet.x(x)} ${sheet.y(z)}`)
            .join('L')}Z`}
          fill={colour('pencil')}
          fillOpacity={0.14}
          stroke={colour('pencil')}
          strokeDasharray="5 4"
        />
      ))}
    </g>
  )
}
