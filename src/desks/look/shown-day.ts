import { localMoment } from '@/core/quantity/zone'
import { MS_PER_DAY, type Instant } from '@/core/quantity/time'

/** Days of pencil on the time rule. */
export const OUTLOOK_DAYS = 70

/** The days one may look at, as whole days from today: negative before, positive after. Today is 0 at any hour. */
export interface Reach {
  earliest: number
  latest: number
}

/** How long until the tank's own midnight, days: more than 0, up to 1. */
export function untilMidnight(now: Instant, zone: string): number {
  const [hour, minute] = localMoment(now, zone).slice(11).split(':').map(Number)
  return 1 - (hour * 60 + minute) / 1440
}

/** From the calendar day on which the record begins (`firstDay`, in days since 1970) to `outlook` days ahead. `midnight`: the end of today on the same axis. */
export function reachOf(firstDay: number, midnight: number, outlook: number): Reach {
  return { earliest: -Math.max(0, Math.ceil(midnight - firstDay) - 1), latest: outlook }
}

/** The whole day nearest to `offset` that is within reach. */
export function within(reach: Reach, offset: number): number {
  return Math.max(reach.earliest, Math.min(reach.latest, Math.round(offset))) + 0
}

const A_SECOND = 1000 / MS_PER_DAY

/** The moment a whole day is drawn at: today as it is, a day past as it stood at its end, whatever the hour is now, a day to come at this hour. */
export function momentOf(today: number, offset: number, left: number): number {
  return offset < 0 ? today + offset + left - A_SECOND : today + offset
}
