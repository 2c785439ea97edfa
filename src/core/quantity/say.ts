import type { Estimate } from './estimate'

/**
 * A number written with no more digits than its range supports: the last digit shown is about a tenth of the half-width.
 * A width of zero or less shows three significant digits.
 */
export function sayNumber(value: number, halfWidth = 0): string {
  if (!Number.isFinite(value)) return '–'
  const decimals = halfWidth > 0 ? decimalsFor(halfWidth) : usualDecimals(Math.abs(value))
  const text = value.toFixed(decimals)
  return halfWidth > 0 ? text.replace(/^-(0(\.0+)?)$/, '$1') : trimZeros(text)
}

/** “31 (26–37)”: value and range at the same precision. */
export function sayEstimate(estimate: Estimate, unit = ''): string {
  const half = halfWidthSaid(estimate)
  const suffix = unit ? `\u202f${unit}` : ''
  if (half <= 0) return `${sayNumber(estimate.value)}${suffix}`
  return `${sayNumber(estimate.value, half)} (${sayRange(estimate)})${suffix}`
}

/** Hours up to this are said in hours, beyond it in days. */
const MOST_HOURS = 72

/** Hours as they are said: “36 h”, “21 days”. */
export const sayHours = (hours: number): string =>
  hours < MOST_HOURS ? `${sayNumber(hours)}\u202fh` : sayDays(Math.round(hours / 24))

/** An estimate of hours, and its unit, as they are said. */
export function hoursOrDays(hours: Estimate): { estimate: Estimate; unit: string } {
  if (hours.value < MOST_HOURS) return { estimate: hours, unit: 'h' }
  const { value, low, high, because } = hours
  return { estimate: { value: value / 24, low: low / 24, high: high / 24, because }, unit: 'days' }
}

/** “26–37”, or “26 to 37” below zero where a dash would read as a minus. */
export function sayRange(range: { low: number; high: number; value?: number }): string {
  const { low, high } = range
  const half = halfWidthSaid(range)
  const from = sayNumber(low, half)
  const joint = from.startsWith('-') ? ' to ' : '–'
  return `${from}${joint}${sayNumber(high, isSkewed(range) ? (high - low) / 2 : half)}`
}

/** A range this much longer upwards than downwards is read on each side by itself. */
const SKEWED = 3
const isSkewed = ({ low, high, value }: { low: number; high: number; value?: number }): boolean =>
  value !== undefined && value > low && high - value > SKEWED * (value - low)

/** What the digits of a value and its near end are chosen by: a long end upwards must not swallow the near one (“4 (0.7–24)”, not “4 (1–24)”). */
const halfWidthSaid = (range: { low: number; high: number; value?: number }): number =>
  isSkewed(range)
    ? Math.min(...[(range.value! - range.low) / 2, range.low].filter((width) => width > 0))
    : (range.high - range.low) / 2

/** “one day”, “12 days”; whole days, for sentences. */
export function sayDays(days: number): string {
  const whole = Math.round(days)
  return whole === 1 ? 'one day' : `${whole} days`
}

/** “every day”, “every 7 days”. */
export const sayEvery = (days: number): string =>
  Math.round(days) <= 1 ? 'every day' : `every ${Math.round(days)} days`

/** Whole days from which weeks are said, weeks from which months are, months from which years are. */
const SAID_IN_WEEKS = 21
const SAID_IN_MONTHS = 120
const SAID_IN_YEARS = 730
const DAYS_A_MONTH = 30.44
const DAYS_A_YEAR = 365.25

const count = (much: number, one: string) =>
  Math.round(much) === 1 ? `a ${one}` : `${Math.round(much)} ${one}s`

/** A span of days as one says it: “12 days”, “eleven weeks” as “11 weeks”, “5 months”, “3 years”. */
export function saySpan(days: number): string {
  const whole = Math.max(0, days)
  if (whole < SAID_IN_WEEKS) return sayDays(whole)
  if (whole < SAID_IN_MONTHS) return count(whole / 7, 'week')
  return whole < SAID_IN_YEARS
    ? count(whole / DAYS_A_MONTH, 'month')
    : count(whole / DAYS_A_YEAR, 'year')
}

/** Days past from which a span says more than their number. */
const LONG_AGO = 90

/** “a day ago”, “8 days ago”, “today”, “in 3 days”, from whole days past (negative: to come). */
export function sayAgo(daysPast: number): string {
  const whole = Math.round(daysPast)
  if (whole === 0) return 'today'
  if (whole === 1) return 'a day ago'
  if (whole > LONG_AGO) return `${saySpan(whole)} ago`
  if (whole > 1) return `${whole} days ago`
  return whole === -1 ? 'tomorrow' : `in ${-whole} days`
}

/** “once”, “3 times”. */
export const sayTimes = (times: number): string => (times === 1 ? 'once' : `${times} times`)

/** With a capital first letter. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1)

/** Closed by a full stop, unless it ends a sentence already. */
export const sentence = (words: string): string => (/[.?!]$/.test(words) ? words : `${words}.`)

/** With a small first letter, as it stands within a sentence. */
export const uncapital = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1)

/** Decimals of a number of which nobody said how well it is known. */
function usualDecimals(size: number): number {
  if (size >= 100) return 0
  return size >= 10 ? 1 : 2
}

function decimalsFor(halfWidth: number): number {
  if (halfWidth >= 1) return 0
  return Math.min(3, Math.ceil(-Math.log10(halfWidth)))
}

function trimZeros(text: string): string {
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text
}

/** “GH”, “GH and KH”, “GH, KH and nitrate”. */
export const sayAll = (words: readonly string[]): string =>
  words.length < 2
    ? words.join('')
    : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`
