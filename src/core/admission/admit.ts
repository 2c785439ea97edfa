import { METRIC, type Measures } from '../quantity/measures'
import { byTime } from '../history/journal-index'
import { withEntries } from '../history/revise'
import type { TankHistory } from '../history/types'
import { kindOf, type Entry } from '../journal/entry'
import { faultsOf, problem, NO_PROBLEM, type EntryProblem } from '../journal/faults'
import type { Ask } from '../journal/kind'
import { referencesOf } from '../journal/subjects'
import { dayOf, type Instant } from '../quantity/time'
import { litresOver } from '../vessel/litres-over'
import { askOf, listsOf } from './ask'

/** Clocks of two machines may differ by so much, days. */
const FUTURE_GRACE_DAYS = 5 / 1440

/** A tank that entries are let into. */
export interface Door {
  /** What a kind may ask on the day of an entry, as long as the door stands open. */
  ask: (at: Instant) => Ask
  /**
   * What is wrong with an entry: fields out of their bounds, references that lead nowhere, times to come, and what the story does not
   * allow. What was let in counts for those after it. Asked in time order.
   */
  admit: (entry: Entry) => EntryProblem[]
}

/**
 * The one door into a tank's journal, for forms, rounds, files and devices alike. Cost: a check for each entry, and a copy of the
 * journal for each entry that later ones of the same go are judged by.
 */
export function doorInto(story: TankHistory, now: Instant, measures: Measures = METRIC): Door {
  const litresOf = litresOver(story)
  const lists = listsOf(story)
  let grown = story
  const ask = (at: Instant) => askOf(grown, at, litresOf, lists, measures)
  return {
    ask,
    admit(entry) {
      const asking = ask(entry.at)
      const standing = standingProblems(entry, asking, now)
      const problems = standing.length > 0 ? standing : storyProblems(entry, asking)
      if (problems.length === 0 && kindOf(entry.kind).judgedBy) grown = withEntries(grown, [entry])
      return problems
    },
  }
}

/** What no tank could hold: fields out of bounds, references that lead nowhere, times to come. */
function standingProblems(entry: Entry, ask: Ask, now: Instant): EntryProblem[] {
  const kind = kindOf(entry.kind)
  const faults = faultsOf(kind.shape, entry)
  return [
    ...faults,
    ...(faults.length === 0 ? (kind.rules?.(entry) ?? NO_PROBLEM) : NO_PROBLEM),
    ...checkTime(entry, now),
    ...referencesOf(entry).flatMap(({ field, to, id }) =>
      ask.knows(to, id) ? NO_PROBLEM : problem(field, NOT_HERE[to]),
    ),
  ]
}

/** What this tank's own story does not allow: before the planting stood, above the plant, more than were alive. */
export function storyProblems(entry: Entry, ask: Ask): EntryProblem[] {
  return [...checkPlanted(entry, ask), ...(kindOf(entry.kind).check?.(entry, ask) ?? NO_PROBLEM)]
}

const NOT_HERE: Record<Parameters<Ask['knows']>[0], string> = {
  planting: 'This planting is not in this tank.',
  piece: 'That piece is not in this tank.',
  population: 'These animals are not in this tank.',
  source: 'This source water is not known to this tank.',
  equipment: 'This thing is not among the equipment of this tank.',
  plan: 'That plan is not of this tank.',
}

function checkTime(entry: Entry, now: Instant): EntryProblem[] {
  return dayOf(entry.at) <= dayOf(now) + FUTURE_GRACE_DAYS
    ? NO_PROBLEM
    : problem('at', 'This has not happened yet: an observation cannot lie in the future.')
}

function checkPlanted(entry: Entry, ask: Ask): EntryProblem[] {
  if (!('plantingId' in entry)) return NO_PROBLEM
  const planting = ask.planting(entry.plantingId)
  return planting === null || dayOf(entry.at) >= dayOf(planting.from)
    ? NO_PROBLEM
    : problem('at', `${planting.stake} was not planted yet on that day.`)
}

/** Problems of several entries let in together, in the order of a journal. Empty when all are well. */
export function problemsOf(
  entries: readonly Entry[],
  story: TankHistory,
  now: Instant,
  measures: Measures = METRIC,
): EntryProblem[] {
  const door = doorInto(story, now, measures)
  return [...entries].sort(byTime).flatMap(door.admit)
}
