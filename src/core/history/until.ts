import type { TankHistory } from './types'
import type { Instant } from '../quantity/time'

/**
 * The story as it could be told at a moment: lines written of a later time are not known yet. What stands is left as it is, since every
 * question asks for it at its day.
 */
export function storyUntil(story: TankHistory, at: Instant): TankHistory {
  const known = story.entries.findIndex((entry) => entry.at > at)
  return known === -1 ? story : { ...story, entries: story.entries.slice(0, known) }
}
