import type { Board, Glass } from '../history/types'
import { nextStake } from '../layout/next-stake'
import { thingOf, type BoardThing } from './things'
import { moveThings } from './edit'

/** How far beside the first a second is set, cm. */
const BESIDE_CM = 3

/** A thing set a second time beside the first, under the id of its own; a planting under a stake of its own. Without the first, or of a part of equipment, nothing changes. */
export function duplicateOf(
  board: Board,
  glass: Pick<Glass, 'lengthCm' | 'depthCm' | 'heightCm' | 'waterlineCm'>,
  id: string,
  copyId: string,
): Board {
  const thing = thingOf(board, id)
  if (!thing) return board
  const twice = secondOf(board, thing, copyId)
  return twice ? moveThings(twice, glass, [copyId], { dx: BESIDE_CM, dz: -BESIDE_CM }) : board
}

/** The board with a second of a thing; null for what there is one of. */
function secondOf(board: Board, thing: BoardThing, id: string): Board | null {
  switch (thing.is) {
    case 'planting': {
      const second = { ...thing.one, id, stake: freeStake(thing.one.stake, board) }
      return { ...board, plantings: [...board.plantings, second] }
    }
    case 'piece': {
      const second = { ...thing.one, id, label: freeLabel(thing.one.label, board), focal: false }
      return { ...board, pieces: [...board.pieces, second] }
    }
    case 'fitting':
      return null
  }
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
