'use client'

import { useRef, useState } from 'react'
import { ask, type Answer, type Refusal, type Sending } from './ask.client'
import { newId } from './new-id'

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
  const [busy, setBusy] = useState(false)
  const [refusal, setRefusal] = useState<Refusal | null>(null)
  const send = async <T>(act: (sending: Sending) => Promise<Answer<T>>, overruling?: string) => {
    setBusy(true)
    const answer = await ask(() => act({ id: id.current, seen: overruling ?? seen }))
    setBusy(false)
    setRefusal(answer.ok ? null : answer)
    if (answer.ok) id.current = newId()
    return answer
  }
  return { busy, refusal, send }
}
