import type { Tank } from '../history/tank-at'
import type { Board, Glass } from '../history/types'
import { flowMap, standingWater } from '../layout/flow-map'
import { boxOf, spanOfHeight } from './board'
import type { BoardWarning } from './warnings'

/** Standing water over less of the ground is not worth a word. */
const LEAST_SHARE = 0.08
/** An outflow wants so much free way ahead, so wide on either side, and hangs so far below the surface, cm. Common practice. */
const AHEAD_CM = 18
const ASIDE_CM = 4
const HANGS_CM = 10

/** Where the water stands, by a rough picture of its flow, and what stands in the way of an outflow. None where nobody said where an outlet is. */
export function flowWarnings(board: Board, glass: Glass, tank: Tank): BoardWarning[] {
  const map = flowMap(tank)
  if (!map) return []
  const still = standingWater(map)
  return [
    ...map.paths.flatMap(([from, to]) =>
      board.pieces.flatMap((piece): BoardWarning[] => {
        const { left, right, front, back } = boxOf(piece.footprint)
        const along = Math.abs(to[0] - from[0]) > Math.abs(to[1] - from[1])
        const [a, b] = along ? [from[0], to[0]] : [from[1], to[1]]
        const end = a + Math.sign(b - a) * AHEAD_CM
        const [low, high] = [Math.min(a, end), Math.max(a, end)]
        const axis = along ? from[1] : from[0]
        const [near, far, start, stop] = along
          ? [front, back, left, right]
          : [left, right, front, back]
        const inTheWay =
          stop > low && start < high && far > axis - ASIDE_CM && near < axis + ASIDE_CM
        return inTheWay && spanOfHeight(piece).top > glass.waterlineCm - HANGS_CM
          ? [{ of: 'outflow', id: piece.id, name: piece.label }]
          : []
      }),
    ),
    ...(still && still.share >= LEAST_SHARE
      ? [{ of: 'still', ...still } satisfies BoardWarning]
      : []),
  ]
}
