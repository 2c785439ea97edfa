import type { DueOf, Tool } from '../../history/due'
import type { TankHistory } from '../../history/types'
import type { Instant } from '../../quantity/time'
import { PARTS_OF_A_CUT } from '../trim/minutes'
import { groomingDue, type GroomDue } from './due'

export interface GroomDueFacts {
  groom: GroomDue
}

/** When it is wanted is common practice, to so much of its rhythm each way. */
const LOOSE = 0.3

/** What a planting wants a hand with, as an act. */
export const groomAct = (due: GroomDue): DueOf<GroomDueFacts> => ({
  rule: 'groom',
  facts: due,
  key: `groom:${due.act}:${due.planting.id}`,
  subject: { of: 'planting', id: due.planting.id },
  days: {
    value: due.inDays,
    low: due.inDays - LOOSE * due.everyDays,
    high: due.inDays + LOOSE * due.everyDays,
  },
  work: PARTS_OF_A_CUT.groom,
  tools: TOOLS[due.act],
  opens: { form: 'groom', fill: { what: due.act } },
})

/** Leaves, runners, mosses, floaters, roots, thread: what each kind of plant wants a hand with. */
export const groomActs = (history: TankHistory, now: Instant): DueOf<GroomDueFacts>[] =>
  groomingDue(history, now).map(groomAct)

const TOOLS: Readonly<Record<GroomDue['act'], readonly Tool[]>> = {
  'leaves-taken': ['scissors'],
  'runners-cut': ['scissors', 'forceps'],
  'roots-pruned': ['scissors'],
  'spike-cut': ['scissors'],
  'spike-left': [],
  thinned: ['net'],
  mown: ['scissors', 'net'],
  poked: ['needle'],
  fixed: ['thread or glue'],
  brushed: ['sponge'],
  vacuumed: ['hose and bucket'],
}
