import type { Arrangement, Board } from '../history/types'

const NONE: Arrangement = { groups: [], over: [], under: [] }
const isEmpty = ({ groups, over, under, bare = [] }: Arrangement) =>
  groups.length + over.length + under.length + bare.length === 0

/** An arrangement without what is not there any more; a group of one is none. Undefined where nothing is left of it. */
export function arrangementOf(
  arrangement: Arrangement | undefined,
  here: ReadonlySet<string>,
): Arrangement | undefined {
  if (!arrangement) return undefined
  const only = (ids: readonly string[]) => ids.filter((id) => here.has(id))
  const { bare = [] } = arrangement
  const left = {
    ...(bare.length > 0 ? { bare } : {}),
    groups: arrangement.groups.map(only).filter((ids) => ids.length > 1),
    over: only(arrangement.over),
    under: only(arrangement.under),
  }
  return isEmpty(left) ? undefined : left
}

/** A board with another arrangement, or with none. */
export function arranged(board: Board, change: (before: Arrangement) => Arrangement): Board {
  const here = new Set([...board.pieces, ...board.plantings].map(({ id }) => id))
  const { arrangement, ...rest } = board
  const next = arrangementOf(change(arrangement ?? NONE), here)
  return next ? { ...rest, arrangement: next } : rest
}

/** A board whose arrangement speaks of nothing that is not on it. */
export const pruned = (board: Board): Board => arranged(board, (before) => before)

const without = (ids: readonly string[], gone: readonly string[]) =>
  ids.filter((id) => !gone.includes(id))

/** Things kept together from now on: taking hold of one takes all. Each leaves the group it was in. */
export const keepTogether = (board: Board, ids: readonly string[]): Board =>
  arranged(board, (before) => ({
    ...before,
    groups: [...before.groups.map((group) => without(group, ids)), ids],
  }))

/** Things that go apart again: each leaves its group. */
export const letApart = (board: Board, ids: readonly string[]): Board =>
  arranged(board, (before) => ({
    ...before,
    groups: before.groups.map((group) => without(group, ids)),
  }))

/** What is taken hold of with a thing: its group, or it alone. */
export const togetherWith = ({ arrangement }: Board, id: string): readonly string[] =>
  arrangement?.groups.find((group) => group.includes(id)) ?? [id]

/** Things drawn over all others, or under them; the last said lies outermost. */
export const drawnAt = (board: Board, ids: readonly string[], where: 'over' | 'under'): Board =>
  arranged(board, ({ over, under, ...rest }) => ({
    ...rest,
    over: [...without(over, ids), ...(where === 'over' ? ids : [])],
    under: [...without(under, ids), ...(where === 'under' ? ids : [])],
  }))

/** Further out than any layer of the drawing. */
const OUTERMOST = 1e6

/** Things in the order they are drawn, the lowest first: as `layer` has them, but for what was laid over or under the rest. */
export function inDrawnOrder<T extends { one: { id: string } }>(
  things: readonly T[],
  { arrangement = NONE }: Pick<Board, 'arrangement'>,
  layer: (thing: T) => number,
): T[] {
  const place = (thing: T) => {
    const { id } = thing.one
    const [over, under] = [arrangement.over.indexOf(id), arrangement.under.indexOf(id)]
    if (over >= 0) return OUTERMOST + over
    return under >= 0 ? -OUTERMOST - under : layer(thing)
  }
  return [...things].sort((a, b) => place(a) - place(b))
}
