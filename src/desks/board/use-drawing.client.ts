'use client'

import { useMemo } from 'react'
import { boxOf } from '@/core/board/board'
import { outlineDrawn } from '@/core/board/outline'
import { putPiece, putPieceDrawn, putPlanting, usualPlace } from '@/core/board/put'
import { roundPatch, type PieceShape } from '@/core/board/shapes'
import { putArea, putStrip } from '@/core/board/ground-edit'
import { leaveBare } from '@/core/board/bare'
import { ok, refuse, type Result } from '@/core/quantity/result'
import type { GroundChoice } from './tools.client'
import type { Board, Glass, Point, Species } from '@/core/history/types'
import { newId } from '@/ui/new-id'
import { snapped, type Sheet } from './sheet'
import type { BoardInHand } from './use-board.client'
import { useStroke } from './use-stroke.client'

/** A new thing drawn in the plan: freehand round its place, or from corner to corner; a tap sets one of the usual size. */
export function useDrawing({
  hand,
  glass,
  sheet,
  svg,
  kind,
  shape,
  freehand,
  ground,
  onRefused,
}: {
  hand: BoardInHand
  glass: Glass
  sheet: Sheet
  svg: React.RefObject<SVGSVGElement | null>
  /** Null: nothing is planted, the spot is left bare. */
  kind: Species | null
  shape: PieceShape
  freehand: boolean
  ground: GroundChoice
  onRefused: (says: string | null) => void
}) {
  const byHand =
    (freehand && (hand.tool === 'planting' || hand.tool === 'piece')) || hand.tool === 'ground'
  const put = (drawn: readonly Point[], fine: boolean) => {
    const id = newId()
    if (hand.tool === 'ground') {
      const put = groundDrawn(hand.board, glass, drawn, ground, id)
      if (put.ok) hand.commit(put.value)
      return onRefused(put.ok ? null : put.problem)
    }
    if (hand.tool === 'planting' && kind === null) {
      const spot = spotDrawn(glass, drawn, fine, byHand)
      if (spot.ok) hand.commit(leaveBare(hand.board, glass, spot.value, id))
      return onRefused(spot.ok ? null : spot.problem)
    }
    const drawing = thingDrawn(hand, glass, drawn, fine, { kind, shape, byHand }, id)
    if (!drawing.ok) return onRefused(drawing.problem)
    hand.commit(drawing.value)
    onRefused(null)
    hand.select(id)
  }
  const { bind, points } = useStroke(hand, sheet, svg, put)
  const open = hand.tool === 'ground' && ground.act === 'a strip'
  const path = useMemo(() => outlineOf(points, byHand, sheet, open), [points, byHand, sheet, open])
  return { bind, path }
}

/** A planting or a piece where it was drawn: freehand round its place, from corner to corner, or tapped. */
function thingDrawn(
  hand: BoardInHand,
  glass: Glass,
  drawn: readonly Point[],
  fine: boolean,
  { kind, shape, byHand }: { kind: Species | null; shape: PieceShape; byHand: boolean },
  id: string,
): Result<Board> {
  const at = drawn[0]
  const box = boxOf(drawn.map(([x, z]): Point => [snapped(x, fine), snapped(z, fine)]))
  const tapped = box.right - box.left < 1 && box.back - box.front < 1
  if (hand.tool === 'piece' || kind === null) {
    if (byHand && !tapped) {
      const drawnRound = outlineDrawn(drawn, glass)
      return drawnRound.ok
        ? ok(putPieceDrawn(hand.board, glass, shape, drawnRound.value, id))
        : drawnRound
    }
    const place = tapped ? { x: at[0], z: at[1] } : within(box, glass)
    return ok(putPiece(hand.board, glass, shape, place, id))
  }
  const outline = byHand && !tapped ? outlineDrawn(drawn, glass) : null
  if (outline && !outline.ok) return outline
  const wide = tapped ? usualPlace(at, kind, glass) : within(box, glass)
  const patch = outline?.ok
    ? outline.value
    : roundPatch(wide.left, wide.right, wide.front, wide.back)
  return ok(putPlanting(hand.board, glass, kind, patch, id))
}

/** A spot to be left bare, as it was drawn; a tap is none. */
function spotDrawn(
  glass: Glass,
  drawn: readonly Point[],
  fine: boolean,
  byHand: boolean,
): Result<readonly Point[]> {
  if (byHand) return outlineDrawn(drawn, glass)
  const box = boxOf(drawn.map(([x, z]): Point => [snapped(x, fine), snapped(z, fine)]))
  if (box.right - box.left < 1 || box.back - box.front < 1)
    return refuse('Draw round the spot that is to stay bare.')
  const { left, right, front, back } = within(box, glass)
  return ok(roundPatch(left, right, front, back))
}

/** An area or a strip of the ground, as it was drawn. */
function groundDrawn(
  board: Board,
  glass: Glass,
  drawn: readonly Point[],
  { act, material }: GroundChoice,
  id: string,
): Result<Board> {
  if (act === 'a strip') return putStrip(board, glass, drawn, id)
  const outline = outlineDrawn(drawn, glass)
  return outline.ok ? ok(putArea(board, glass, outline.value, material, id)) : outline
}

/** The outline as it is being drawn, as path data; null until it has an extent. */
function outlineOf(
  points: readonly Point[],
  byHand: boolean,
  sheet: Sheet,
  open: boolean,
): string | null {
  if (points.length < 2) return null
  const page = (list: readonly Point[]) =>
    `M${list.map(([x, z]) => `${sheet.x(x)} ${sheet.y(z)}`).join('L')}${open ? '' : 'Z'}`
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
