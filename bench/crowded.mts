import { putPiece, putPlanting } from '@/core/board/put'
import { withBoard } from '@/core/board/onto-story'
import { boardOf } from '@/core/board/board'
import { PIECE_SHAPES, roundPatch } from '@/core/board/shapes'
import { tankNow } from '@/core/history/tank-at'
import type { Board, TankHistory } from '@/core/history/types'
import { CATALOGUE } from '@/core/plants/catalogue'
import { lodge } from '@/data/demo/lodge'

const PLANTINGS = 40
const PIECES = 20
const COLUMNS = 10

/** The demo’s display tank, 120 × 50 cm, with forty plantings and twenty pieces: the most a board is measured with. */
export function crowdedTank(now: string): TankHistory {
  const [tarn] = lodge(now)
  const glass = tarn.vessel.glass.map((version) => ({
    ...version,
    is: { ...version.is, lengthCm: 120, depthCm: 50 },
  }))
  const story = { ...tarn, vessel: { ...tarn.vessel, glass, slug: 'crowded', name: 'Crowded' } }
  const standing = tankNow(story, now)
  const bare = { ...boardOf(standing)!, pieces: [], plantings: [] } as Board
  const kinds = Object.values(CATALOGUE).filter(({ group }) => group !== 'floating')
  const place = (i: number, across: number, deep: number) => ({
    left: (i % COLUMNS) * 12 + 1,
    right: (i % COLUMNS) * 12 + 1 + across,
    front: Math.floor(i / COLUMNS) * 12 + 1,
    back: Math.floor(i / COLUMNS) * 12 + 1 + deep,
  })
  const stones = Array.from({ length: PIECES }).reduce<Board>(
    (board, _, i) =>
      putPiece(board, standing.vessel, PIECE_SHAPES[i % 6], place(i * 2, 6, 6), `piece-${i}`),
    bare,
  )
  const board = Array.from({ length: PLANTINGS }).reduce<Board>((sofar, _, i) => {
    const { left, right, front, back } = place(i, 9, 9)
    const patch = roundPatch(left, right, front, back)
    return putPlanting(sofar, standing.vessel, kinds[i % kinds.length], patch, `planting-${i}`)
  }, stones)
  const laid = withBoard(
    { ...story, plantings: [], pieces: [], entries: [], plans: [], drafts: [] },
    board,
    story.vessel.startedAt,
    now,
    kinds,
  )
  if (!laid.ok) throw new Error(laid.problem)
  return laid.value
}
