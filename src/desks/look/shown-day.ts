/** Days of pencil on the time rule. */
export const OUTLOOK_DAYS = 70

/** The days one may look at, as whole days from today: negative before, positive after. Today is 0 at any hour. */
export interface Reach {
  earliest: number
  latest: number
}

/** From the day the record begins (`firstDay`, in days since 1970, as `today`) to `outlook` days ahead. A record that begins later today reaches back 0 days. */
export function reachOf(firstDay: number, today: number, outlook: number): Reach {
  return { earliest: -Math.max(0, Math.floor(today - firstDay)), latest: outlook }
}

/** The whole day nearest to `offset` that is within reach. */
export function within(reach: Reach, offset: number): number {
  return Math.max(reach.earliest, Math.min(reach.latest, Math.round(offset))) + 0
}
