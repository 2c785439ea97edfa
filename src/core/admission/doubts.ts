import { METRIC, type Measures } from '../quantity/measures'
import type { TankHistory } from '../history/types'
import type { Entry } from '../journal/entry'
import { questionsAbout } from '../water/estimate/questions'

/** Longest question that is kept with a reading, characters. */
const MOST_LETTERS = 500

/** What can hardly be about an entry, each as a question for the keeper. Empty when all fits, and for what is no reading. */
export function doubtsAbout(
  entry: Entry,
  story: TankHistory,
  measures: Measures = METRIC,
): string[] {
  if (entry.kind !== 'reading') return []
  const others = story.entries.filter((other) => other.id !== entry.id)
  return questionsAbout(entry, { ...story, entries: others }, measures)
}

/** An entry the keeper stood by: a reading keeps what it was asked. */
export function stoodBy(entry: Entry, questions: readonly string[]): Entry {
  return entry.kind !== 'reading' || questions.length === 0
    ? entry
    : { ...entry, questioned: questions.join(' ').slice(0, MOST_LETTERS) }
}
