import type { Board, BoardPiece, BoardPlanting } from '../history/types'
import { sameFact } from '../history/diff'
import { thingOf } from './board'

type Fate = 'kept' | 'moved' | 'new' | 'gone'
/** What becomes of one thing between two layouts. */
interface Change {
  id: string
  /** Stake of a planting, label of a piece. */
  name: string
  of: 'planting' | 'piece' | 'fitting'
  fate: Fate
}

/** The difference of two layouts, in how they are drawn as well: every thing of either, kept as it is, moved (or made larger, or of another kind), new, or gone. */
export function between(
  before: Board,
  after: Board,
): { things: Change[]; ground: boolean; arrangement: boolean } {
  const ids = (board: Board) => [...board.plantings, ...board.pieces].map(({ id }) => id)
  const all = [...new Set([...ids(before), ...ids(after)])]
  return {
    things: [
      ...all.map((id) => changeOf(thingOf(before, id), thingOf(after, id))),
      ...fittingChanges(before, after),
    ],
    ground: !sameFact(before.ground, after.ground),
    arrangement: !sameFact(before.arrangement ?? null, after.arrangement ?? null),
  }
}

/** Parts of things, where both layouts know of them: one drawn before there were any leaves them as they hang. */
function fittingChanges({ fittings: before }: Board, { fittings: after }: Board): Change[] {
  if (!before || !after) return []
  const ids = [...new Set([...before, ...after].map(({ id }) => id))]
  return ids.map((id) => {
    const [a, b] = [before, after].map((list) => list.find((one) => one.id === id))
    return { id, name: (b ?? a)!.name, of: 'fitting', fate: fateOf(a, b) }
  })
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
