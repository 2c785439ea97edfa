import type { DueRules } from '../history/due'
import type { Routine } from '../history/types'
import { sayLate } from './due.words'
import { routineActs, type RoutineDueFacts } from './routine-due'

/** What the keeper set, in the keeper’s words. */
export const routineDueRules: DueRules<RoutineDueFacts> = {
  find: routineActs,
  words: {
    routine: (task) => ({
      what: task.says,
      why: sayLate(task) || 'your routine',
      waiting: WAITING[task.kind],
    }),
  },
}

const WAITING: Readonly<Record<Routine['kind'], string>> = {
  'water-change': 'what food brings goes on gathering',
  'top-off': 'the level sinks and the water hardens',
  trim: 'what stands below goes dark',
  dose: 'the column runs down',
  test: 'drift goes unseen',
  round: 'what begins goes unseen',
  clean: 'dirt gathers',
}
