/** An ISO 8601 instant with its offset; UTC (`…Z`) wherever Vivero writes one. */
export type Instant = string

export const MS_PER_DAY = 86_400_000

/** Nobody keeps a tank’s record from before, or until after. */
export const FIRST_YEAR = 1970
export const LAST_YEAR = 2199
export const isYearOfARecord = (year: number): boolean => year >= FIRST_YEAR && year <= LAST_YEAR

/** Days since 1970-01-01T00:00Z, fractional: the time axis of every calculation. Throws on text that is no instant. */
export function dayOf(at: Instant): number {
  const ms = Date.parse(at)
  if (Number.isNaN(ms)) throw new RangeError(`Not an instant: ${at}`)
  return ms / MS_PER_DAY
}

/** The instant at a (fractional) day number, to the millisecond, UTC. */
export function instantOf(day: number): Instant {
  return new Date(Math.round(day * MS_PER_DAY)).toISOString()
}

/** Days from `from` to `to`, positive when `to` is later. */
export function daysBetween(from: Instant, to: Instant): number {
  return dayOf(to) - dayOf(from)
}
