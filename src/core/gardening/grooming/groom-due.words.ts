import type { DueRules } from '../../history/due'
import type { GroomDue } from './due'
import { groomActs, type GroomDueFacts } from './groom-due'
import { sayGroomDue } from './grooming.words'

/** What a hand is wanted for, and what becomes of it otherwise. */
export const groomDueRules: DueRules<GroomDueFacts> = {
  find: groomActs,
  words: {
    groom: (due) => ({
      what: sayAct(due),
      why: sayGroomDue(due),
      waiting: WAITING[due.act],
    }),
  },
}

/** What nothing on paper holds yet is tied or glued; what is tied is looked at. */
const sayAct = ({ act, doneAgo, planting }: GroomDue): string =>
  `${act === 'fixed' && doneAgo === null ? 'Tie or glue' : WHAT[act]} ${planting.stake}`

const WHAT: Readonly<Record<GroomDue['act'], string>> = {
  'leaves-taken': 'Take old leaves off',
  thinned: 'Thin',
  mown: 'Mow',
  poked: 'Poke',
  'runners-cut': 'Cut runners of',
  'spike-cut': 'Cut the spike of',
  'spike-left': 'Leave the spike of',
  'roots-pruned': 'Cut back the roots of',
  fixed: 'Look at the thread of',
  brushed: 'Brush',
  vacuumed: 'Vacuum',
}
const WAITING: Readonly<Record<GroomDue['act'], string>> = {
  'leaves-taken': 'old leaves feed algae',
  thinned: 'what is below it goes dark',
  mown: 'the mat comes up',
  poked: 'the ground turns foul under a mat',
  'runners-cut': 'it wanders among the others',
  'spike-cut': 'the flower costs leaves',
  'spike-left': '',
  'roots-pruned': 'roots reach the pump',
  fixed: 'it floats off',
  brushed: 'dirt takes its light',
  vacuumed: 'dirt feeds algae',
}
