import polygonClipping, { type Pair } from 'polygon-clipping'
import { distanceTo } from '../history/segment'
import type { BareSpot, Board, Glass, Point, Polygon, Species } from '../history/types'
import { normalEstimate, type Estimate } from '../quantity/estimate'
import { arranged } from './arrange'
import { middleOf } from './board'
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
  const { x, z } = middleOf(outline)
  const within: readonly Point[] = [...outline, [x, z]]
  const ways = carpets.map(({ stake, patch }) => {
    const edges = besideSpot(patch, outline)
    return { stake, cm: Math.max(...within.map((point) => awayFrom(point, edges))) }
  })
  if (ways.length === 0) return null
  const { stake, cm } = ways.reduce((a, b) => (b.cm < a.cm ? b : a))
  const weeks = cm / RUN_CM_PER_WEEK
  return {
    stake,
    weeks: normalEstimate(weeks, weeks * RUN_SPREAD, 'a centimetre a week, by common practice', 0),
  }
}

/** The edges of a carpet as it stands beside a spot that is left bare in it; all of its own where it lies wholly within. */
function besideSpot(patch: Polygon, spot: Polygon): readonly Polygon[] {
  const ring = (outline: Polygon) => [outline.map(([x, z]): Pair => [x, z])]
  const left = polygonClipping.difference(ring(patch), ring(spot)).flat()
  return left.length > 0 ? left : [patch]
}

/** How far a point lies from the nearest of some edges, cm. */
const awayFrom = (point: Point, edges: readonly Polygon[]): number =>
  Math.min(
    ...edges.flatMap((edge) =>
      edge.map((corner, i) => distanceTo(point, corner, edge[(i + 1) % edge.length])),
    ),
  )
