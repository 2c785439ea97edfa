'use client'

import { useState, useSyncExternalStore } from 'react'

/**
 * What is kept in this browser until the server has it: drafts of forms, answers of a round. A browser that keeps nothing (a private
 * window, a full store) is no fault: then it is as if it were never kept.
 */
const PREFIX = 'vivero '

export function remember(place: string, value: unknown): void {
  try {
    localStorage.setItem(PREFIX + place, JSON.stringify(value))
  } catch {
    // Nothing to be done here: the form still holds it.
  }
}

/** What was kept at a place, or undefined. Whoever asks must expect any shape. */
export function recall<T>(place: string): T | undefined {
  try {
    const text = localStorage.getItem(PREFIX + place)
    return text === null ? undefined : (JSON.parse(text) as T)
  } catch {
    return undefined
  }
}

export function forget(place: string): void {
  try {
    localStorage.removeItem(PREFIX + place)
  } catch {
    // As above.
  }
}

/** A text being written, kept until it is let go: a page opened again has it still. */
export function useKeptText(place: string): {
  text: string
  write: (text: string) => void
  letGo: () => void
} {
  const [own, setOwn] = useState<string | null>(null)
  const kept = useSyncExternalStore(
    () => () => {},
    () => recall<unknown>(place),
    () => undefined,
  )
  const text = own ?? (typeof kept === 'string' ? kept : '')
  return {
    text,
    write: (next) => {
      setOwn(next)
      if (next === '') forget(place)
      else remember(place, next)
    },
    letGo: () => forget(place),
  }
}
