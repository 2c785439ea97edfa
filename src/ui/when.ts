import { zoneFormat } from '@/core/quantity/zone'
import type { Instant } from '@/core/quantity/time'

/** “Tuesday 24 November”. */
export const sayLongDay = (at: Instant, zone: string) =>
  zoneFormat(zone, { weekday: 'long', day: 'numeric', month: 'long' })
    .format(new Date(at))
    .replace(',', '')
/** “24 November”, with the year when it is not the year of `now`. */
export const sayDay = (at: Instant, zone: string, now: Instant) =>
  zoneFormat(zone, { day: 'numeric', month: 'long', ...yearIfOther(at, zone, now) }).format(
    new Date(at),
  )
/** “24 Nov, 18:30”, with the year when it is not the year of `now`. */
export const sayMoment = (at: Instant, zone: string, now: Instant) =>
  zoneFormat(zone, {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    ...yearIfOther(at, zone, now),
  }).format(new Date(at))

function yearIfOther(at: Instant, zone: string, now: Instant): Intl.DateTimeFormatOptions {
  const yearOf = (one: Instant) => zoneFormat(zone, { year: 'numeric' }).format(new Date(one))
  return yearOf(at) === yearOf(now) ? {} : { year: 'numeric' }
}
