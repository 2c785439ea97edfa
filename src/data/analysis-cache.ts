import type { TankHistory } from '@/core/history/types'
import type { Finding } from '@/core/history/finding'
import { findings } from '@/core/judgement/findings'
import { METRIC, type Measures } from '@/core/quantity/measures'
import type { Instant } from '@/core/quantity/time'

/** Water and plants speak in days; for this long a story is not reckoned again while nothing is written. */
const GOOD_FOR_MS = 5 * 60_000
interface Analysis {
  at: Instant
  /** What was worked out for that moment, by what it is. */
  made: Map<string, unknown>
}
const kept = new WeakMap<TankHistory, Analysis>()

function analysisOf(story: TankHistory, now: Instant): Analysis {
  const known = kept.get(story)
  const age = known ? Date.parse(now) - Date.parse(known.at) : -1
  if (known && age >= 0 && age < GOOD_FOR_MS) return known
  const fresh = { at: now, made: new Map<string, unknown>() }
  kept.set(story, fresh)
  return fresh
}

/**
 * The moment a story is reckoned for: the same for five minutes, so that what was worked out for one page serves the next. Every
 * write makes a new story, and so a new moment.
 */
export const reckonedAt = (story: TankHistory, now: Instant): Instant => analysisOf(story, now).at

/** What `work` makes of a story at {@link reckonedAt}: worked out once, and the same for every page that asks under that name until something is written. */
export function reckoned<T>(
  story: TankHistory,
  now: Instant,
  name: string,
  work: (at: Instant) => T,
): T {
  const { at, made } = analysisOf(story, now)
  if (!made.has(name)) made.set(name, work(at))
  return made.get(name) as T
}

/** The findings of a story as it comes from the cache, as of {@link reckonedAt}. */
export const findingsOf = (
  story: TankHistory,
  now: Instant,
  measures: Measures = METRIC,
): Finding[] =>
  reckoned(story, now, `findings, ${measures.system}`, (at) => findings(story, at, measures))
