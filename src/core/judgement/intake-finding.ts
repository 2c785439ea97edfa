import { entriesOf } from '../history/journal-index'
import type { TankHistory } from '../history/types'
import { sayEstimate, sayNumber } from '../quantity/say'
import type { Instant } from '../quantity/time'
import { balanceOf } from '../water/balance/balance'
import type { Conditions } from '../water/estimate/conditions'
import { bandNow } from '../water/facts/parameters'
import { evidenceFor, reckoned } from './evidence'
import type { Finding } from './finding'

/** What nobody wrote down is worth a word from this share of all that comes in. */
const MUCH_UNWRITTEN = 0.25
/** Food is the matter from this share on, where nitrate stands over its band. */
const MOSTLY_FOOD = 0.5

/** Where the nitrate comes from, when that is more food than is written down, or food that is too much. Null when neither, or without a balance. */
export function intakeFinding(
  history: TankHistory,
  conditions: Conditions,
  now: Instant,
): Finding | null {
  const estimate = conditions.of('nitrate')
  const balance = estimate ? balanceOf(history, 'nitrate', now, { known: estimate }) : null
  if (!estimate || !balance?.ok) return null
  const { flows, days } = balance.value
  const into = flows.reduce((sum, flow) => sum + Math.max(0, flow.perWeek.value), 0)
  const unwritten = flows.find(
    (flow) => flow.kind === 'unlogged' && flow.perWeek.value > 0,
  )?.perWeek
  const food = flows.find((flow) => flow.kind === 'feed')?.perWeek
  const meals = entriesOf(history.entries, 'feed')
    .slice(-3)
    .map((entry) => entry.id)
  const base = {
    key: 'intake',
    subject: { of: 'water' } as const,
    disputed: null,
    leadsTo: 'water' as const,
    level: 'watch' as const,
    because: [
      ...evidenceFor(meals, history),
      ...flows
        .filter((flow) => Math.abs(flow.perWeek.value) > 0.03 * into)
        .map((flow) => reckoned(`${flow.says}: ${sayEstimate(flow.perWeek, 'mg/L')} a week`)),
    ],
  }
  if (unwritten && unwritten.low > 0 && unwritten.value > MUCH_UNWRITTEN * into) {
    return {
      ...base,
      weight: 31,
      says: 'More nitrate comes in than is written down',
      clause: 'gets nitrate that nobody wrote down',
      detail: `${food ? `The food in the book explains ${sayNumber(food.value, 1)} of ${sayNumber(into, 1)} mg/L a week` : `None of ${sayNumber(into, 1)} mg/L a week is explained by food in the book`}; ${sayEstimate(unwritten)} come from food nobody counted, mulm or dying leaves.`,
      suggests: 'Weigh the food for a week, every guest’s pinch with it, and siphon the mulm.',
      wouldChangeMyMind:
        'A week in which every pinch is weighed and written down, with a nitrate test at both ends.',
    }
  }
  const { high } = bandNow(history, 'nitrate', now)
  if (food && food.value > MOSTLY_FOOD * into && high !== null && estimate.now.value > high) {
    return {
      ...base,
      weight: 29,
      says: 'The food brings most of the nitrate',
      clause: 'is fed more than its changes take away',
      detail: `About ${sayEstimate(food, 'mg/L')} a week of ${sayNumber(into, 1)}, by the last ${Math.round(days)} days.`,
      suggests:
        'Feed less at a time or more rarely, as far as the animals bear it: their need comes before the plants’.',
      wouldChangeMyMind: 'Half the food for two weeks and a nitrate test after them.',
    }
  }
  return null
}
