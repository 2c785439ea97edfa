import { useEffect, useRef, useState } from 'react'
import { footOf } from '@/core/board/board'
import type { DrawnPlant } from '@/core/layout/drawn-scene'
import { startHeight } from '@/core/plants/height'
import type { BoardPlanting, Glass, Species } from '@/core/history/types'
import type { Axes } from './handling.client'
import type { Sheet } from './sheet'
import type { Handling } from './things.client'
import type { BoardInHand } from './use-board.client'

/** What all three views are given. */
export interface ViewProps {
  hand: BoardInHand
  glass: Glass
  scale: number
  species: ReadonlyMap<string, Species>
  /** Things that stand otherwise than in the tank today. */
  pencilled: ReadonlySet<string>
  onKey: (event: React.KeyboardEvent, id: string, axes: Axes) => void
  /** Each planting as it stands today, or would if it were set today, by its id, as far as that was worked out. */
  grown: ReadonlyMap<string, DrawnPlant>
  /** Lines of thirds over the view. */
  thirds: boolean
  /** What pieces hide from the eye before the tank. */
  sight: boolean
  /** Lines between plantings of one kind. */
  groups: boolean
}

/** What a thing of a view is given beside itself. */
export interface ForThing {
  sheet: Sheet
  handling: Handling
  chosen: boolean
  pencil: boolean
}

/**
 * What every thing of a view is given beside itself: how it is taken hold of, and whether it is chosen, or pencil. How it is taken hold of stays
 * the same object for as long as the view stands, so that while one thing is dragged the others are not drawn anew.
 */
export function useForThings(
  { hand, pencilled, onKey }: ViewProps,
  sheet: Sheet,
  axes: Axes,
  bind: (id: string) => object,
) {
  const latest = useRef({ hand, onKey, bind })
  const pointed = useRef(false)
  useEffect(() => {
    latest.current = { hand, onKey, bind }
  })
  const [handling] = useState(() => ({
    // The gestures are those of one recogniser, whichever drawing asked for them first.
    bind,
    onKey: (event: React.KeyboardEvent, id: string) => latest.current.onKey(event, id, axes),
    onPointed: () => {
      pointed.current = true
      setTimeout(() => (pointed.current = false))
    },
    // What has the focus is what the keys move; what a pointer takes hold of chooses by itself, with others where it says so.
    onFocus: (id: string) => {
      if (pointed.current) return
      const { selected, select } = latest.current.hand
      if (!selected.includes(id)) select(id)
    },
  }))
  return (id: string): ForThing => ({
    sheet,
    handling,
    chosen: hand.selected.includes(id),
    pencil: pencilled.has(id),
  })
}

/** A planting seen upright, from the front or in a cut: where it begins, how high it stands behind the glass, which kind it is. */
export function uprightOf(
  planting: BoardPlanting,
  { hand, glass, grown, species }: Pick<ViewProps, 'hand' | 'glass' | 'grown' | 'species'>,
) {
  const kind = species.get(planting.speciesId)
  const footCm = footOf(planting, hand.shown, glass)
  const height = grown.get(planting.id)?.height.value ?? (kind ? startHeight(kind) : 0)
  return { planting, species: kind, footCm, heightCm: Math.min(height, glass.heightCm - footCm) }
}

/** The stake of a planting in an upright view, `at` its place across the view. */
export const codeOf = (
  planting: BoardPlanting,
  at: number,
  { hand, glass }: Pick<ViewProps, 'hand' | 'glass'>,
) => ({
  id: planting.id,
  stake: planting.stake,
  at,
  footCm: footOf(planting, hand.shown, glass),
  floats: planting.zone === 'surface',
})
