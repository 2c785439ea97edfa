import type {
  Board,
  BoardFitting,
  BoardPiece,
  BoardPlanting,
  Glass,
  Polygon,
} from '../history/types'
import { boxOf, shifted, type Box } from './board'
import { intoBox, ordered } from './stretch'

/** All that can be taken hold of on a board, by what it is. */
interface Things {
  planting: BoardPlanting
  piece: BoardPiece
  fitting: BoardFitting
}
export type Is = keyof Things
/** A thing on a board, tagged with what it is. */
export type BoardThing = { [K in Is]: { is: K; one: Things[K] } }[Is]
/** What stands in the tank, as against what hangs on it. */
export type StandingThing = Extract<BoardThing, { is: 'planting' | 'piece' }>

/** What the board asks of every sort of thing. What is drawn of each stands in `desks/board`. */
interface Handling<T> {
  all: (board: Board) => readonly T[]
  /** The board with these in place of its own. */
  put: (board: Board, all: readonly T[]) => Board
  /** What it is called in a sentence: a stake, a label, a name. */
  name: (one: T) => string
  /** Seen from above; of what has no extent the point it hangs over. */
  plan: (one: T) => Polygon
  /** Moved along the plan, cm. */
  shifted: (one: T, dx: number, dz: number) => T
  /** Stretched into a box of the plan; `ends`: its foot and top where they were drawn, cm. What has no size stays as it is. */
  stretched: (one: T, to: Box, ends: Ends, glass: Pick<Glass, 'heightCm'>) => T
  /** With its plan turned into another. */
  turned: (one: T, plan: Polygon) => T
}
interface Ends {
  foot?: number
  top?: number
}

const HANDLINGS: { readonly [K in Is]: Handling<Things[K]> } = {
  planting: {
    all: ({ plantings }) => plantings,
    put: (board, plantings) => ({ ...board, plantings }),
    name: ({ stake }) => stake,
    plan: ({ patch }) => patch,
    shifted: (one, dx, dz) => ({ ...one, patch: shifted(one.patch, dx, dz) }),
    stretched: (one, to) => ({ ...one, patch: intoBox(one.patch, to) }),
    turned: (one, patch) => ({ ...one, patch }),
  },
  piece: {
    all: ({ pieces }) => pieces,
    put: (board, pieces) => ({ ...board, pieces }),
    name: ({ label }) => label,
    plan: ({ footprint }) => footprint,
    shifted: (one, dx, dz) => ({
      ...one,
      footprint: shifted(one.footprint, dx, dz),
      outline: shifted(one.outline, dx, 0),
    }),
    stretched: (one, to, ends, { heightCm }) => {
      const tall = boxOf(one.outline)
      const [front, back] = ordered(
        ends.foot ?? tall.front,
        ends.top ?? tall.back,
        heightCm,
        ends.foot !== undefined,
      )
      const { left, right } = to
      return {
        ...one,
        footprint: intoBox(one.footprint, to),
        outline: intoBox(one.outline, { left, right, front, back }),
      }
    },
    // Seen from the front it becomes as wide as its new footprint.
    turned: (one, footprint) => {
      const { left, right } = boxOf(footprint)
      const { front, back } = boxOf(one.outline)
      return { ...one, footprint, outline: intoBox(one.outline, { left, right, front, back }) }
    },
  },
  fitting: {
    all: ({ fittings }) => fittings ?? [],
    put: (board, fittings) => (board.fittings ? { ...board, fittings } : board),
    name: ({ name }) => name,
    plan: ({ x, z }) => [[x, z]],
    shifted: (one, dx, dz) => ({ ...one, x: one.x + dx, z: one.z + dz }),
    stretched: (one) => one,
    turned: (one) => one,
  },
}
const SORTS = Object.keys(HANDLINGS) as Is[]

/** What is asked of a thing by the handling of its sort: the one place where the two are brought together. */
const by = <R>(thing: BoardThing, ask: <T>(handling: Handling<T>, one: T) => R): R =>
  ask(HANDLINGS[thing.is] as Handling<unknown>, thing.one)

/** Everything on a board: plantings, pieces, parts of equipment, each in the order of the board. */
export const thingsOn = (board: Board): BoardThing[] =>
  SORTS.flatMap((is) => HANDLINGS[is].all(board).map((one) => ({ is, one }) as BoardThing))

/** What stands on it. */
export const standingOn = (board: Board): StandingThing[] =>
  thingsOn(board).filter((thing): thing is StandingThing => thing.is !== 'fitting')

/** Any thing of a board by its id, or undefined. */
export const thingOf = (board: Board, id: string): BoardThing | undefined =>
  thingsOn(board).find(({ one }) => one.id === id)

/** What a thing is called in a sentence. */
export const nameOf = (thing: BoardThing): string =>
  by(thing, (handling, one) => handling.name(one))

/** A thing seen from above. */
export const planOf = (thing: BoardThing): Polygon =>
  by(thing, (handling, one) => handling.plan(one))

/** A board with a thing replaced by what its handling makes of it. An unknown id changes nothing. */
export function withThing(
  board: Board,
  id: string,
  make: <T>(handling: Handling<T>, one: T) => T,
): Board {
  const thing = thingOf(board, id)
  if (!thing) return board
  return by(thing, (handling, one) =>
    handling.put(
      board,
      handling.all(board).map((other) => (other === one ? make(handling, one) : other)),
    ),
  )
}
