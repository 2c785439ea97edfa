import type { Board, BoardPiece, BoardPlanting } from '../history/types'
import { sameFact } from '../history/diff'
import { thingOf } from './board'

type Fate = 'kept' | 'moved' | 'new' | 'gone'
/** What becomes of one thing between two layouts. */
interface Change {
  id: string
  /** Stake of a planting, label of a piece. */
  name: string
  of: 'planting' | 'piece'
  fate: Fate
}

/** The difference of two layouts: every thing of either, kept as it is, moved (or made larger, or of another kind), new, or gone. */
export function between(before: Board, after: Board): { things: Change[]; ground: boolean } {
  const ids = (board: Board) => [...board.plantings, ...board.pieces].map(({ id }) => id)
  const all = [...new Set([...ids(before), ...ids(after)])]
  return {
    things: all.map((id) => changeOf(thingOf(before, id), thingOf(after, id))),
    ground: !sameFact(before.ground, after.ground),
  }
}

function changeOf(
  a: BoardPlanting | BoardPiece | undefined,
  b: BoardPlanting | BoardPiece | undefined,
): Change {
  const thing = (b ?? a)!
  const of = 'patch' in thing ? 'planting' : 'piece'
  const name = 'patch' in thing ? thing.stake : thing.label
  return { id: thing.id, name, of, fate: fateOf(a, b) }
}

function fateOf(a: unknown, b: unknown): Fate {
  if (a === undefined) return 'new'
  if (b === undefined) return 'gone'
  return sameFact(a, b) ? 'kept' : 'moved'
}
