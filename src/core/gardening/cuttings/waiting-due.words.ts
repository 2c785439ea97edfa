import type { DueRules } from '../../history/due'
import { waitingActs, type WaitingDueFacts } from './waiting-due'

/** What need wait no longer. */
export const waitingDueRules: DueRules<WaitingDueFacts> = {
  find: waitingActs,
  words: {
    set: ({ what }) => ({
      what: `Set “${what}”, or take it off the waiting list`,
      why: 'what it waited for has come',
      waiting: '',
    }),
  },
}
