import type { EntryKind } from '../history/entries'
import type { Routine, TankHistory } from '../history/types'
import { dayOf, type Instant } from '../quantity/time'

export interface DueTask {
  routineId: string
  says: string
  kind: Routine['kind']
  /** Whole days past due; negative: days to go. */
  daysLate: number
  lastAt: Instant | null
}

/** Entry kinds that count as having done a routine. */
const DONE_BY: Record<Routine['kind'], EntryKind> = {
  'water-change': 'water-change', trim: 'trim', dose: 'dose', test: 'reading', round: 'round', clean: 'clean', 'top-off': 'top-off',
}

/** What the routines ask for, latest first. A routine never done yet counts from the day it was set. */
export function dueTasks(history: TankHistory, now: Instant): DueTask[] {
  const today = dayOf(now)
  return history.routines
    .map((routine) => {
      const last = history.entries.findLast((entry) => entry.kind === DONE_BY[routine.kind] && dayOf(entry.at) <= today)
      const daysLate = Math.floor(today - (dayOf(last?.at ?? routine.since) + routine.everyDays))
      return { routineId: routine.id, says: routine.says, kind: routine.kind, daysLate, lastAt: last?.at ?? null }
    })
    .sort((a, b) => b.daysLate - a.daysLate)
}

/** Tasks due today or overdue. */
export function dueNow(history: TankHistory, now: Instant): DueTask[] {
  return dueTasks(history, now).filter((task) => task.daysLate >= 0)
}
