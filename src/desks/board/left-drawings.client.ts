'use client'

import { newId } from '@/ui/new-id'
import { forgetLeft, leftBehind, letOwnGo, ownKept, takeOver } from '@/ui/kit/page-drawer.client'
import { stepsOf } from './store.client'

/** A drawing that was begun in a window that is closed by now. */
export interface LeftDrawing {
  page: string
  at: number
}

/** What an older Vivero kept of a board bore no mark of ours. */
function nameOld(place: string): void {
  try {
    for (const key of [place, stepsOf(place)]) {
      const old = localStorage.getItem(key)
      if (old === null) continue
      localStorage.setItem(`vivero ${key}`, old)
      localStorage.removeItem(key)
    }
  } catch {
    // A browser that keeps nothing.
  }
}

/** The drawings of a board that wait in this browser, the latest first. Where nothing was drawn, nothing waits. */
export async function leftDrawings(place: string): Promise<LeftDrawing[]> {
  nameOld(place)
  const steps = await leftBehind<Steps>(stepsOf(place))
  const drawn = steps.filter(({ value }) => isDrawn(value))
  const pages = new Set(drawn.map(({ page }) => page))
  for (const one of [place, stepsOf(place)])
    for (const { page } of await leftBehind(one)) if (!pages.has(page)) forgetLeft(one, page)
  return drawn.map(({ page, at }) => ({ page, at }))
}

interface Steps {
  state?: { pastStates?: unknown[] }
}
const isDrawn = (steps: Steps | undefined) => (steps?.state?.pastStates?.length ?? 0) > 0

/** Makes a drawing that waits this page's own; what was drawn here waits in its place. */
export function takeDrawing(place: string, page: string): void {
  if (!isDrawn(ownKept<Steps>(stepsOf(place))?.value)) {
    letOwnGo(place)
    letOwnGo(stepsOf(place))
  }
  const aside = `closed-${newId()}`
  takeOver(place, page, aside)
  takeOver(stepsOf(place), page, aside)
}
