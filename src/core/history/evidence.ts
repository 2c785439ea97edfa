import { describeEntry } from './describe'
import { byId } from './journal-index'
import type { TankHistory } from './types'
import type { Measures } from '../quantity/measures'
import type { Entry } from '../journal/entry'
import type { Evidence } from './finding'

/** An entry as evidence. */
function evidence(entry: Entry, history: TankHistory, measures: Measures): Evidence {
  return { says: describeEntry(entry, history, measures), entryId: entry.id, at: entry.at }
}

/** Entries by id as evidence, in the order given; ids the story does not hold are passed over. */
export function evidenceFor(
  ids: readonly string[],
  history: TankHistory,
  measures: Measures,
): Evidence[] {
  return ids.flatMap((id) => {
    const entry = byId(history.entries, id)
    return entry ? [evidence(entry, history, measures)] : []
  })
}

/** A computed line of evidence with no single entry behind it. */
export const reckoned = (says: string): Evidence => ({ says, entryId: null, at: null })

/** The ids of entries, the last so many of them. */
export const lastIds = (entries: readonly { id: string }[], count: number): string[] =>
  entries.slice(-count).map(({ id }) => id)
