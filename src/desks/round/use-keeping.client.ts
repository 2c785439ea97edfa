'use client'

import { useEffect, useRef } from 'react'
import type { RoundAnswers } from '@/core/routine/round/answers'
import { ask, NO_ANSWER, sayProblems, type Refusal } from '@/ui/ask.client'
import { forget, recall, remember } from '@/ui/kit/at-hand.client'
import { keepAnswers } from './actions'

const TRY_AGAIN_MS = 5000

const placeOf = (slug: string) => `round ${slug}`

/** What of a round never reached Vivero from this page's machine, or null. */
export const unsentRound = (slug: string): RoundAnswers | null =>
  recall<RoundAnswers>(placeOf(slug)) ?? null

export const forgetUnsent = (slug: string): void => forget(placeOf(slug))

function sayUnkept(refusal: Refusal): string {
  if (refusal.problems[0].says !== NO_ANSWER) return sayProblems(refusal)
  return 'Vivero cannot be reached just now. Walk on: your answers are kept on this machine, and sent when it is back.'
}

export interface Keeping {
  keep: (answers: RoundAnswers) => void
  /** Waits for what is on its way and sends nothing more. */
  settle: () => Promise<void>
}

/** Keeps every change: at hand first, then with Vivero, one after the other, the newest last. What does not get through is sent again by itself. */
export function useKeeping(slug: string, onProblem: (problem: string | null) => void): Keeping {
  const waiting = useRef<RoundAnswers | null>(null)
  const sending = useRef<Promise<void> | null>(null)
  const again = useRef<ReturnType<typeof setTimeout> | null>(null)
  const send = async () => {
    while (waiting.current) {
      const next = waiting.current
      waiting.current = null
      const answer = await ask(() => keepAnswers(slug, next))
      onProblem(answer.ok ? null : sayUnkept(answer))
      if (answer.ok) {
        if (!waiting.current) forget(placeOf(slug))
      } else if (answer.problems[0].says === NO_ANSWER && !waiting.current) {
        waiting.current = next
        break
      }
    }
    sending.current = null
    if (waiting.current) again.current = setTimeout(start, TRY_AGAIN_MS)
  }
  const start = () => {
    if (again.current) clearTimeout(again.current)
    again.current = null
    sending.current ??= send()
  }
  useEffect(() => {
    const back = () => {
      if (waiting.current) start()
    }
    window.addEventListener('online', back)
    return () => {
      window.removeEventListener('online', back)
      if (again.current) clearTimeout(again.current)
    }
  })
  return {
    keep: (answers) => {
      remember(placeOf(slug), answers)
      waiting.current = answers
      start()
    },
    settle: async () => {
      if (again.current) clearTimeout(again.current)
      waiting.current = null
      await sending.current
    },
  }
}
