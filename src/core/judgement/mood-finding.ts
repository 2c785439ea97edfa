import { entryDay } from '../history/journal-index'
import { linearRegression } from 'simple-statistics'
import { entriesOf } from '../history/journal-index'
import type { TankHistory } from '../history/types'
import { dayOf, type Instant } from '../quantity/time'
import { evidence } from './evidence'
import type { Finding } from './finding'

export interface Trend {
  from: number
  to: number
  perMonth: number
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
    entries: pairs.length,
  }
}

/** Whether the keeper is losing heart: both enjoyment and work drive the decision to rescape. */
export function moodFinding(history: TankHistory, now: Instant): Finding | null {
  const joy = moodTrend(history, now, 'enjoyment')
  const work = moodTrend(history, now, 'workMinutes')
  if (!joy || joy.from - joy.to < 1.5) return null
  const rising = work !== null && work.to > work.from * 1.3
  return {
    key: 'mood',
    subject: { of: 'tank' },
    level: 'watch',
    weight: 18,
    says: 'You enjoy it less',
    detail: `From ${joy.from.toFixed(0)} to ${joy.to.toFixed(0)} of 10 in five months${rising ? `, while the week’s work rose from ${work.from.toFixed(0)} to ${work.to.toFixed(0)} minutes` : ''}.`,
    clause: 'costs more work and gives less joy',
    because: entriesOf(history.entries, 'feeling')
      .slice(-4)
      .map((entry) => evidence(entry, history)),
    suggests: 'Look at the decline review before the next long trim.',
    leadsTo: 'rescape',
    wouldChangeMyMind: 'Two rounds in a row with a better mark.',
    disputed: null,
  }
}
