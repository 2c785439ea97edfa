import { dayOf, type Instant } from '@/core/quantity/time'
import { instantIn, NO_SUCH_DAY } from '@/core/quantity/zone'
import { EntryRefused } from '@/data/refused'

/** Nobody knows how a tank will stand later than this. */
const MAX_AHEAD_DAYS = 730

/** The morning of a day that work is planned for, as a date of the tank’s zone. Throws EntryRefused, at `field`, for one that is over, too far ahead or none at all. */
export function plannedDay(date: string, zone: string, at: Instant, field: string): Instant {
  const morning = instantIn(zone, `${date}T09:00`)
  const refuse = (says: string) => new EntryRefused([{ field, says }])
  if (morning === '') throw refuse(NO_SUCH_DAY)
  if (dayOf(morning) < dayOf(at) - 1)
    throw refuse(
      'Work cannot be planned for the past. What was done already is inked with its day.',
    )
  if (dayOf(morning) > dayOf(at) + MAX_AHEAD_DAYS)
    throw refuse('That is more than two years ahead.')
  return morning
}
