import type { TankHistory } from '@/core/history/types'
import type { Finding } from '@/core/judgement/finding'
import { findings } from '@/core/judgement/findings'
import type { Instant } from '@/core/quantity/time'

/** Findings speak in days; for this long they are not worked out again while nothing is written. */
const GOOD_FOR_MS = 5 * 60_000
const kept = new WeakMap<TankHistory, { at: number; findings: Finding[] }>()

/** The findings of a story as it comes from the cache; every write makes a new story and so forgets them. */
export function findingsOf(story: TankHistory, now: Instant): Finding[] {
  const at = Date.parse(now)
  const known = kept.get(story)
  if (known && at >= known.at && at - known.at < GOOD_FOR_MS) return known.findings
  const made = { at, findings: findings(story, now) }
  kept.set(story, made)
  return made.findings
}
