import { routineName } from '../history/routine.words'
import { kindOf, type Entry, type EntryKind } from '../journal/entry'
import { entryDay, ofKind } from '../history/journal-index'
import type { Routine, TankHistory, Vessel } from '../history/types'
import { dayOf, type Instant } from '../quantity/time'

export interface DueTask {
  routineId: string
  says: string
  kind: Routine['kind']
  /** Of a change the share of the water, 0–1; null where none was set. */
  amount: number | null
  /** Whole days past due; negative: days to go. */
  daysLate: number
  lastAt: Instant | null
}

/** Entry kinds that count as having done a routine. */
export const DONE_BY: Record<Routine['kind'], EntryKind> = {
  'water-change': 'water-change',
  trim: 'trim',
  dose: 'dose',
  test: 'reading',
  round: 'round',
  clean: 'clean',
  'top-off': 'top-off',
}

/** What routines ask for, latest first, from when each kind of entry was last made. A routine never done yet counts from the day it was set. Land is asked for no water. */
export function tasksOf(
  { kind: vessel }: Pick<Vessel, 'kind'>,
  routines: readonly Routine[],
  things: readonly { id: string; name: string }[],
  lastDone: (kind: EntryKind, equipmentId: string | null) => Instant | null,
  now: Instant,
): DueTask[] {
  const today = dayOf(now)
  return routines
    .filter(({ until }) => until === null || dayOf(until) > today)
    .filter(({ kind }) => !(vessel === 'terrarium' && kindOf(DONE_BY[kind]).inWater))
    .map((routine) => {
      const lastAt = lastDone(DONE_BY[routine.kind], routine.equipmentId)
      const daysLate = Math.floor(today - (dayOf(lastAt ?? routine.since) + routine.everyDays))
      return {
        routineId: routine.id,
        says: routineName(routine, things),
        kind: routine.kind,
        amount: routine.amount,
        daysLate,
        lastAt,
      }
    })
    .sort((a, b) => b.daysLate - a.daysLate || (a.routineId < b.routineId ? -1 : 1))
}

/** What the routines of a tank ask for at `now`, latest first. */
export function dueTasks(history: TankHistory, now: Instant): DueTask[] {
  const today = dayOf(now)
  return tasksOf(
    history.vessel,
    history.routines,
    history.equipment,
    (kind, equipmentId) =>
      ofKind(history.entries, kind).findLast(
        (entry) => entryDay(entry) <= today && doneTo(entry) === equipmentId,
      )?.at ?? null,
    now,
  )
}

/** The thing an entry says was cleaned or served, or null: a routine that names none is not done by serving one. */
const doneTo = (entry: Entry): string | null =>
  'equipmentId' in entry ? (entry.equipmentId ?? null) : null

/** Tasks due today or overdue. */
export const onlyDue = (tasks: readonly DueTask[]): DueTask[] =>
  tasks.filter((task) => task.daysLate >= 0)
