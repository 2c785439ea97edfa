'use client'

import { useDrag } from '@use-gesture/react'
import { useMemo, type RefObject } from 'react'
import { boxOf } from '@/core/board/board'
import { planOf, thingOf } from '@/core/board/things'
import { moveThings, resizeThing } from '@/core/board/edit'
import type { Board, Glass } from '@/core/history/types'
import { snapped, type Sheet } from './sheet'
import type { BoardInHand } from './use-board.client'

/** What the two ways of a view are in the tank. */
export type Axes = 'plan' | 'front' | 'side'
interface Way {
  dx?: number
  dz?: number
  dy?: number
}

const wayOf = (axes: Axes, across: number, up: number): Way => {
  switch (axes) {
    case 'plan':
      return { dx: across, dz: up }
    case 'front':
      return { dx: across, dy: up }
    case 'side':
      return { dz: across, dy: up }
  }
}

/** A way that ends on the ruler: the left (or front) edge of the thing comes to lie on a whole centimetre. */
function onRuler(board: Board, id: string, { dx, dz, dy }: Way, fine: boolean): Way {
  const thing = thingOf(board, id)
  if (!thing) return {}
  const { left, front } = boxOf(planOf(thing))
  const to = (edge: number, by: number | undefined) =>
    by === undefined ? undefined : snapped(edge + by, fine) - edge
  return {
    dx: to(left, dx),
    dz: to(front, dz),
    dy: dy === undefined ? undefined : snapped(dy, fine),
  }
}

/** How things of a view are taken hold of: dragged by mouse, pen or finger, moved by the arrow keys. Alt: off the ruler. */
export function useHandling(
  hand: BoardInHand,
  glass: Glass,
  sheet: Sheet,
  svg: RefObject<SVGSVGElement | null>,
  axes: Axes,
) {
  const { board, selected, select, commit, setLive } = hand
  const shrunk = () => {
    const box = svg.current?.getBoundingClientRect()
    return box && box.width > 0 ? sheet.width / box.width : 1
  }
  const bind = useDrag(
    ({ args: [id], movement: [mx, my], first, last, tap, altKey, shiftKey, event, ...gesture }) => {
      const own = id as string
      event.stopPropagation()
      if (givenUp(gesture, hand)) return setLive(null)
      if (first || tap) {
        if (!selected.includes(own) || shiftKey) select(own, shiftKey)
      }
      if (tap) return
      const ids = selected.includes(own) ? selected : [own]
      const k = shrunk() / sheet.scale
      const way = onRuler(board, own, wayOf(axes, mx * k, -my * k), altKey)
      const next = moveThings(board, glass, ids, way)
      if (last) commit(next)
      else setLive(next)
    },
    { filterTaps: true, pointer: { keys: false } },
  )
  const bindEdge = useDrag(
    ({ args, xy: [px, py], last, altKey, event, ...gesture }) => {
      event.stopPropagation()
      if (givenUp(gesture, hand)) return setLive(null)
      const [id, edges] = args as [string, readonly Edge[]]
      if (!svg.current) return
      const box = svg.current.getBoundingClientRect()
      const k = shrunk()
      const across = ((px - box.left) * k - sheet.left) / sheet.scale
      const up = sheet.up - ((py - box.top) * k - sheet.top) / sheet.scale
      const ends = Object.fromEntries(
        edges.map((edge) => [
          edge,
          snapped(ACROSS.has(edge) && axes !== 'side' ? across : up, altKey),
        ]),
      )
      const next = resizeThing(board, glass, id, ends)
      if (last) commit(next)
      else setLive(next)
    },
    { pointer: { keys: false } },
  )
  return useMemo(
    () => ({
      bind: (id: string) => bind(id),
      bindEdge: (id: string, edges: readonly Edge[]) => bindEdge(id, edges),
    }),
    [bind, bindEdge],
  )
}

/** A second finger means that the drawing is drawn larger: what the first had hold of stays where it was. */
export function givenUp(
  { canceled, cancel }: { canceled: boolean; cancel: () => void },
  { live }: Pick<BoardInHand, 'live'>,
): boolean {
  if (canceled || live.getState().fingers < 2) return canceled
  cancel()
  return true
}

export type Edge = 'left' | 'right' | 'front' | 'back' | 'foot' | 'top'
const ACROSS: ReadonlySet<Edge> = new Set(['left', 'right'])

/** Where an arrow key moves what is selected; null for another key. A centimetre, with Alt or Shift a millimetre. */
export function stepOf(
  { key, altKey, shiftKey }: Pick<React.KeyboardEvent, 'key' | 'altKey' | 'shiftKey'>,
  axes: Axes,
): Way | null {
  const cm = altKey || shiftKey ? 0.1 : 1
  switch (key) {
    case 'ArrowLeft':
      return wayOf(axes, -cm, 0)
    case 'ArrowRight':
      return wayOf(axes, cm, 0)
    case 'ArrowUp':
      return wayOf(axes, 0, cm)
    case 'ArrowDown':
      return wayOf(axes, 0, -cm)
    default:
      return null
  }
}
