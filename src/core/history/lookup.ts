import { dayOf, type Instant } from '../quantity/time'
import { byTime, entriesOf, entryDay } from './journal-index'
import { mainKind, sourceOn, tankNow } from './tank-at'
import type {
  Planting,
  Population,
  Routine,
  SourceWater,
  Species,
  TankFacts,
  TankHistory,
} from './types'
import type { Entry } from '../journal/entry'

/** Entries in the order of a journal ({@link byTime}). */
export function inTimeOrder(entries: readonly Entry[]): Entry[] {
  return [...entries].sort(byTime)
}

/** Plantings that stood in the tank at `at`. */
export const plantingsAt = (history: TankFacts, at: Instant): readonly Planting[] =>
  tankNow(history, at).plantings

/** The species of a planting; of a mixture the one most of it is. Throws when the story does not hold it: the database and the import both forbid that. */
export function speciesOf(
  { species }: Pick<TankHistory, 'species'>,
  planting: Pick<Planting, 'stake' | 'kinds'>,
): Species {
  const { speciesId } = mainKind(planting)
  const found = species.find((candidate) => candidate.id === speciesId)
  if (!found) throw new Error(`${planting.stake} refers to a species the story does not hold`)
  return found
}

/** The water used for changes: that of the latest change up to `at` which named one, else the first source, else null. As it is at `at`. */
export function usualSource(history: TankHistory, at: Instant): SourceWater | null {
  const day = dayOf(at)
  const named = entriesOf(history.entries, 'water-change').findLast(
    (change) => change.sourceId !== null && entryDay(change) <= day,
  )?.sourceId
  const record = history.sources.find((source) => source.id === named) ?? history.sources[0]
  return record ? sourceOn(record, day) : null
}

/** Routines the keeper means to keep at `at`. */
export const routinesAt = ({ routines }: Pick<TankHistory, 'routines'>, at: Instant): Routine[] =>
  routines.filter(({ until }) => until === null || dayOf(until) > dayOf(at))

/** The story as it stood at `at`: later entries are left out. */
export function storyUntil(history: TankHistory, at: Instant): TankHistory {
  const day = dayOf(at)
  const last = history.entries.at(-1)
  // Nothing later: the same story, with all that was already sorted out of it.
  if (!last || dayOf(last.at) <= day) return history
  return { ...history, entries: history.entries.filter((entry) => entryDay(entry) <= day) }
}

const ARRIVALS: ReadonlySet<string> = new Set(['added', 'born', 'moved in'])

/** Lines that say how many animals of a population there are, up to `at` or to the end of the book, without the entry `but`. */
function countsOf(
  { entries }: Pick<TankHistory, 'entries'>,
  { id }: Pick<Population, 'id'>,
  at: Instant | null,
  but: string | null,
) {
  const until = at === null ? Infinity : dayOf(at)
  const lines = [...entriesOf(entries, 'stock'), ...entriesOf(entries, 'seen-again')]
    .filter((entry) => entry.populationId === id && entryDay(entry) <= until && entry.id !== but)
    .sort(byTime)
  // Animals that nobody had cannot have been counted: of the very first moment those that came are first.
  const first = lines.filter((entry) => entry.at === lines[0].at)
  const came = first.filter((entry) => entry.kind === 'stock' && ARRIVALS.has(entry.event))
  if (came.length === 0) return lines
  return [...came, ...first.filter((entry) => !came.includes(entry)), ...lines.slice(first.length)]
}

/** Head count up to `at` (or to the end of the book) after the last count, with what was added, born, died, moved, went missing or was seen again since; never below zero. */
export function headCount(
  history: Pick<TankHistory, 'entries'>,
  population: Pick<Population, 'id'>,
  at: Instant | null = null,
  but: string | null = null,
): { count: number; plusMinus: number } {
  let count = 0
  let plusMinus = 0
  for (const entry of countsOf(history, population, at, but)) {
    if (entry.kind === 'seen-again') {
      count += entry.count
      continue
    }
    if (entry.event === 'counted') {
      count = entry.count
      plusMinus = entry.plusMinus
      continue
    }
    count = Math.max(0, count + (ARRIVALS.has(entry.event) ? entry.count : -entry.count))
    plusMinus = Math.hypot(plusMinus, entry.plusMinus)
  }
  return { count, plusMinus: Math.round(plusMinus) }
}

/** How many of a population have gone missing since the last count and were not seen again, up to `at`; never below zero. */
export function missingSince(
  history: Pick<TankHistory, 'entries'>,
  population: Pick<Population, 'id'>,
  at: Instant,
  but: string | null = null,
): number {
  let missing = 0
  for (const entry of countsOf(history, population, at, but)) {
    if (entry.kind === 'seen-again') missing = Math.max(0, missing - entry.count)
    else if (entry.event === 'counted') missing = 0
    else if (entry.event === 'missing') missing += entry.count
  }
  return missing
}

/** Whether animals are on paper as living here at an instant. */
export const hasAnimals = (facts: TankFacts, now: Instant): boolean =>
  tankNow(facts, now).populations.length > 0
