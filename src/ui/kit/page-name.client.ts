'use client'

import { newId } from '../new-id'

const KEPT_AS = 'vivero page'
const LOCK = 'vivero page '

let name: string | null = null
let claimed: Promise<void> | null = null

/** The name of this page (a window, a tab), the same after a reload. */
export function pageName(): string {
  name ??= keptName() ?? renamed()
  return name
}

function keptName(): string | null {
  try {
    return sessionStorage.getItem(KEPT_AS)
  } catch {
    return null
  }
}

function renamed(): string {
  name = newId()
  try {
    sessionStorage.setItem(KEPT_AS, name)
  } catch {
    // It has its name as long as it is not opened anew.
  }
  return name
}

/** Holds this page's name as long as it is open; a tab that was doubled gets one of its own first. */
export function claimPage(): Promise<void> {
  claimed ??= claim(pageName())
  return claimed
}

function claim(own: string): Promise<void> {
  if (!('locks' in navigator)) return Promise.resolve()
  return new Promise((held) => {
    navigator.locks
      .request(LOCK + own, { ifAvailable: true }, (lock) => {
        if (lock) {
          held()
          // Never let go by hand: the browser does, when the page is closed.
          return new Promise<void>(() => {})
        }
        return claim(renamed()).then(held)
      })
      .catch(() => held())
  })
}

/** The names of the pages that are open in this browser. */
export async function openPages(): Promise<ReadonlySet<string>> {
  if (!('locks' in navigator)) return new Set([pageName()])
  const { held = [] } = await navigator.locks.query()
  return new Set(
    held.flatMap(({ name: lock = '' }) => (lock.startsWith(LOCK) ? [lock.slice(LOCK.length)] : [])),
  )
}
