import { entriesOf } from '../history/journal-index'
import type { TankHistory } from '../history/types'
import { sayDays } from '../quantity/say'
import { dayOf, type Instant } from '../quantity/time'
import { changeRegime } from '../water/changes/regime'
import { evidence, reckoned } from './evidence'
import type { Finding } from './finding'

/** Whether the change is late, and how regular the changes really are. Null without a routine. */
export function changeFinding(history: TankHistory, now: Instant): Finding | null {
  const regime = changeRegime(history, now)
  if (regime.routineDays === null || regime.lastAt === null) return null
  // Whole days, as the list of what is due counts them.
  const late = Math.floor(dayOf(now) - dayOf(regime.lastAt) - regime.routineDays)
  const changes = entriesOf(history.entries, 'water-change')
  const because = changes.slice(-3).map((change) => evidence(change, history))
  if (regime.everyDays) {
    const kept =
      regime.onTime === null
        ? ''
        : `; ${regime.onTime} came within a quarter of the ${regime.routineDays} days you set`
    because.push(
      reckoned(
        `Over the last ${regime.changes} changes one came every ${regime.everyDays.median.toFixed(0)} days (half of them ${regime.everyDays.q1.toFixed(0)}–${regime.everyDays.q3.toFixed(0)})${kept}`,
      ),
    )
  }
  const base = {
    key: 'change-due',
    subject: { of: 'water' } as const,
    because,
    disputed: null,
    leadsTo: 'log-change' as const,
    wouldChangeMyMind: 'A change you made and did not write down.',
  }
  if (late >= 1) {
    return {
      ...base,
      level: late >= 3 ? 'act' : 'watch',
      weight: 35 + Math.min(late, 20),
      says: `The water change is ${sayDays(late)} late`,
      detail: rhythmSince(regime.adherence, late > regime.routineDays),
      clause: `waits for a water change ${sayDays(late)} overdue`,
      suggests: 'Make it today, or move the routine to a rhythm you can keep.',
    }
  }
  if (regime.adherence !== null && regime.adherence < 0.6) {
    return {
      ...base,
      level: 'watch',
      weight: 25,
      says: 'The changes come unevenly',
      detail: `${regime.onTime} came on time; many long troubles end only when the swings end.`,
      clause: 'is changed unevenly',
      suggests: 'Set a rhythm you can keep.',
    }
  }
  return {
    ...base,
    level: 'good',
    weight: 5,
    says: 'The changes are regular',
    detail: 'The rhythm you set is kept.',
    clause: 'is changed on time',
    suggests: 'Go on as you do.',
  }
}

/** Under this share of changes on time the rhythm is lost. Common practice. */
const RHYTHM_LOST = 0.6

function rhythmSince(adherence: number | null, leftOut: boolean): string {
  if (adherence !== null && adherence < RHYTHM_LOST)
    return 'The changes have lost their rhythm; regularity does more than size.'
  return leftOut ? 'More than one of them was left out since.' : 'The rhythm has been good so far.'
}
