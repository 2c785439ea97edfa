import { entriesOf } from '../history/journal-index'
import { tankNow } from '../history/tank-at'
import type { TankHistory } from '../history/types'
import { daysBetween, type Instant } from '../quantity/time'
import { countedBeside, type CountedBeside } from './census'
import type { Judged } from '../history/finding'

/** A count of so long ago says nothing of today. */
const LATELY_DAYS = 30
/** One of a dozen hides or was overlooked; from so many on, and this share, it is worth a word. Common practice. */
const LEAST = 2
const LEAST_SHARE = 0.1

export interface CountFacts {
  'fewer-counted': CountedBeside & { populationId: string; counted: number }
}

/** Animals of whom the latest count found fewer than were on paper, beyond the ± of both. */
export function countFindings(
  history: TankHistory,
  now: Instant,
): Judged<CountFacts, 'fewer-counted'>[] {
  const counts = entriesOf(history.entries, 'stock').filter(({ event }) => event === 'counted')
  return tankNow(history, now).populations.flatMap(({ id }) => {
    const last = counts.findLast(({ populationId, at }) => populationId === id && at <= now)
    if (!last || daysBetween(last.at, now) > LATELY_DAYS) return []
    const beside = countedBeside(history, last)
    const gone = beside ? -beside.apart : 0
    if (!beside || gone < Math.max(LEAST, LEAST_SHARE * beside.paper.count)) return []
    return [
      {
        rule: 'fewer-counted' as const,
        topic: 'animals',
        key: `fewer:${id}`,
        subject: { of: 'animals' as const },
        level: 'watch' as const,
        weight: 45,
        entryIds: [last.id],
        leadsTo: { entries: 'stock' as const },
        facts: { ...beside, populationId: id, counted: last.count },
      },
    ]
  })
}
