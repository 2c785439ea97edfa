import { groupsOf } from '@/core/board/groups'
import type { Board } from '@/core/history/types'
import { svgText } from '@/ui/drawing/svg-text'
import type { Sheet } from './sheet'

/** Lines round what is of one kind, with how many there are: three of a kind make a triangle. */
export function Groups({ board, sheet }: { board: Board; sheet: Sheet }) {
  return (
    <g style={{ pointerEvents: 'none' }} data-testid="groups">
      {groupsOf(board).map(({ of, at, odd }) => (
        <g key={of}>
          <path
            d={`M${at.map(([x, z]) => `${sheet.x(x)} ${sheet.y(z)}`).join('L')}${at.length > 2 ? 'Z' : ''}`}
            fill="none"
            stroke="var(--chakra-colors-water)"
            strokeWidth={1.4}
            strokeDasharray={odd ? undefined : '5 4'}
          />
          {at.map(([x, z], i) => (
            <circle
              key={i}
              cx={sheet.x(x)}
              cy={sheet.y(z)}
              r={3}
              fill="var(--chakra-colors-water)"
            />
          ))}
          <text
            x={sheet.x(at[0][0]) + 6}
            y={sheet.y(at[0][1]) - 6}
            fill="var(--chakra-colors-water)"
            stroke="var(--chakra-colors-paper)"
            strokeWidth={3}
            paintOrder="stroke"
            style={svgText(11, 650)}
          >
            {at.length} {odd ? '' : '(even)'}
          </text>
        </g>
      ))}
    </g>
  )
}
