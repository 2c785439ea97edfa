import { storyUntil } from '../history/lookup'
import type { TankHistory } from '../history/types'
import { dayOf, instantOf, type Instant } from '../quantity/time'

/** What a sentence must not hold: a fact that was not there. */
export const HOLE = /undefined|null|NaN|Infinity|\[object|  | [.,;:]|\(\)|“”/
export const SENTENCE = /^[A-Z“0-9].*[.?”]$/s

const NOW = '2026-11-24T09:00:00.000Z'
const WEEKS_APART = 3
/** These tanks every three weeks of their last year, as they were known then. */
export const seenOverAYear = (
  storiesAt: (now: Instant) => TankHistory[],
): { story: TankHistory; now: Instant }[] =>
  storiesAt(NOW).flatMap((story) =>
    Array.from({ length: 16 }, (_, k) => instantOf(dayOf(NOW) - 7 * WEEKS_APART * k)).map(
      (now) => ({ story: storyUntil(story, now), now }),
    ),
  )
