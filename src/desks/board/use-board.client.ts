'use client'

import { useCallback, useEffect, useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { thingOf } from '@/core/board/board'
import { duplicateOf } from '@/core/board/duplicate'
import { removeThings } from '@/core/board/edit'
import { sameFact } from '@/core/history/diff'
import type { Board, Glass } from '@/core/history/types'
import { newId } from '@/ui/new-id'
import { makeBoardStore } from './store.client'

export type Tool = 'select' | 'planting' | 'piece' | 'ground'

/** The store of a board, with what was drawn before taken up again. */
function useSteps(place: string, stood: Board, stamp: string) {
  const [store] = useState(() => makeBoardStore(place, stood, stamp))
  useEffect(() => {
    void store.persist.rehydrate()
    const steps = store.temporal as unknown as { persist?: { rehydrate: () => unknown } }
    void steps.persist?.rehydrate()
  }, [store])
  useEffect(() => {
    const { board: drawn, begunOn: begun, beginWith } = store.getState()
    const { pastStates, clear } = store.temporal.getState()
    // Nothing was drawn yet, or what was drawn is what stands by now: the board begins with the tank of today.
    if (begun === stamp || (pastStates.length > 0 && !sameFact(drawn, stood))) return
    beginWith(stood, stamp)
    clear()
  }, [store, stood, stamp])
  const board = useStore(store, (drawn) => drawn.board)
  const begunOn = useStore(store, (drawn) => drawn.begunOn)
  const past = useStore(store.temporal, ({ pastStates }) => pastStates.length)
  const future = useStore(store.temporal, ({ futureStates }) => futureStates.length)
  const steps = {
    canUndo: past > 0,
    canRedo: future > 0,
    undo: () => store.temporal.getState().undo(),
    redo: () => store.temporal.getState().redo(),
    /** What was drawn is written: it is what stands, once the page shows it. */
    forget: () => {
      store.persist.clearStorage()
      store.temporal.getState().clear()
    },
  }
  return { store, board, begunOn, steps }
}

/** The board being drawn, and every act on it. While something is dragged it is shown (`live`), and becomes one step when it is let go. */
export function useBoard({
  place,
  stood,
  stamp,
  glass,
}: {
  place: string
  stood: Board
  stamp: string
  glass: Glass
}) {
  const { store, board, begunOn, steps } = useSteps(place, stood, stamp)
  const [live, setLive] = useState<Board | null>(null)
  const [selected, setSelected] = useState<readonly string[]>([])
  const [tool, setTool] = useState<Tool>('select')
  const shown = live ?? board
  const { draw } = store.getState()
  const commit = useCallback(
    (next: Board) => {
      setLive(null)
      draw(next)
    },
    [draw],
  )
  const chosen = useMemo(
    () => selected.filter((id) => thingOf(shown, id) !== undefined),
    [selected, shown],
  )
  return {
    board,
    shown,
    begunOn,
    setLive,
    commit,
    selected: chosen,
    select: (id: string | null, more = false) =>
      setSelected((before) => chosenNow(before, id, more)),
    tool,
    setTool,
    ...steps,
    beginAgain: () => {
      store.getState().beginWith(stood, stamp)
      setSelected([])
    },
    remove: () => {
      draw(removeThings(board, chosen))
      setSelected([])
    },
    duplicate: () => {
      const [id] = chosen
      if (id === undefined) return
      const copy = newId()
      draw(duplicateOf(board, glass, id, copy))
      setSelected([copy])
    },
  }
}
export type BoardInHand = ReturnType<typeof useBoard>

function chosenNow(before: readonly string[], id: string | null, more: boolean): readonly string[] {
  if (id === null) return []
  if (!more) return [id]
  return before.includes(id) ? before.filter((one) => one !== id) : [...before, id]
}
