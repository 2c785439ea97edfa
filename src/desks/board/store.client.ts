'use client'

import { temporal } from 'zundo'
import { createStore } from 'zustand/vanilla'
import { createJSONStorage, persist } from 'zustand/middleware'
import { sameFact } from '@/core/history/diff'
import type { Board } from '@/core/history/types'

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

/** This browser’s own drawer; while a page is made on the server there is none. */
const drawer = <T>() => createJSONStorage<T>(() => localStorage)

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
            persist(steps, { name: `${place} steps`, skipHydration: true, storage: drawer() }),
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
