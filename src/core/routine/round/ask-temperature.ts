import type { TankHistory } from '../../history/types'
import { entriesOf } from '../../history/journal-index'
import { normalEstimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import type { Question } from './question'

/** What the thermometer says, against the last few times. */
export function temperatureQuestion(history: TankHistory, now: Instant): Question {
  const recent = entriesOf(history.entries, 'reading')
    .filter((entry) => entry.parameter === 'temperature')
    .slice(-6)
  const mean = recent.reduce((sum, entry) => sum + entry.value, 0) / Math.max(1, recent.length)
  const spread = Math.sqrt(
    recent.reduce((sum, entry) => sum + (entry.value - mean) ** 2, 0) /
      Math.max(1, recent.length - 1),
  )
  const last = recent.at(-1)
  return {
    key: 'temperature',
    asks: { kind: 'reading', parameter: 'temperature', method: 'probe', unit: '°C' },
    last: last ? { value: last.value, daysAgo: dayOf(now) - dayOf(last.at), by: null } : null,
    expected:
      recent.length >= 2
        ? normalEstimate(mean, Math.max(0.4, spread), `the last ${recent.length} readings`)
        : null,
    unit: '°C',
    min: 0,
    max: 45,
    step: 0.5,
  }
}
