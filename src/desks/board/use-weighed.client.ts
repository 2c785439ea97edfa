'use client'

import { useEffect, useRef, useState } from 'react'
import { sameFact } from '@/core/history/diff'
import type { Board } from '@/core/history/types'
import { ask, sayProblems, type Answer } from '@/ui/ask.client'
import { weighBoard } from './actions'
import type { Weighed } from './weighed'

/** A hand pauses this long between two strokes. */
const PAUSE_MS = 250

/** A board and what it comes to, as they came with the page. */
interface FirstWeighed {
  board: Board
  weighed: Weighed
}

/**
 * What a board comes to, worked out by the server when the hand rests; the last answer stands until the next. What came with the page is not
 * asked for again. A board of null: none is asked for.
 */
export function useWeighed(
  slug: string,
  board: Board | null,
  first: FirstWeighed | null = null,
): { weighed: Weighed | null; problem: string | null; weighAgain: () => void } {
  const [weighed, setWeighed] = useState<Weighed | null>(first?.weighed ?? null)
  const [problem, setProblem] = useState<string | null>(null)
  const [asked, setAsked] = useState(0)
  const came = useRef(first)
  useEffect(() => {
    if (board === null) return
    let dropped = false
    const known = asked === 0 && came.current && sameFact(board, came.current.board)
    const pause = setTimeout(
      async () => {
        const answer: Answer<Weighed> = known
          ? { ok: true, value: came.current!.weighed }
          : await ask(() => weighBoard(slug, board))
        // A later stroke asks for itself.
        if (dropped) return
        setProblem(answer.ok ? null : sayProblems(answer))
        if (answer.ok) setWeighed(answer.value)
      },
      known ? 0 : PAUSE_MS,
    )
    return () => {
      dropped = true
      clearTimeout(pause)
    }
  }, [slug, board, asked])
  /** What it rests on was changed: prices, say. */
  const weighAgain = () => setAsked((times) => times + 1)
  return { weighed, problem, weighAgain }
}
