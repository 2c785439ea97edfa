import type { DueOf } from '../../history/due'
import type { TankHistory } from '../../history/types'
import type { Instant } from '../../quantity/time'
import { PARTS_OF_A_CUT } from './minutes'
import { trimsDue, type TrimDue } from './work-list'

export interface TrimDueFacts {
  trim: TrimDue
}

/** A stem that wants the scissors, as an act. */
export const trimAct = (due: TrimDue): DueOf<TrimDueFacts> => ({
  rule: 'trim',
  facts: due,
  key: `trim:${due.hedge.planting.id}`,
  subject: { of: 'planting', id: due.hedge.planting.id },
  days: due.days,
  work: PARTS_OF_A_CUT.trim,
  tools: ['scissors', 'net'],
  opens: { form: 'trim' },
})

/** Every stem that wants the scissors, now or in the weeks to come. */
export const trimActs = (history: TankHistory, now: Instant): DueOf<TrimDueFacts>[] =>
  trimsDue(history, now).map(trimAct)
