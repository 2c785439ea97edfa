import { olderThanTank } from '@/core/admission/doubts'
import type { Sending } from '@/core/history/sending'
import type { VesselRecord } from '@/core/history/types'
import type { Instant } from '@/core/quantity/time'
import { askFirst } from '../refused'

/** Asks once about a day before the tank was set up; null: all along, which names no day. Throws EntryRefused with the question. */
export function askBeforeTank(at: Instant | null, vessel: VesselRecord, sending: Sending): void {
  if (at !== null && sending?.stands !== true) askFirst(olderThanTank(at, { vessel }))
}
