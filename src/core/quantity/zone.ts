import { FIRST_YEAR, isYearOfARecord, LAST_YEAR, type Instant } from './time'

const formats = new Map<string, Intl.DateTimeFormat>()

/** A formatter costs a millisecond to make: one is kept for each zone and wish. Few zones, few wishes. */
export function zoneFormat(zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${zone} ${JSON.stringify(options)}`
  const known = formats.get(key) ?? new Intl.DateTimeFormat('en-GB', { timeZone: zone, ...options })
  formats.set(key, known)
  return known
}

/** Value of a datetime-local field in the tank's zone. */
export function localMoment(at: Instant, zone: string): string {
  const parts = Object.fromEntries(
    zoneFormat(zone, {
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      hour12: false,
    })
      .formatToParts(new Date(at))
      .map((part) => [part.type, part.value]),
  )
  return `${parts.year}-${parts.month}-${parts.day}T${parts.hour === '24' ? '00' : parts.hour}:${parts.minute}`
}
const HOUR_MS = 3_600_000
/** What is said of a day for which {@link instantIn} gives nothing. */
export const NO_SUCH_DAY = `That day does not exist, or lies outside the years ${FIRST_YEAR} to ${LAST_YEAR}.`

/**
 * The instant of a datetime-local value in a zone: found by correcting a first guess by its own error, twice for the hours around
 * a clock change. Of the hour that comes twice when the clocks go back it is the later one, unless that is still to come at `now`. Empty for text that is no time, for a day that does not exist (31 February is not 3 March) and for years no record is of.
 */
export function instantIn(zone: string, local: string, now?: Instant): Instant {
  const wanted = Date.parse(`${local}:00Z`)
  if (
    Number.isNaN(wanted) ||
    new Date(wanted).toISOString().slice(0, 16) !== local.slice(0, 16) ||
    !isYearOfARecord(new Date(wanted).getUTCFullYear())
  )
    return ''
  let guess = wanted
  for (let pass = 0; pass < 2; pass++)
    guess += wanted - Date.parse(`${localMoment(new Date(guess).toISOString(), zone)}:00Z`)
  const same = [guess - HOUR_MS, guess, guess + HOUR_MS]
    .map((ms) => new Date(ms).toISOString())
    .filter((at) => localMoment(at, zone) === local.slice(0, 16))
  return (
    same.findLast((at) => now === undefined || at <= now) ??
    same[0] ??
    new Date(guess).toISOString()
  )
}
