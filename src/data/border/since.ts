import type { Temporary } from '@/core/history/dated'
import type { Since } from '@/core/history/facts'
import type { Instant } from '@/core/quantity/time'
import { instantIn, localMoment, NO_SUCH_DAY } from '@/core/quantity/zone'
import { EntryRefused } from '../refused'
import { words } from './values'

/** The two acts every form of a fact tells apart. */
const ALL_ALONG = 'all-along'
const FROM_A_DAY = 'from'

type Fields = Readonly<Record<string, string>>
/** Whether a text is written as a day: `2026-12-24`. */
export const isDay = (text: string): boolean => /^\d{4}-\d{2}-\d{2}$/.test(text)
/** A day named without its hour begins for the tank at noon; today’s at once, so that of two acts of one day the later one stands. */
const HOUR = '12:00'

/** A day named without its hour, as an instant: at `hour`; today is now. Empty for a day that is none. */
export const instantOfDay = (zone: string, date: string, now: Instant, hour = HOUR): Instant =>
  localMoment(now, zone).slice(0, 10) === date ? now : instantIn(zone, `${date}T${hour}`, now)

/** A day a form names, as the instant it begins to hold. Throws EntryRefused at its field. */
export function dayIn(fields: Fields, field: string, zone: string, now: Instant): Instant {
  const date = (fields[field] ?? '').trim()
  const at = isDay(date) ? instantOfDay(zone, date, now) : ''
  if (at === '')
    throw new EntryRefused([{ field, says: date === '' ? 'On which day?' : NO_SUCH_DAY }])
  if (at > now) throw new EntryRefused([{ field, says: 'That has not happened yet.' }])
  return at
}

/** Since when what a form says holds: all along (null), or from the day it names. Throws EntryRefused at its field. */
export function sinceOf(fields: Fields, zone: string, now: Instant): Since {
  const holds = fields.holds ?? FROM_A_DAY
  if (holds === ALL_ALONG) return null
  if (holds !== FROM_A_DAY)
    throw new EntryRefused([{ field: 'holds', says: 'Was it so all along, or since when?' }])
  return fields.holdsFrom === undefined ? now : dayIn(fields, 'holdsFrom', zone, now)
}

/** An end and a reason, for what stands for a while only; null where no end is named. Throws EntryRefused at its field. */
export function temporaryOf(fields: Fields, zone: string): Temporary | null {
  const date = (fields.until ?? '').trim()
  if (date === '' || fields.holds === ALL_ALONG) return null
  const until = isDay(date) ? instantIn(zone, `${date}T${HOUR}`) : ''
  if (until === '') throw new EntryRefused([{ field: 'until', says: NO_SUCH_DAY }])
  const because = words('The reason', 120).validateSync(fields.because ?? '') ?? ''
  if (because === '') throw new EntryRefused([{ field: 'because', says: 'Why for a while only?' }])
  return { until, because }
}

/** The kind's own fields of a form, without those that say since when. */
export function withoutSince(fields: Fields): Record<string, string> {
  const { holds: _holds, holdsFrom: _from, until: _until, because: _because, ...own } = fields
  return own
}
