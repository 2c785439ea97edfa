import type { TankHistory } from '@/core/history/types'
import type { Finding } from '@/core/judgement/finding'
import { findings } from '@/core/judgement/findings'
import type { Instant } from '@/core/quantity/time'

/** Water and plants speak in days; for this long a story is not reckoned again while nothing is written. */
const GOOD_FOR_MS = 5 * 60_000
const kept = new WeakMap<TankHistory, { at: Instant; findings: Finding[] | null }>()

/**
 * The moment a story is reckoned for: the same for five minutes, so that what was worked out for one page serves the next. Every
 * write makes a new story, and so a new moment.
 */
export function reckonedAt(story: TankHistory, now: Instant): Instant {
  const known = kept.get(story)
  const age = known ? Date.parse(now) - Date.parse(known.at) : -1
  if (known && age >= 0 && age < GOOD_FOR_MS) return known.at
  kept.set(story, { at: now, findings: null })
  return now
}

/** The findings of a story as it comes from the cache, as of {@link reckonedAt}. */
export function findingsOf(story: TankHistory, now: Instant): Finding[] {
  const at = reckonedAt(story, now)
  const made = kept.get(story)!
  made.findings ??= findings(story, at)
  return made.findings
}
