'use client'

import { outlineDrawn } from '@/core/board/outline'
import { outlinedFromFront } from '@/core/board/put'
import type { BoardPiece, Glass } from '@/core/history/types'
import type { Sheet } from './sheet'
import type { BoardInHand } from './use-board.client'
import { useStroke } from './use-stroke.client'

const colour = (name: string) => `var(--chakra-colors-${name})`

/** The outline of the piece in hand, drawn from the front over all that stands. */
export function OutlineByHand({
  hand,
  piece,
  glass,
  sheet,
  svg,
  onRefused,
}: {
  hand: BoardInHand
  piece: BoardPiece
  glass: Glass
  sheet: Sheet
  svg: React.RefObject<SVGSVGElement | null>
  onRefused: (says: string | null) => void
}) {
  const { bind, points } = useStroke(hand, sheet, svg, (stroke) => {
    const drawn = outlineDrawn(stroke, { lengthCm: glass.lengthCm, depthCm: glass.heightCm })
    if (drawn.ok) hand.commit(outlinedFromFront(hand.board, glass, piece.id, drawn.value))
    onRefused(drawn.ok ? null : drawn.problem)
  })
  return (
    <>
      <rect
        {...bind()}
        x={sheet.x(0)}
        y={sheet.y(sheet.up)}
        width={sheet.across * sheet.scale}
        height={sheet.up * sheet.scale}
        fill="transparent"
        data-testid="drawing-outline"
        style={{ cursor: 'crosshair', touchAction: 'none' }}
      />
      {points.length > 1 ? (
        <path
          d={`M${points.map(([x, y]) => `${sheet.x(x)} ${sheet.y(y)}`).join('L')}Z`}
          fill={colour('wash')}
          fillOpacity={0.5}
          stroke={colour('water')}
          strokeWidth={1.6}
          style={{ pointerEvents: 'none' }}
        />
      ) : null}
    </>
  )
}
