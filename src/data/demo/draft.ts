import { boardOf } from '@/core/board/board'
import { moveThings, removeThings } from '@/core/board/edit'
import { putPiece, putPlanting } from '@/core/board/put'
import { PIECE_SHAPES, roundPatch } from '@/core/board/shapes'
import { tankNow } from '@/core/history/tank-at'
import type { Draft, TankHistory } from '@/core/history/types'
import { CATALOGUE } from '@/core/plants/catalogue'
import { dayOf, instantOf, type Instant } from '@/core/quantity/time'

/** The lodge thinks of a low shore: the fine stems gone from the left, a slab there, crypts about it, the red stems drawn to the back. Invented. */
export function lowShore(story: TankHistory, now: Instant): Draft {
  const tank = tankNow(story, now)
  const basis = boardOf(tank)!
  const idOf = (stake: string) => basis.plantings.find((one) => one.stake === stake)?.id ?? ''
  const glass = tank.vessel
  const slab = PIECE_SHAPES.find(({ name }) => name === 'slab')!
  const cleared = removeThings(basis, [idOf('S2')])
  const moved = moveThings(cleared, glass, [idOf('S3')], { dx: -2, dz: 2 })
  const withSlab = putPiece(
    moved,
    glass,
    slab,
    { left: 22, right: 44, front: 34, back: 47 },
    'tarn-draft-slab',
  )
  const board = putPlanting(
    withSlab,
    glass,
    CATALOGUE.greenCrypt,
    roundPatch(44, 58, 36, 46),
    'tarn-draft-crypts',
  )
  const madeAt = instantOf(dayOf(now) - 9)
  return { id: 'tarn-low-shore', name: 'Low shore', madeAt, changedAt: madeAt, board, basis }
}
