'use client'

import { temporal } from 'zundo'
import { createStore } from 'zustand/vanilla'
import { persist, type PersistStorage } from 'zustand/middleware'
import { sameFact } from '@/core/history/diff'
import type { Board } from '@/core/history/types'
import { keepOwn, letOwnGo, ownKept } from '@/ui/kit/page-drawer.client'

interface Drawn {
  board: Board
  /** The mark of what stood when this was begun: another one means the tank was changed since. */
  begunOn: string
  /** One step, to be undone as one. The same board again is none. */
  draw: (board: Board) => void
  /** From another beginning: nothing before it can be undone. */
  beginWith: (board: Board, stamp: string) => void
}

/** So many steps can be taken back. */
const STEPS = 200

/** This page’s own drawer: two windows on one board draw each their own. While a page is made on the server there is none. */
const drawer = <T>(): PersistStorage<T> => ({
  getItem: (name) => ownKept<{ state: T; version?: number }>(name)?.value ?? null,
  setItem: keepOwn,
  removeItem: letOwnGo,
})

/** Where the steps of a board are kept. */
export const stepsOf = (place: string) => `${place} steps`

/** A board being drawn, with its steps, kept in this browser under `place` until it is written: a reload loses nothing. */
export function makeBoardStore(place: string, stood: Board, stamp: string) {
  return createStore<Drawn>()(
    persist(
      temporal(
        (set, get): Drawn => ({
          board: stood,
          begunOn: stamp,
          draw: (board) => {
            if (!sameFact(board, get().board)) set({ board })
          },
          beginWith: (board, begunOn) => set({ board, begunOn }),
        }),
        {
          limit: STEPS,
          partialize: ({ board, begunOn }) => ({ board, begunOn }),
          equality: (a, b) => a.board === b.board,
          wrapTemporal: (steps) =>
            persist(steps, { name: stepsOf(place), skipHydration: true, storage: drawer() }),
        },
      ),
      {
        name: place,
        skipHydration: true,
        storage: drawer(),
        partialize: ({ board, begunOn }) => ({ board, begunOn }),
      },
    ),
  )
}
