'use client'

import { newId } from '../new-id'
import { claimPage, openPages, pageName } from './page-name.client'

/**
 * What is written on a page and not sent yet, kept in this browser under the page's own name: two windows on the same form keep each its
 * own. What a page left that is closed by now is offered to the next. A browser that keeps nothing is no fault.
 */
const PREFIX = 'vivero '
const keyOf = (place: string, page: string) => `${PREFIX}${place} @${page}`

export interface Left<T> {
  /** The page that wrote it; closed by now, but for one's own. */
  page: string
  at: number
  value: T
}

export function keepOwn(place: string, value: unknown): void {
  put(keyOf(place, pageName()), JSON.stringify({ at: Date.now(), value }))
}

export function letOwnGo(place: string): void {
  drop(keyOf(place, pageName()))
}

/** What this page itself kept, or null. Whoever asks must expect any shape. */
export const ownKept = <T>(place: string): Left<T> | null =>
  read<T>(keyOf(place, pageName()), pageName())

/** What pages left that are closed by now, the latest first. */
export async function leftBehind<T>(place: string): Promise<Left<T>[]> {
  await claimPage()
  const open = await openPages().catch(() => new Set([pageName()]))
  return keysOf(place)
    .filter(({ page }) => page !== pageName() && !open.has(page))
    .flatMap(({ key, page }) => read<T>(key, page) ?? [])
    .sort((a, b) => b.at - a.at)
}

/** Makes what another page left this page's own; what this one had is left in its place, under the name of `aside`. */
export function takeOver<T>(
  place: string,
  page: string,
  aside = `closed-${newId()}`,
): Left<T> | null {
  const from = page === '' ? PREFIX + place : keyOf(place, page)
  const taken = read<T>(from, page)
  if (!taken) return null
  const own = text(keyOf(place, pageName()))
  if (own !== null) put(keyOf(place, aside), own)
  put(keyOf(place, pageName()), JSON.stringify({ at: taken.at, value: taken.value }))
  drop(from)
  return { ...taken, page: pageName() }
}

/** Lets go for good what a closed page left. */
export function forgetLeft(place: string, page: string): void {
  drop(page === '' ? PREFIX + place : keyOf(place, page))
}

/** This page's own, or else the latest that was left behind. */
export async function takeUp<T>(place: string): Promise<Left<T> | null> {
  const [latest] = await leftBehind<T>(place)
  return ownKept<T>(place) ?? (latest ? takeOver<T>(place, latest.page) : null)
}

/** What is kept at a place by whichever page; what an older Vivero kept has no page. */
function keysOf(place: string): { key: string; page: string }[] {
  const bare = PREFIX + place
  return allKeys().flatMap((key) => {
    if (key === bare) return [{ key, page: '' }]
    return key.startsWith(`${bare} @`) ? [{ key, page: key.slice(bare.length + 2) }] : []
  })
}

function read<T>(key: string, page: string): Left<T> | null {
  const kept = text(key)
  if (kept === null) return null
  try {
    const raw: unknown = JSON.parse(kept)
    if (typeof raw !== 'object' || raw === null) return null
    const { at, value } = raw as { at?: unknown; value?: T }
    return {
      page,
      at: typeof at === 'number' ? at : 0,
      value: page === '' ? (raw as T) : (value as T),
    }
  } catch {
    return null
  }
}

function text(key: string): string | null {
  try {
    return localStorage.getItem(key)
  } catch {
    return null
  }
}
function put(key: string, value: string): void {
  try {
    localStorage.setItem(key, value)
  } catch {
    // Nothing to be done here: the page still holds it.
  }
}
function drop(key: string): void {
  try {
    localStorage.removeItem(key)
  } catch {
    // As above.
  }
}
function allKeys(): string[] {
  try {
    return Object.keys(localStorage)
  } catch {
    return []
  }
}
