import type { Board, Glass } from '../history/types'
import { nextStake } from '../layout/next-stake'
import { thingOf } from './board'
import { moveThings } from './edit'

/** How far beside the first a second is set, cm. */
const BESIDE_CM = 3

/** A thing set a second time beside the first, under the id of its own; a planting under a stake of its own. Without the first nothing changes. */
export function duplicateOf(
  board: Board,
  glass: Pick<Glass, 'lengthCm' | 'depthCm' | 'heightCm' | 'waterlineCm'>,
  id: string,
  copyId: string,
): Board {
  const thing = thingOf(board, id)
  if (!thing) return board
  const with_: Board =
    'patch' in thing
      ? {
          ...board,
          plantings: [
            ...board.plantings,
            { ...thing, id: copyId, stake: freeStake(thing.stake, board) },
          ],
        }
      : {
          ...board,
          pieces: [
            ...board.pieces,
            { ...thing, id: copyId, label: freeLabel(thing.label, board), focal: false },
          ],
        }
  const moved = moveThings(with_, glass, [copyId], { dx: BESIDE_CM, dz: -BESIDE_CM })
  return moved
}

const LETTERS = {
  S: 'stem-fast',
  R: 'rosette',
  K: 'crypt',
  E: 'epiphyte',
  M: 'moss',
  L: 'carpet',
  F: 'floating',
} as const

const freeStake = (stake: string, { plantings }: Board): string =>
  nextStake(LETTERS[stake.charAt(0) as keyof typeof LETTERS] ?? 'stem-fast', plantings)

/** A label that no other piece has: “boulder”, “boulder 2” … */
export function freeLabel(label: string, { pieces }: Pick<Board, 'pieces'>): string {
  const taken = new Set(pieces.map((piece) => piece.label.toLowerCase()))
  const stem = label.replace(/ \d+$/, '')
  if (!taken.has(stem.toLowerCase())) return stem
  for (let n = 2; ; n++) if (!taken.has(`${stem} ${n}`.toLowerCase())) return `${stem} ${n}`
}
