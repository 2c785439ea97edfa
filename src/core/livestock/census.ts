import { headCount } from '../history/lookup'
import type { TankHistory } from '../history/types'
import type { EntryOf } from '../journal/entry'

/** A count beside what was on paper, its doubt and that of the count together: whole animals fewer (below zero) or more. */
export interface CountedBeside {
  /** On paper before it, and how much that was in doubt. */
  paper: { count: number; plusMinus: number }
  /** Animals fewer or more than the doubt of both allows for; 0: the count is as on paper. */
  apart: number
}

/**
 * A count against the census it followed, both with their ±: within it nothing is said; beyond it every animal is. Null for the first count of a
 * population, which nothing stands against, and for lines that are no count.
 */
export function countedBeside(
  history: Pick<TankHistory, 'entries'>,
  entry: EntryOf<'stock'>,
): CountedBeside | null {
  if (entry.event !== 'counted') return null
  const before = history.entries.filter(
    (one) =>
      (one.kind === 'stock' || one.kind === 'seen-again') &&
      one.populationId === entry.populationId &&
      one.id !== entry.id &&
      one.at <= entry.at,
  )
  if (before.length === 0) return null
  const paper = headCount({ entries: before }, { id: entry.populationId }, entry.at)
  return { paper, apart: apartFrom(entry.count, paper, entry.plusMinus) }
}

/** By how many animals a count lies outside what is on paper; 0 within the ± of both. */
export function apartFrom(
  count: number,
  paper: { count: number; plusMinus: number },
  plusMinus = 0,
): number {
  const apart = count - paper.count
  return Math.abs(apart) <= Math.hypot(paper.plusMinus, plusMinus) ? 0 : apart
}
