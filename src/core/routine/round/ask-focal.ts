import type { TankHistory } from '../../history/types'
import { tankNow } from '../../history/tank-at'
import { FOCAL_ANSWERS, focalAnswer, focalCover } from '../../layout/focal-piece'
import { sceneOn, stageOf } from '../../layout/scene'
import { dayOf, type Instant } from '../../quantity/time'
import type { AskedOnce } from './question'

/** From this share of its height on a focal piece is hidden enough to be asked about. Common practice. */
const HIDDEN_SHARE = 0.4

/** Whether plants before the focal piece are a loss or welcome: asked once, when they have begun to hide it, and remembered. Null otherwise. */
export function focalQuestion(history: TankHistory, now: Instant): AskedOnce | null {
  const { layout } = tankNow(history, now)
  if (!layout?.hardscape.some(({ focal }) => focal) || focalAnswer(history)) return null
  const cover = focalCover(sceneOn(stageOf(history, now), dayOf(now)))
  return cover && cover.hidden >= HIDDEN_SHARE
    ? {
        pieceId: cover.pieceId,
        hidden: cover.hidden,
        answers: FOCAL_ANSWERS,
        place: { of: 'hardscape', id: cover.pieceId },
      }
    : null
}
