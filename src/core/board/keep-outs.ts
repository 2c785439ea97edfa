import type { Board, BoardFitting, Glass, Point, Polygon, Species } from '../history/types'
import { boxOf, footOf, spanOfHeight } from './board'
import { sharedArea } from '../vessel/shared-area'

/** An outflow wants so much free way ahead, beginning and ending so wide on either side, and as much above and below, cm. Common practice. */
const AHEAD_CM = 18
const ASIDE_CM = 3
const ASIDE_FAR_CM = 5
const ABOVE_BELOW_CM = 6
/** Round an inlet so much is left free, cm. Common practice. */
const ROUND_CM = 5
const ROUND_CORNERS = 12
/** Growing tips keep so far from a lamp, cm: it scorches them, and it is hot. Common practice. */
const LAMP_CM = 8
const LAMP_HALF_CM = 12

/** A room that is to stay free: seen from above, and between two heights above the bottom, cm. */
export interface KeepOut {
  fittingId: string
  of: 'outflow' | 'inlet' | 'lamp'
  name: string
  shape: Polygon
  low: number
  high: number
}

/** The rooms that outlets, inlets and lamps want free. */
export const keepOutsOf = (fittings: readonly BoardFitting[]): KeepOut[] =>
  fittings.flatMap((fitting): KeepOut[] => {
    const { id: fittingId, name, part, x, z, y } = fitting
    if (part === 'outlet')
      return [
        {
          fittingId,
          name,
          of: 'outflow',
          shape: jetOf(fitting),
          low: y - ABOVE_BELOW_CM,
          high: y + ABOVE_BELOW_CM,
        },
      ]
    if (part === 'inlet')
      return [
        {
          fittingId,
          name,
          of: 'inlet',
          shape: roundOf(x, z),
          low: y - ROUND_CM,
          high: y + ROUND_CM,
        },
      ]
    if (part === 'lamp')
      return [
        { fittingId, name, of: 'lamp', shape: squareOf(x, z), low: y - LAMP_CM, high: Infinity },
      ]
    return []
  })

/** The first way of a jet: it widens as it goes. */
function jetOf({ x, z, toward = 0 }: BoardFitting): Point[] {
  const [ux, uz] = [Math.cos((toward * Math.PI) / 180), Math.sin((toward * Math.PI) / 180)]
  const at = (along: number, aside: number): Point => [
    x + along * ux - aside * uz,
    z + along * uz + aside * ux,
  ]
  return [
    at(0, -ASIDE_CM),
    at(AHEAD_CM, -ASIDE_FAR_CM),
    at(AHEAD_CM, ASIDE_FAR_CM),
    at(0, ASIDE_CM),
  ]
}
const roundOf = (x: number, z: number): Point[] =>
  Array.from({ length: ROUND_CORNERS }, (_, i): Point => {
    const turn = (2 * Math.PI * i) / ROUND_CORNERS
    return [x + ROUND_CM * Math.cos(turn), z + ROUND_CM * Math.sin(turn)]
  })
const squareOf = (x: number, z: number): Point[] => [
  [x - LAMP_HALF_CM, z - LAMP_HALF_CM],
  [x + LAMP_HALF_CM, z - LAMP_HALF_CM],
  [x + LAMP_HALF_CM, z + LAMP_HALF_CM],
  [x - LAMP_HALF_CM, z + LAMP_HALF_CM],
]

type Blocks = { keepOut: KeepOut; id: string; name: string }

/**
 * What stands in the rooms that are to stay free. A stone or wood by its own height; before an inlet a planting as well, for its leaves clog
 * it; under a lamp what stands in air, by the height its kind grows to.
 */
export function blocking(
  board: Board,
  glass: Pick<Glass, 'depthCm' | 'waterlineCm'>,
  speciesById: ReadonlyMap<string, Species>,
  keepOuts: readonly KeepOut[] = keepOutsOf(board.fittings ?? []),
): Blocks[] {
  const pieces = board.pieces.map((piece) => {
    const { foot, top } = spanOfHeight(piece)
    return { id: piece.id, plan: piece.footprint, name: piece.label, foot, top }
  })
  const plantings = board.plantings.map((planting) => {
    const foot = footOf(planting, board, glass)
    const grown = foot + (speciesById.get(planting.speciesId)?.matureHeightCm ?? 0)
    const inAir = foot >= glass.waterlineCm && planting.zone !== 'surface'
    const top = inAir ? grown : Math.min(grown, glass.waterlineCm)
    return { id: planting.id, plan: planting.patch, name: planting.stake, foot, top }
  })
  return keepOuts.flatMap((keepOut) => {
    const standing = keepOut.of === 'outflow' ? pieces : [...pieces, ...plantings]
    return standing
      .filter(({ foot, top }) => top > keepOut.low && foot < keepOut.high)
      .filter(({ plan }) => share(keepOut.shape, plan))
      .map(({ id, name }) => ({ keepOut, id, name }))
  })
}

/** Whether two outlines share any room. Boxes first: most stand far apart. */
function share(a: Polygon, b: Polygon): boolean {
  const [p, q] = [boxOf(a), boxOf(b)]
  const apart = p.right < q.left || q.right < p.left || p.back < q.front || q.back < p.front
  return !apart && sharedArea(a, b) > 0
}

/** What hides a part from the front: a piece, else a planting as it is grown, that stands before it and as high; null where it is in plain sight. */
export function hiddenBy(
  { x, z, y }: BoardFitting,
  board: Board,
  glass: Pick<Glass, 'depthCm' | 'waterlineCm'>,
  speciesById: ReadonlyMap<string, Species>,
): string | null {
  const before = (plan: Polygon) => {
    const { left, right, front } = boxOf(plan)
    return front < z && left <= x && right >= x
  }
  const piece = board.pieces.find((one) => before(one.footprint) && spanOfHeight(one).top >= y)
  if (piece) return piece.label
  const planting = board.plantings.find((one) => {
    const mature = speciesById.get(one.speciesId)?.matureHeightCm ?? 0
    return one.zone !== 'surface' && before(one.patch) && footOf(one, board, glass) + mature >= y
  })
  return planting?.stake ?? null
}
