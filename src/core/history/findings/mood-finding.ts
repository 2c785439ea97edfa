import { linearRegression } from 'simple-statistics'
import { entriesOf, entryDay } from '../journal-index'
import type { TankHistory } from '../types'
import { dayOf, type Instant } from '../../quantity/time'
import { lastIds } from '../evidence'
import type { Judged } from '../finding'

export interface Trend {
  from: number
  to: number
  perMonth: number
  /** From the first of the answers to the last. */
  days: number
  entries: number
}
const WINDOW_DAYS = 150
const MINIMUM = 4

/** Straight trend of enjoyment (0–10) or of weekly work (minutes) over five months; null under four entries. */
export function moodTrend(
  history: TankHistory,
  now: Instant,
  which: 'enjoyment' | 'workMinutes',
): Trend | null {
  const today = dayOf(now)
  const pairs = entriesOf(history.entries, 'feeling').flatMap((entry): [number, number][] => {
    const value = entry[which]
    const day = entryDay(entry)
    return value === null || day > today || today - day > WINDOW_DAYS ? [] : [[day - today, value]]
  })
  if (pairs.length < MINIMUM) return null
  const { m, b } = linearRegression(pairs)
  return {
    from: b + m * pairs[0][0],
    to: b + m * pairs[pairs.length - 1][0],
    perMonth: m * 30.4,
    days: pairs[pairs.length - 1][0] - pairs[0][0],
    entries: pairs.length,
  }
}

/** A fall of so many marks over the trend is said. */
const FALL = 1.5
/** Work that grew by so much beside it is said with it. */
const GROWN = 1.3

export interface MoodFacts {
  /** `work`: minutes a week, where they rose. */
  'joy-falls': { joy: Trend; work: Trend | null }
}

/** Whether the keeper is losing heart: both enjoyment and work drive the decision to rescape. */
export function moodFinding(
  history: TankHistory,
  now: Instant,
): Judged<MoodFacts, 'joy-falls'> | null {
  const joy = moodTrend(history, now, 'enjoyment')
  const work = moodTrend(history, now, 'workMinutes')
  if (!joy || joy.from - joy.to < FALL) return null
  return {
    rule: 'joy-falls',
    facts: { joy, work: work !== null && work.to > work.from * GROWN ? work : null },
    topic: 'mood',
    key: 'mood',
    subject: { of: 'tank' },
    level: 'watch',
    weight: 18,
    entryIds: lastIds(entriesOf(history.entries, 'feeling'), 4),
    leadsTo: { page: 'rescape' },
  }
}
