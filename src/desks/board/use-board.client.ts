'use client'

import { useCallback, useEffect, useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { createStore } from 'zustand/vanilla'
import { togetherWith } from '@/core/board/arrange'
import { thingOf } from '@/core/board/things'
import { duplicateOf } from '@/core/board/duplicate'
import { removeThings } from '@/core/board/edit'
import { sameFact } from '@/core/history/diff'
import type { Board, Glass } from '@/core/history/types'
import { newId } from '@/ui/new-id'
import { leftDrawings, takeDrawing, type LeftDrawing } from './left-drawings.client'
import { makeBoardStore } from './store.client'

export type Tool = 'select' | 'planting' | 'piece' | 'ground' | 'fitting'

type BoardStore = ReturnType<typeof makeBoardStore>

/** What is kept of a board in this browser, into its store. */
function rehydrate(store: BoardStore): void {
  void store.persist.rehydrate()
  const steps = store.temporal as unknown as { persist?: { rehydrate: () => unknown } }
  void steps.persist?.rehydrate()
}

/** Where nothing was drawn yet, or what was drawn is what stands by now, the board begins with the tank of today. */
function beginWithTank(store: BoardStore, stood: Board, stamp: string): void {
  const { board: drawn, begunOn: begun, beginWith } = store.getState()
  const { pastStates, clear } = store.temporal.getState()
  if (begun === stamp || (pastStates.length > 0 && !sameFact(drawn, stood))) return
  beginWith(stood, stamp)
  clear()
}

/** What was drawn in windows that are closed by now: the latest is taken up where nothing is drawn here, the others wait. */
function useLeftDrawings(store: BoardStore, place: string, begin: () => void) {
  const [others, setOthers] = useState<readonly LeftDrawing[]>([])
  const takeUp = (page: string) => {
    takeDrawing(place, page)
    rehydrate(store)
    begin()
    void leftDrawings(place).then(setOthers)
  }
  useEffect(() => {
    let gone = false
    void leftDrawings(place).then((left) => {
      if (gone) return
      const [latest] = left
      if (latest && store.temporal.getState().pastStates.length === 0) takeUp(latest.page)
      else setOthers(left)
    })
    return () => {
      gone = true
    }
    // Once, when the page comes alive.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [store, place])
  return { others, takeUp }
}

/** The store of a board, with what was drawn before taken up again. */
function useSteps(place: string, stood: Board, stamp: string) {
  const [store] = useState(() => makeBoardStore(place, stood, stamp))
  useEffect(() => rehydrate(store), [store])
  useEffect(() => beginWithTank(store, stood, stamp), [store, stood, stamp])
  const left = useLeftDrawings(store, place, () => beginWithTank(store, stood, stamp))
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
  return { store, board, begunOn, steps, left }
}

/** What is under the hand just now: the board as it looks meanwhile, and how many fingers lie on the views. */
interface Held {
  board: Board | null
  fingers: number
}

/**
 * The board being drawn, and every act on it. While something is dragged the views alone show where it is (`useLive`), and it becomes one step when
 * it is let go: the rest of the page is not drawn anew at every move of a hand.
 */
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
  const { store, board, begunOn, steps, left } = useSteps(place, stood, stamp)
  const [live] = useState(() => createStore<Held>(() => ({ board: null, fingers: 0 })))
  const setLive = useCallback((next: Board | null) => live.setState({ board: next }), [live])
  const [selected, setSelected] = useState<readonly string[]>([])
  const [tool, setTool] = useState<Tool>('select')
  const { draw } = store.getState()
  const commit = useCallback(
    (next: Board) => {
      setLive(null)
      draw(next)
    },
    [draw, setLive],
  )
  const chosen = useMemo(
    () => selected.filter((id) => thingOf(board, id) !== undefined),
    [selected, board],
  )
  return {
    board,
    /** What a view shows: see {@link useLive}. */
    shown: board,
    live,
    begunOn,
    setLive,
    commit,
    selected: chosen,
    select: (id: string | null, more = false) =>
      setSelected((before) => chosenNow(before, id === null ? [] : togetherWith(board, id), more)),
    tool,
    setTool,
    ...steps,
    /** Other drawings of this board that wait in this browser. */
    left,
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
      // Of a thing that runs there is one.
      if (id === undefined || thingOf(board, id)?.is === 'fitting') return
      const copy = newId()
      draw(duplicateOf(board, glass, id, copy))
      setSelected([copy])
    },
  }
}
export type BoardInHand = ReturnType<typeof useBoard>

/** The board in hand as it looks while something is dragged. */
export function useLive(hand: BoardInHand): BoardInHand {
  const board = useStore(hand.live, (held) => held.board)
  return useMemo(() => (board ? { ...hand, shown: board } : hand), [hand, board])
}

function chosenNow(
  before: readonly string[],
  ids: readonly string[],
  more: boolean,
): readonly string[] {
  if (!more || ids.length === 0) return ids
  const others = before.filter((one) => !ids.includes(one))
  return ids.every((id) => before.includes(id)) ? others : [...others, ...ids]
}
