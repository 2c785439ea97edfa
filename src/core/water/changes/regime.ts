import { entryDay } from '../../history/journal-index'
import { entriesOf } from '../../history/journal-index'
import { routinesAt, usualSource } from '../../history/lookup'
import type { TankHistory } from '../../history/types'
import { dayOf, type Instant } from '../../quantity/time'

/** How the water has really been changed: computed from the record, since people overstate how regular they are. */
export interface ChangeRegime {
  /** Median days between changes and the quartiles; null under two changes. */
  everyDays: { median: number; q1: number; q3: number } | null
  /** Median fraction taken, 0–1. */
  fraction: number | null
  lastAt: Instant | null
  changes: number
  /** Share of the intervals no more than a quarter longer than the routine the keeper set, 0–1; null without a routine. */
  adherence: number | null
  /** The same as “3 of the last 5”; null without a routine. */
  onTime: string | null
  /** The rhythm the keeper set, days. */
  routineDays: number | null
}

/** The last changes that count as the present habit. */
const RECENT_CHANGES = 12
const GRACE = 1.25

/** The change regime over the last dozen changes before `now`. Fewer than two changes give nulls, never a guess. */
export function changeRegime(history: TankHistory, now: Instant): ChangeRegime {
  const today = dayOf(now)
  const changes = entriesOf(history.entries, 'water-change')
    .filter((change) => entryDay(change) <= today)
    .slice(-RECENT_CHANGES)
  const days = changes.map((change) => entryDay(change))
  const gaps = days.slice(1).map((day, i) => day - days[i])
  const routineDays =
    routinesAt(history, now).find((routine) => routine.kind === 'water-change')?.everyDays ?? null
  const sorted = [...gaps].sort((a, b) => a - b)
  const kept = routineDays === null ? 0 : gaps.filter((gap) => gap <= routineDays * GRACE).length
  const judged = routineDays !== null && gaps.length > 0
  return {
    everyDays:
      sorted.length > 0
        ? { median: quantile(sorted, 0.5), q1: quantile(sorted, 0.25), q3: quantile(sorted, 0.75) }
        : null,
    fraction:
      changes.length > 0
        ? quantile(
            changes.map((change) => change.fraction).sort((a, b) => a - b),
            0.5,
          )
        : null,
    lastAt: changes.at(-1)?.at ?? null,
    changes: changes.length,
    adherence: judged ? kept / gaps.length : null,
    onTime: judged ? `${kept} of the last ${gaps.length}` : null,
    routineDays,
  }
}

/** The change that is due next: the keeper's routine if there is one, else the habit; null when neither is known. */
export function nextChange(
  history: TankHistory,
  now: Instant,
): { day: number; everyDays: number; fraction: number; sourceId: string | null } | null {
  const regime = changeRegime(history, now)
  const routine = routinesAt(history, now).find((candidate) => candidate.kind === 'water-change')
  const everyDays = routine?.everyDays ?? regime.everyDays?.median
  const fraction = routine?.amount ?? regime.fraction
  if (!everyDays || !fraction) return null
  const last = regime.lastAt ? dayOf(regime.lastAt) : dayOf(now)
  return {
    day: last + everyDays,
    everyDays,
    fraction,
    sourceId: usualSource(history, now)?.id ?? null,
  }
}

/** Linear-interpolated quantile of sorted numbers (type 7 of Hyndman & Fan 1996). Throws on an empty list. */
export function quantile(sorted: readonly number[], p: number): number {
  if (sorted.length === 0) throw new RangeError('No quantile of nothing')
  const at = p * (sorted.length - 1)
  const below = Math.floor(at)
  const above = Math.ceil(at)
  return sorted[below] + (at - below) * (sorted[above] - sorted[below])
}
