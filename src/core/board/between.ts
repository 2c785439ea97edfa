import type { Board } from '../history/types'
import { sameFact } from '../history/diff'
import { nameOf, thingsOn, type BoardThing, type Is } from './things'

type Fate = 'kept' | 'moved' | 'new' | 'gone'
/** What becomes of one thing between two layouts. */
interface Change {
  id: string
  /** Stake of a planting, label of a piece. */
  name: string
  of: Is
  fate: Fate
}

/** The difference of two layouts, in how they are drawn as well: every thing of either, kept as it is, moved (or made larger, or of another kind), new, or gone. */
export function between(
  before: Board,
  after: Board,
): { things: Change[]; ground: boolean; arrangement: boolean } {
  const things = (board: Board) => new Map(thingsOn(board).map((thing) => [thing.one.id, thing]))
  const [old, now] = [things(before), things(after)]
  // Where one layout knows of no parts of things it leaves them as they hang.
  const knowsParts = before.fittings !== undefined && after.fittings !== undefined
  return {
    things: [...new Set([...old.keys(), ...now.keys()])]
      .map((id) => changeOf(old.get(id), now.get(id)))
      .filter(({ of }) => of !== 'fitting' || knowsParts),
    ground: !sameFact(before.ground, after.ground),
    arrangement: !sameFact(before.arrangement ?? null, after.arrangement ?? null),
  }
}

function changeOf(a: BoardThing | undefined, b: BoardThing | undefined): Change {
  const thing = (b ?? a)!
  return { id: thing.one.id, name: nameOf(thing), of: thing.is, fate: fateOf(a?.one, b?.one) }
}

function fateOf(a: unknown, b: unknown): Fate {
  if (a === undefined) return 'new'
  if (b === undefined) return 'gone'
  return sameFact(a, b) ? 'kept' : 'moved'
}
