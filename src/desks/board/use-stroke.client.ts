'use client'

import { useDrag } from '@use-gesture/react'
import { useState, type RefObject } from 'react'
import type { Point } from '@/core/history/types'
import { givenUp } from './handling.client'
import { placeIn, type Sheet } from './sheet'
import type { BoardInHand } from './use-board.client'

/** One stroke over a view, by mouse, pen or finger: its points so far, and `onDrawn` with all of them when it ends. */
export function useStroke(
  hand: BoardInHand,
  sheet: Sheet,
  svg: RefObject<SVGSVGElement | null>,
  onDrawn: (points: readonly Point[], fine: boolean) => void,
) {
  const [points, setPoints] = useState<readonly Point[]>([])
  const bind = useDrag(
    ({ xy: [px, py], first, last, altKey, memo, ...gesture }) => {
      if (!svg.current || givenUp(gesture, hand)) {
        setPoints([])
        return
      }
      const { across, up } = placeIn(sheet, svg.current, px, py)
      // Fingers move faster than the page is drawn: the gesture remembers the stroke, not the page.
      const next: readonly Point[] = [
        ...(first ? [] : ((memo as readonly Point[] | undefined) ?? [])),
        [across, up],
      ]
      setPoints(last ? [] : next)
      if (last) onDrawn(next, altKey)
      return next
    },
    { pointer: { keys: false } },
  )
  return { bind, points }
}
