import { distanceTo } from '../history/segment'
import type { BareSpot, Board, Glass, Point, Polygon, Species } from '../history/types'
import { normalEstimate, type Estimate } from '../quantity/estimate'
import { arranged } from './arrange'
import { cutAtGlass } from './within-glass'

/** Runners of a carpet cross so much bare ground a week, cm, and the spread of it between tanks, as a share. Common practice, from memory: half a centimetre to two, by light and kind. */
const RUN_CM_PER_WEEK = 1
const RUN_SPREAD = 0.4

/** A spot left bare on purpose, cut at the glass. Nothing where none of it lies inside. */
export function leaveBare(
  board: Board,
  plan: Pick<Glass, 'lengthCm' | 'depthCm' | 'build'>,
  outline: readonly Point[],
  id: string,
): Board {
  const cut = cutAtGlass(plan, outline)
  if (!cut) return board
  return arranged(board, (before) => ({
    ...before,
    bare: [...(before.bare ?? []), { id, outline: cut }],
  }))
}

/** The board with a spot that is no longer to stay bare. */
export const noLongerBare = (board: Board, id: string): Board =>
  arranged(board, (before) => ({ ...before, bare: before.bare?.filter((one) => one.id !== id) }))

/** Who sends runners into a bare spot and when they will have crossed it; null where no carpet stands on the board. */
export interface Runners {
  stake: string
  weeks: Estimate
}

/** The carpet that reaches a bare spot first, and the weeks until its runners stand at the far end of it. */
export function runnersInto(
  { outline }: BareSpot,
  board: Board,
  speciesById: ReadonlyMap<string, Species>,
): Runners | null {
  const carpets = board.plantings.filter(
    ({ speciesId }) => speciesById.get(speciesId)?.group === 'carpet',
  )
  const ways = carpets.map(({ stake, patch }) => ({
    stake,
    cm: Math.max(...outline.map((corner) => awayFrom(corner, patch))),
  }))
  if (ways.length === 0) return null
  const { stake, cm } = ways.reduce((a, b) => (b.cm < a.cm ? b : a))
  const weeks = cm / RUN_CM_PER_WEEK
  return {
    stake,
    weeks: normalEstimate(weeks, weeks * RUN_SPREAD, 'a centimetre a week, by common practice', 0),
  }
}

/** How far a point lies from the nearest edge of an outline, cm. */
const awayFrom = (point: Point, outline: Polygon): number =>
  Math.min(
    ...outline.map((corner, i) => distanceTo(point, corner, outline[(i + 1) % outline.length])),
  )
