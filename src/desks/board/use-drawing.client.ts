'use client'

import { useDrag } from '@use-gesture/react'
import { useMemo, useState } from 'react'
import { boxOf } from '@/core/board/board'
import { outlineDrawn } from '@/core/board/outline'
import { putPiece, putPlanting, usualPlace } from '@/core/board/put'
import { roundPatch, type PieceShape } from '@/core/board/shapes'
import type { Glass, Point, Species } from '@/core/history/types'
import { newId } from '@/ui/new-id'
import { placeIn, snapped, type Sheet } from './sheet'
import type { BoardInHand } from './use-board.client'

/** A new thing drawn in the plan: freehand round its place, or from corner to corner; a tap sets one of the usual size. */
export function useDrawing({
  hand,
  glass,
  sheet,
  svg,
  kind,
  shape,
  freehand,
  onRefused,
}: {
  hand: BoardInHand
  glass: Glass
  sheet: Sheet
  svg: React.RefObject<SVGSVGElement | null>
  kind: Species
  shape: PieceShape
  freehand: boolean
  onRefused: (says: string | null) => void
}) {
  const [points, setPoints] = useState<readonly Point[]>([])
  const byHand = freehand && hand.tool === 'planting'
  const put = (drawn: readonly Point[], fine: boolean) => {
    const id = newId()
    const at = drawn[0]
    const box = boxOf(drawn.map(([x, z]): Point => [snapped(x, fine), snapped(z, fine)]))
    const tapped = box.right - box.left < 1 && box.back - box.front < 1
    if (hand.tool === 'piece') {
      const place = tapped ? { x: at[0], z: at[1] } : within(box, glass)
      hand.commit(putPiece(hand.board, glass, shape, place, id))
    } else {
      const outline = byHand && !tapped ? outlineDrawn(drawn, glass) : null
      if (outline && !outline.ok) return onRefused(outline.problem)
      const wide = tapped ? usualPlace(at, kind, glass) : within(box, glass)
      const patch = outline?.ok
        ? outline.value
        : roundPatch(wide.left, wide.right, wide.front, wide.back)
      hand.commit(putPlanting(hand.board, glass, kind, patch, id))
    }
    onRefused(null)
    hand.select(id)
  }
  const bind = useDrag(
    ({ xy: [px, py], first, last, altKey }) => {
      if (!svg.current) return
      const { across, up } = placeIn(sheet, svg.current, px, py)
      const next: readonly Point[] = first ? [[across, up]] : [...points, [across, up]]
      setPoints(last ? [] : next)
      if (last) put(next, altKey)
    },
    { pointer: { keys: false } },
  )
  const path = useMemo(() => outlineOf(points, byHand, sheet), [points, byHand, sheet])
  return { bind, path }
}

/** The outline as it is being drawn, as path data; null until it has an extent. */
function outlineOf(points: readonly Point[], byHand: boolean, sheet: Sheet): string | null {
  if (points.length < 2) return null
  const page = (list: readonly Point[]) =>
    `M${list.map(([x, z]) => `${sheet.x(x)} ${sheet.y(z)}`).join('L')}Z`
  if (byHand) return page(points)
  const { left, right, front, back } = boxOf(points)
  return right > left && back > front ? page(roundPatch(left, right, front, back)) : null
}

function within(box: ReturnType<typeof boxOf>, { lengthCm, depthCm }: Glass) {
  const [left, front] = [
    Math.min(Math.max(0, box.left), lengthCm - 1),
    Math.min(Math.max(0, box.front), depthCm - 1),
  ]
  return {
    left,
    front,
    right: Math.min(lengthCm, Math.max(left + 1, box.right)),
    back: Math.min(depthCm, Math.max(front + 1, box.back)),
  }
}
