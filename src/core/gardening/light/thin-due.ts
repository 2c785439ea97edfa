import type { DueOf } from '../../history/due'
import type { TankHistory } from '../../history/types'
import { sceneOn, stageOf } from '../../layout/scene'
import { dayOf, type Instant } from '../../quantity/time'
import { PARTS_OF_A_CUT } from '../trim/minutes'
import { thinningsOf, type Thinning } from './thinning'

export interface ThinDueFacts {
  thin: Thinning
}

/** Floaters that keep a planting under the light it must have, where thinning gives it back: the same act as thinning them by the calendar, now. */
export const thinActs = (history: TankHistory, now: Instant): DueOf<ThinDueFacts>[] =>
  thinningsOf(sceneOn(stageOf(history, now), dayOf(now)))
    .filter(({ notEnough }) => !notEnough)
    .map((thinning) => ({
      rule: 'thin',
      facts: thinning,
      key: `groom:thinned:${thinning.floaters.id}`,
      subject: { of: 'planting', id: thinning.floaters.id },
      days: { value: 0, low: 0, high: 0 },
      work: PARTS_OF_A_CUT.groom,
      tools: ['net'],
      opens: { form: 'groom', fill: { what: 'thinned' } },
    }))
