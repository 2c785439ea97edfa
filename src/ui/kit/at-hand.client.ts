'use client'

import { useEffect, useState } from 'react'
import { keepOwn, letOwnGo, takeUp } from './page-drawer.client'

/**
 * What this browser remembers, whichever page is open. A browser that keeps nothing (a private window, a full store) is no fault: then it
 * is as if it were never kept.
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

/** A text being written, kept until it is let go: a page opened again has it still. */
export function useKeptText(place: string): {
  text: string
  write: (text: string) => void
  letGo: () => void
} {
  const [text, setText] = useState('')
  useEffect(() => {
    let gone = false
    void takeUp<unknown>(place).then((kept) => {
      // What was typed meanwhile is the newer.
      if (!gone && typeof kept?.value === 'string')
        setText((typed) => (typed === '' ? (kept.value as string) : typed))
    })
    return () => {
      gone = true
    }
  }, [place])
  return {
    text,
    write: (next) => {
      setText(next)
      if (next === '') letOwnGo(place)
      else keepOwn(place, next)
    },
    letGo: () => letOwnGo(place),
  }
}
