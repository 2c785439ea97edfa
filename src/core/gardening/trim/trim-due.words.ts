import type { DueRules } from '../../history/due'
import { sayCut, sayTrimReason } from './trim.words'
import { trimActs, type TrimDueFacts } from './trim-due'
import type { TrimDue } from './work-list'

/** What cutting is for, and what waiting costs. */
export const trimDueRules: DueRules<TrimDueFacts> = {
  find: trimActs,
  words: {
    trim: (due, { measures }) => ({
      what: `Cut ${due.hedge.planting.stake} ${sayCut(due, measures)}`,
      why: sayTrimReason(due),
      waiting: waitingFor(due),
    }),
  },
}

function waitingFor({ why }: TrimDue): string {
  switch (why.of) {
    case 'surface':
      return 'what stands below goes dark, and the stems go bare at the foot'
    case 'shape':
      return 'the form is lost, and a later cut goes deeper'
    case 'shade':
      return 'what stands below goes bare or melts'
    case 'colour':
      return 'the reds turn green'
    case 'with the others':
      return 'one more evening with wet hands'
  }
}
