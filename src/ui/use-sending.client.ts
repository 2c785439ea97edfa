'use client'

import { useRef, useState, useTransition } from 'react'
import { ask, type Answer, type Refusal, type Sending } from './ask.client'
import { newId } from './new-id'

/**
 * One thing to be sent to the server: whether it is on its way, and what was refused. It keeps its number until it is written, so
 * that pressing again after a lost answer writes it once. `seen`: the stamp of what the page shows, for what is changed.
 * `overruling`: the stamp of what stands by now, when the keeper has seen it and changes it all the same.
 *
 * It is busy until the page shows what was written (the transition ends with the page's own): pressed before, "undo" would carry
 * the stamp of what stood before the write and be refused for it.
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
  const [busy, startSending] = useTransition()
  const [refusal, setRefusal] = useState<Refusal | null>(null)
  const send = <T>(act: (sending: Sending) => Promise<Answer<T>>, overruling?: string) =>
    new Promise<Answer<T>>((answered) => {
      // What was refused before is not said of what is on its way.
      setRefusal(null)
      startSending(async () => {
        const answer = await ask(() => act({ id: id.current, seen: overruling ?? seen }))
        setRefusal(answer.ok ? null : answer)
        if (answer.ok) id.current = newId()
        answered(answer)
      })
    })
  return { busy, refusal, send }
}
