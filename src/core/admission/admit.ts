import type { Entry } from '../history/entries'
import type { EntryProblem } from '../history/problem'
import { withEntries } from '../history/revise'
import type { TankHistory } from '../history/types'
import { dayOf, type Instant } from '../quantity/time'
import { litresOver } from '../vessel/litres-over'
import { checkEntry } from './check-entry'

/** Kinds that a later entry may be judged by: how tall a plant is, how many animals are left, which steps are done. */
const JUDGED_BY: ReadonlySet<Entry['kind']> = new Set(['measure', 'trim', 'stock', 'step-done'])

/**
 * The one door into a tank's journal, for forms, rounds, files and devices alike. Gives a function that is asked for entry after
 * entry, in time order, and says what is wrong with each; what was let in counts for those after it. Cost: a check for each entry,
 * and a copy of the journal for each of the few kinds that others are judged by.
 */
export function doorInto(story: TankHistory, now: Instant): (entry: Entry) => EntryProblem[] {
  const litresOf = litresOver(story)
  let grown = story
  return (entry) => {
    const problems = checkEntry(entry, grown, now, litresOf(dayOf(entry.at)))
    if (problems.length === 0 && JUDGED_BY.has(entry.kind)) grown = withEntries(grown, [entry])
    return problems
  }
}

/** Problems of several entries let in together, in time order. Empty when all are well. */
export function problemsOf(
  entries: readonly Entry[],
  story: TankHistory,
  now: Instant,
): EntryProblem[] {
  const door = doorInto(story, now)
  return [...entries].sort((a, b) => (a.at < b.at ? -1 : 1)).flatMap(door)
}
