import type { Temporary } from '@/core/history/dated'
import { dayOf, type Instant } from '@/core/quantity/time'
import { EntryRefused } from '../refused'

/** Refuses what would end on or before the day it begins. Throws EntryRefused at the field of its end. */
export function refuseEndBeforeBegin(temporary: Temporary | null, begins: Instant | null): void {
  if (temporary !== null && begins !== null && dayOf(temporary.until) <= dayOf(begins))
    throw new EntryRefused([{ field: 'until', says: 'It would end before it begins.' }])
}
