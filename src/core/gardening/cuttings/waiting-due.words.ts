import type { DueRules } from '../../history/due'
import { waitingActs, type WaitingDueFacts } from './waiting-due'

/** What need wait no longer. */
export const waitingDueRules: DueRules<WaitingDueFacts> = {
  find: waitingActs,
  words: {
    set: ({ what, days }) => ({
      what: `Set “${what}”, or take it off the waiting list`,
      why: days > 0 ? 'then it need wait no longer' : 'what it waited for has come',
      waiting: '',
    }),
  },
}
