import { byTime } from './journal-index'
import type { Entry } from '../journal/entry'
import type { TankHistory } from './types'

/** The story with further entries at their places in time. What comes last is put last without sorting the whole again. */
export function withEntries(history: TankHistory, added: readonly Entry[]): TankHistory {
  const later = [...added].sort(byTime)
  const last = history.entries.at(-1)
  const entries = [...history.entries, ...later]
  return {
    ...history,
    entries:
      last && later.length > 0 && byTime(later[0], last) < 0 ? entries.sort(byTime) : entries,
  }
}

/** The story with an entry replaced by another version of itself, or without it (null). */
export function withEntry(history: TankHistory, id: string, version: Entry | null): TankHistory {
  const rest = { ...history, entries: history.entries.filter((entry) => entry.id !== id) }
  return version === null ? rest : withEntries(rest, [version])
}
