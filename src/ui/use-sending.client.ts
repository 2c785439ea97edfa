'use client'

import { useRef, useState } from 'react'
import { ask, type Answer, type Refusal, type Sending } from './ask.client'
import { newId } from './new-id'

/**
 * So long after a write of its own the page may still show what stood before it: what it changes then was changed by itself, and is
 * not held against the stamp it shows.
 */
const REFRESH_MS = 5000

/**
 * One thing to be sent to the server: whether it is on its way, and what was refused. It keeps its number until it is written, so
 * that pressing again after a lost answer writes it once. `seen`: the stamp of what the page shows, for what is changed.
 */
export function useSending(seen: string | null = null): {
  busy: boolean
  refusal: Refusal | null
  send: <T>(
    act: (sending: Sending) => Promise<Answer<T>>,
    overruling?: string,
  ) => Promise<Answer<T>>
} {
  const [first] = useState(newId)
  const id = useRef(first)
  const wrote = useRef<{ seen: string | null; at: number } | null>(null)
  const [busy, setBusy] = useState(false)
  const [refusal, setRefusal] = useState<Refusal | null>(null)
  const send = async <T>(act: (sending: Sending) => Promise<Answer<T>>, overruling?: string) => {
    setBusy(true)
    const own = wrote.current
    const mine = own !== null && own.seen === seen && performance.now() - own.at < REFRESH_MS
    const answer = await ask(() =>
      act({ id: id.current, seen: overruling ?? (mine ? null : seen) }),
    )
    setBusy(false)
    setRefusal(answer.ok ? null : answer)
    if (answer.ok) {
      id.current = newId()
      wrote.current = { seen, at: performance.now() }
    }
    return answer
  }
  return { busy, refusal, send }
}
