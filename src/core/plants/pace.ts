import type { Planting, TankHistory } from '../history/types'
import type { Estimate } from '../quantity/estimate'
import { normalEstimate } from '../quantity/estimate'
import { normalCdf } from '../quantity/normal'
import { dayOf, type Instant } from '../quantity/time'
import { booksSay, growthSegments, ownSlope } from './growth'

/** Whether a planting grows slower than its kind should in this light and gas. */
export interface Pace {
  slower: 'yes' | 'no' | 'cannot tell'
  /** By its own heights alone, cm a day; null: no two heights without a cut between them. */
  own: Estimate | null
  /** By the books under the conditions of the day, cm a day. */
  should: Estimate
  /** What is not known well enough to tell: how it grows, or how its kind does. */
  doubt: 'its own' | 'its kind'
}

/** Slow is what grows at less than this share of what it should. Common practice: a quarter less is within what books err by. */
const SLOW_SHARE = 0.75
/** Odds above which it is said, and below which it is denied. */
const SAID = 0.85
const DENIED = 0.3

/**
 * Is it slower than it should be? Its own heights of late against the books for its kind in such light, gas and air: yes where it falls
 * short of three quarters of them at odds of 85 in 100 or more, no below 30 in 100, else it cannot be told.
 */
export function paceOf(history: TankHistory, planting: Planting, now: Instant): Pace {
  const books = booksSay(history, planting, now)
  const should = normalEstimate(books.mean, books.sd, 'its kind in such light, gas and air', 0)
  const own = ownSlope(growthSegments(history, planting.id, now), dayOf(now))
  if (!own) return { slower: 'cannot tell', own: null, should, doubt: 'its own' }
  const sd = 1 / Math.sqrt(own.precision)
  const short = SLOW_SHARE * books.mean - own.rate
  const odds = normalCdf(short / Math.hypot(sd, SLOW_SHARE * books.sd))
  return {
    slower: answerAt(odds),
    own: normalEstimate(own.rate, sd, `${own.heights} heights of its own`, 0),
    should,
    doubt: sd > books.sd / 2 ? 'its own' : 'its kind',
  }
}

function answerAt(odds: number): Pace['slower'] {
  if (odds >= SAID) return 'yes'
  return odds <= DENIED ? 'no' : 'cannot tell'
}
