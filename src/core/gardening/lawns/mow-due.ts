import type { DueOf } from '../../history/due'
import type { TankHistory } from '../../history/types'
import type { Instant } from '../../quantity/time'
import { PARTS_OF_A_CUT } from '../trim/minutes'
import { lawnsOf, type Lawn } from './lawn'

export interface MowDueFacts {
  mow: Lawn
}

/** The next mowing of a lawn, as an act. */
export const mowAct = (lawn: Lawn): DueOf<MowDueFacts> => ({
  rule: 'mow',
  facts: lawn,
  key: `groom:mown:${lawn.planting.id}`,
  subject: { of: 'planting', id: lawn.planting.id },
  days: lawn.mowIn,
  work: PARTS_OF_A_CUT.trim,
  tools: ['scissors', 'net'],
  opens: { form: 'groom', fill: { what: 'mown' } },
})

/** When each lawn is mown. */
export const mowActs = (history: TankHistory, now: Instant): DueOf<MowDueFacts>[] =>
  lawnsOf(history, now).map(mowAct)
