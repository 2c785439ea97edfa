'use client'

import { useCallback, useEffect, useRef } from 'react'
import type { SharedRound } from '@/core/routine/round/merge'
import { Line, type Told } from './line.client'

/** The line of a page to the server, as long as the page is there. */
export function useKeeping(slug: string, begun: SharedRound, told: Told): () => Line {
  const line = useRef<Line | null>(null)
  const telling = useRef(told)
  useEffect(() => {
    telling.current = told
  })
  const start = useRef(begun)
  const current = useCallback(
    () => (line.current ??= new Line(slug, start.current, () => telling.current)),
    [slug],
  )
  useEffect(() => {
    const open = current()
    void open.takeUp()
    return open.listen()
  }, [current])
  return current
}
