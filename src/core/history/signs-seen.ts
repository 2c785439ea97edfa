import { entriesOf } from './journal-index'
import type { TankHistory } from './types'
import type { EntryOf } from '../journal/entry'
import type { Sign } from '../journal/entry'
import { daysBetween, type Instant } from '../quantity/time'

/** What was seen counts for so many days. */
const RECENT_SIGN_DAYS = 90

/** Signs of these kinds seen of late, in time order. */
export const signsSeen = (
  history: TankHistory,
  now: Instant,
  wanted: readonly Sign[],
): EntryOf<'sign'>[] =>
  entriesOf(history.entries, 'sign').filter(
    (entry) => wanted.includes(entry.sign) && daysBetween(entry.at, now) <= RECENT_SIGN_DAYS,
  )
