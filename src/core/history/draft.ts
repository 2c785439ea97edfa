import type { Instant } from '../quantity/time'
import type { Ground, Hardscape, PlantingSpot } from './types'

/** A stone or a piece of wood as it is drawn. */
export type BoardPiece = Omit<Hardscape, 'layoutId'>
/** A planting as it is drawn: what it is of, where, and how much of it. */
export interface BoardPlanting extends Omit<PlantingSpot, 'layoutId'> {
  id: string
  stake: string
  name: string
  speciesId: string
}
export type BoardGround = Pick<Ground, 'material' | 'profile'>

/** A layout as it is drawn by hand: a tank’s own, or how it might be. Things that stand in the tank keep their ids. */
export interface Board {
  ground: BoardGround
  pieces: readonly BoardPiece[]
  plantings: readonly BoardPlanting[]
}

/** How a tank might stand, with a name: pencil. It changes nothing in the tank. */
export interface Draft {
  id: string
  name: string
  madeAt: Instant
  changedAt: Instant
  board: Board
  /** The tank as it stood when the draft was begun: what was altered there since is told. */
  basis: Board
}
