import { MS_PER_DAY, type Instant } from '@/core/quantity/time'

/** Demo time: whole days before today, and the hour of that day (UTC). */
export interface DemoClock {
  now: Instant
  at: (daysAgo: number, hour: number) => Instant
}

/** A clock from a given now; the same day always gives the same demo. */
export function demoClock(now: Instant): DemoClock {
  const midnight = Math.floor(Date.parse(now) / MS_PER_DAY) * MS_PER_DAY
  return {
    now,
    at: (daysAgo, hour) =>
      new Date(midnight - daysAgo * MS_PER_DAY + hour * 3_600_000).toISOString(),
  }
}
