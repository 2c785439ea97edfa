import { dayOf, instantOf, type Instant } from '@/core/quantity/time'
import { instantIn, localMoment, NO_SUCH_DAY, zoneFormat } from '@/core/quantity/zone'
import { firstOf, type Query } from '../query'

export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const
type Weekday = (typeof WEEKDAYS)[number]

/** What the page was asked, and what of it could not be taken. */
export interface TrimAsked {
  /** As in its field, YYYY-MM-DD. */
  date: string
  day: number
  weekdays: readonly Weekday[]
  evenings: number[]
  sessions: number
  problem: string | null
}

/** Nobody plans further ahead than that for one day. */
const FURTHEST_DAYS = 56
const USUAL_AHEAD_DAYS = 21
const USUAL_WEEKDAYS: readonly Weekday[] = ['Tue', 'Sat']
const MOST_SESSIONS = 4
const USUAL_SESSIONS = 3
/** Plants are looked at and cut in the evening. */
const EVENING = '19:00'

/** The question of a page from its address: what cannot be read is told, and the usual taken. */
export function readAsked(query: Query, zone: string, now: Instant): TrimAsked {
  const first = (name: string) => firstOf(query, name)
  const today = dayOf(now)
  const usual = localMoment(instantOf(today + USUAL_AHEAD_DAYS), zone).slice(0, 10)
  const typed = first('on')
  const problem = typed === '' ? null : problemOf(typed, zone, today)
  const date = typed === '' || problem ? usual : typed
  const said = [query.evening].flat()
  const chosen = WEEKDAYS.filter((one) => said.includes(one))
  const weekdays = chosen.length > 0 ? chosen : USUAL_WEEKDAYS
  const sessions = Math.round(Number(first('sessions')))
  const day = dayOf(instantIn(zone, `${date}T${EVENING}`))
  return {
    date,
    day,
    weekdays,
    evenings: eveningsBefore(day, today, weekdays, zone),
    sessions: sessions >= 1 && sessions <= MOST_SESSIONS ? sessions : USUAL_SESSIONS,
    problem,
  }
}

function problemOf(typed: string, zone: string, today: number): string | null {
  const at = instantIn(zone, `${typed}T${EVENING}`)
  if (at === '') return NO_SUCH_DAY
  const ahead = dayOf(at) - today
  if (ahead <= 0) return 'That day is over; a day to come is wanted.'
  return ahead > FURTHEST_DAYS
    ? 'That is more than eight weeks ahead; nobody can tell how plants stand then.'
    : null
}

function eveningsBefore(
  day: number,
  today: number,
  weekdays: readonly Weekday[],
  zone: string,
): number[] {
  const named = zoneFormat(zone, { weekday: 'short' })
  return Array.from({ length: Math.max(0, Math.floor(day - today)) }, (_, i) => day - i - 1)
    .filter((one) => weekdays.includes(named.format(new Date(instantOf(one))) as Weekday))
    .reverse()
}
