import { dayOf, type Instant } from '../quantity/time'
import type { Layout, Planting, Population, SourceWater, Species, TankHistory } from './types'
import { byTime, entriesOf, entryDay } from './journal-index'
import type { Entry } from './entries'

/** Entries in time order; those of one moment keep the order of their ids, so that two loads never differ. */
export function inTimeOrder(entries: readonly Entry[]): Entry[] {
  return [...entries].sort(byTime)
}

/** The layout standing in the tank, or null for a bare vessel. */
export function currentLayout(history: TankHistory): Layout | null {
  return history.layouts.find((layout) => layout.state === 'current') ?? null
}

/** Plantings of the current layout that stood in the tank at `at`. */
export function plantingsAt(history: TankHistory, at: Instant): Planting[] {
  const layout = currentLayout(history)
  const day = dayOf(at)
  return history.plantings.filter(
    (planting) =>
      planting.layoutId === layout?.id &&
      dayOf(planting.plantedAt) <= day &&
      (planting.removedAt === null || dayOf(planting.removedAt) > day),
  )
}

/** The species of a planting. Throws when the story does not hold it: the database and the import both forbid that. */
export function speciesOf(history: TankHistory, planting: Planting): Species {
  const species = history.species.find((candidate) => candidate.id === planting.speciesId)
  if (!species) throw new Error(`${planting.stake} refers to a species the story does not hold`)
  return species
}

/** The water used for changes: that of the latest change which named one, else the first source, else null. */
export function usualSource(history: TankHistory): SourceWater | null {
  const named = entriesOf(history.entries, 'water-change')
    .filter((change) => change.sourceId !== null)
    .at(-1)?.sourceId
  return history.sources.find((source) => source.id === named) ?? history.sources[0] ?? null
}

/** The story as it stood at `at`: later entries are left out. */
export function storyUntil(history: TankHistory, at: Instant): TankHistory {
  const day = dayOf(at)
  const last = history.entries.at(-1)
  // Nothing later: the same story, with all that was already sorted out of it.
  if (!last || dayOf(last.at) <= day) return history
  return { ...history, entries: history.entries.filter((entry) => entryDay(entry) <= day) }
}

/** Head count after the last count, with what was added, born, died, moved or went missing since; never below zero. */
export function headCount(
  history: TankHistory,
  population: Population,
): { count: number; plusMinus: number } {
  let count = 0
  let plusMinus = 0
  for (const entry of entriesOf(history.entries, 'stock')) {
    if (entry.populationId !== population.id) continue
    if (entry.event === 'counted') {
      count = entry.count
      plusMinus = entry.plusMinus
      continue
    }
    count = Math.max(
      0,
      count + (entry.event === 'added' || entry.event === 'born' ? entry.count : -entry.count),
    )
    plusMinus = Math.hypot(plusMinus, entry.plusMinus)
  }
  return { count, plusMinus: Math.round(plusMinus) }
}
