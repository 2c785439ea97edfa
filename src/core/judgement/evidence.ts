import { describeEntry } from '../history/describe'
import type { Entry } from '../history/entries'
import type { TankHistory } from '../history/types'
import type { Evidence } from './finding'

/** An entry as evidence. */
export function evidence(entry: Entry, history: TankHistory): Evidence {
  return { says: describeEntry(entry, history), entryId: entry.id, at: entry.at }
}

/** Entries by id as evidence, in the order given; ids the story does not hold are passed over. */
export function evidenceFor(ids: readonly string[], history: TankHistory): Evidence[] {
  const wanted = new Set(ids)
  const byId = new Map(history.entries.filter((entry) => wanted.has(entry.id)).map((entry) => [entry.id, entry]))
  return ids.flatMap((id) => {
    const entry = byId.get(id)
    return entry ? [evidence(entry, history)] : []
  })
}

/** A computed line of evidence with no single entry behind it. */
export const reckoned = (says: string): Evidence => ({ says, entryId: null, at: null })
