import { PARTS_OF_A_CUT } from '../gardening/trim/minutes'
import { LIGHT_WORK, type DueOf, type Tool } from '../history/due'
import type { Way } from '../history/finding'
import type { Routine, TankHistory } from '../history/types'
import type { Instant } from '../quantity/time'
import { dueTasks, type DueTask } from './due'

export interface RoutineDueFacts {
  routine: DueTask
}
type Kind = Routine['kind']

/** What a routine asks for, as an act; `amount`: of a change the share to begin with, null: as the keeper does it. */
export function routineAct(
  task: DueTask,
  amount: number | null = task.amount,
): DueOf<RoutineDueFacts> {
  const { work, tools, opens } = BY_KIND[task.kind]
  return {
    rule: 'routine',
    facts: task,
    key: `routine:${task.routineId}`,
    subject: { of: 'tank' },
    days: { value: -task.daysLate, low: -task.daysLate, high: -task.daysLate },
    work,
    tools,
    opens: opens(amount),
  }
}

/** What the keeper set for every so many days, whole days as everywhere. */
export const routineActs = (history: TankHistory, now: Instant): DueOf<RoutineDueFacts>[] =>
  dueTasks(history, now).map((task) => routineAct(task))

const BY_KIND: Readonly<
  Record<Kind, { work: number; tools: readonly Tool[]; opens: (amount: number | null) => Way }>
> = {
  'water-change': {
    work: PARTS_OF_A_CUT['water-change'],
    tools: ['hose and bucket'],
    opens: (share) =>
      share === null
        ? { form: 'water-change' }
        : { form: 'water-change', fill: { percent: String(Math.round(100 * share)) } },
  },
  'top-off': { work: LIGHT_WORK, tools: ['hose and bucket'], opens: () => ({ form: 'top-off' }) },
  trim: { work: PARTS_OF_A_CUT.trim, tools: ['scissors', 'net'], opens: () => ({ form: 'trim' }) },
  dose: { work: LIGHT_WORK, tools: ['bottles'], opens: () => ({ form: 'dose' }) },
  test: { work: LIGHT_WORK, tools: ['tests'], opens: () => ({ form: 'reading' }) },
  round: { work: PARTS_OF_A_CUT.round, tools: [], opens: () => ({ page: 'round' }) },
  clean: { work: PARTS_OF_A_CUT.clean, tools: ['sponge'], opens: () => ({ form: 'clean' }) },
}
