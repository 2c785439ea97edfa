import { entriesOf } from '../../history/journal-index'
import { gasOf, tankNow } from '../../history/tank-at'
import type { TankHistory } from '../../history/types'
import { normalEstimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import type { Question } from './question'

/** A colour of yesterday is still known; bubbles wander from week to week. Days. */
const COLOUR_DAYS = 2
const BUBBLE_DAYS = 6
/** Spread of a count of bubbles from one week to the next, share. Common practice: cheap valves wander. */
const WANDERS = 0.2

/** The colour of the indicator and the bubbles, where gas runs. */
export function gasQuestions(history: TankHistory, now: Instant): Question[] {
  if (!gasOf(tankNow(history, now))) return []
  return [...colourQuestion(history, now), ...bubbleQuestion(history, now)]
}

function colourQuestion(history: TankHistory, now: Instant): Question[] {
  const last = entriesOf(history.entries, 'reading').findLast(
    ({ parameter, method }) => parameter === 'co2' && method === 'indicator',
  )
  const daysAgo = last ? dayOf(now) - dayOf(last.at) : null
  if (daysAgo !== null && daysAgo < COLOUR_DAYS) return []
  return [
    {
      key: 'indicator',
      asks: { kind: 'reading', parameter: 'co2', method: 'indicator', unit: 'mg/L' },
      last: last && daysAgo !== null ? { value: last.value, daysAgo, by: null } : null,
      // The colour is tapped: nothing is pencilled into it.
      expected: null,
      unit: 'mg/L',
      min: 0,
      max: 150,
      step: 1,
    },
  ]
}

function bubbleQuestion(history: TankHistory, now: Instant): Question[] {
  const last = entriesOf(history.entries, 'gas-use').findLast(
    ({ bubblesPerSecond }) => bubblesPerSecond !== null,
  )
  const daysAgo = last ? dayOf(now) - dayOf(last.at) : null
  // Who never counted them does not count them.
  if (!last || last.bubblesPerSecond === null || daysAgo === null || daysAgo < BUBBLE_DAYS)
    return []
  const value = last.bubblesPerSecond
  return [
    {
      key: 'bubbles',
      asks: { kind: 'bubbles' },
      last: { value, daysAgo, by: null },
      expected: normalEstimate(value, Math.max(0.2, WANDERS * value), 'your last count', 0),
      unit: '',
      min: 0,
      max: 50,
      step: 1,
    },
  ]
}
