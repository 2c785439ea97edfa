'use client'

import { useEffect, useState } from 'react'
import type { Board } from '@/core/history/types'
import { ask, sayProblems } from '@/ui/ask.client'
import { weighBoard } from './actions'
import type { Weighed } from './weighed'

/** A hand pauses this long between two strokes. */
const PAUSE_MS = 250

/** What a board comes to, worked out by the server when the hand rests; the last answer stands until the next. Null: none is asked for. */
export function useWeighed(
  slug: string,
  board: Board | null,
): { weighed: Weighed | null; problem: string | null; weighAgain: () => void } {
  const [weighed, setWeighed] = useState<Weighed | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const [asked, setAsked] = useState(0)
  useEffect(() => {
    if (board === null) return
    let dropped = false
    const pause = setTimeout(async () => {
      const answer = await ask(() => weighBoard(slug, board))
      // A later stroke asks for itself.
      if (dropped) return
      setProblem(answer.ok ? null : sayProblems(answer))
      if (answer.ok) setWeighed(answer.value)
    }, PAUSE_MS)
    return () => {
      dropped = true
      clearTimeout(pause)
    }
  }, [slug, board, asked])
  /** What it rests on was changed: prices, say. */
  const weighAgain = () => setAsked((times) => times + 1)
  return { weighed, problem, weighAgain }
}
