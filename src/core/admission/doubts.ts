import { METRIC, type Measures } from '../quantity/measures'
import type { TankHistory } from '../history/types'
import type { Entry } from '../journal/entry'
import type { Instant } from '../quantity/time'
import { zoneFormat } from '../quantity/zone'
import { questionsAbout } from '../water/estimate/questions'

/** Longest question that is kept with a reading, characters. */
const MOST_LETTERS = 500

/** What can hardly be about an entry, each as a question for the keeper. Empty when all fits, and for what is no reading. */
export function doubtsAbout(
  entry: Entry,
  story: TankHistory,
  measures: Measures = METRIC,
): string[] {
  const early = olderThanTank(entry.at, story)
  if (entry.kind !== 'reading') return early
  const others = story.entries.filter((other) => other.id !== entry.id)
  return [...early, ...questionsAbout(entry, { ...story, entries: others }, measures)]
}

/** A day before the tank may be a slip of the year, or the tank older than it was said. */
export function olderThanTank(
  at: Instant,
  { vessel }: { vessel: Pick<TankHistory['vessel'], 'name' | 'startedAt' | 'timeZone'> },
): string[] {
  const day = (of: Instant) =>
    zoneFormat(vessel.timeZone, { day: 'numeric', month: 'long', year: 'numeric' }).format(
      new Date(of),
    )
  const [written, begun] = [day(at), day(vessel.startedAt)]
  return at >= vessel.startedAt || written === begun
    ? []
    : [`That is ${written}, and ${vessel.name} was set up on ${begun}. Is it so?`]
}

/** An entry the keeper stood by: a reading keeps what it was asked. */
export function stoodBy(entry: Entry, questions: readonly string[]): Entry {
  return entry.kind !== 'reading' || questions.length === 0
    ? entry
    : { ...entry, questioned: questions.join(' ').slice(0, MOST_LETTERS) }
}
