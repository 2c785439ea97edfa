import { entriesOf } from '../../../history/journal-index'
import { gasOf, tankNow } from '../../../history/tank-at'
import { normalEstimate } from '../../../quantity/estimate'
import { dayOf } from '../../../quantity/time'
import type { QuestionKind, QuestionOf, Walk } from '../question-kind'

/** Bubbles wander from week to week. Days. */
const RECOUNT_DAYS = 6
/** Spread of a count of bubbles from one week to the next, share. Common practice: cheap valves wander. */
const WANDERS = 0.2

/** The bubbles of gas a second, where gas runs and they were counted before. */
export const bubbles: QuestionKind<object> = {
  shape: {},
  ask: (walk, at) => (at === 'equipment' && !walk.dry ? askOf(walk) : []),
  says: () => 'Bubbles of gas a second',
  last: ({ figure, ago }) => `${figure} ${ago}`,
  never: () => 'never counted',
  becomes: (_asks, { value }) => ({
    kind: 'gas-use',
    bubblesPerSecond: value,
    cylinderGrams: null,
  }),
}

function askOf({ history, now }: Walk): QuestionOf<object>[] {
  if (!gasOf(tankNow(history, now))) return []
  const last = entriesOf(history.entries, 'gas-use').findLast(
    ({ bubblesPerSecond }) => bubblesPerSecond !== null,
  )
  const daysAgo = last ? dayOf(now) - dayOf(last.at) : null
  // Who never counted them does not count them.
  if (!last || last.bubblesPerSecond === null || daysAgo === null || daysAgo < RECOUNT_DAYS)
    return []
  const value = last.bubblesPerSecond
  return [
    {
      key: 'bubbles',
      asks: {},
      last: { value, daysAgo, by: null },
      expected: normalEstimate(value, Math.max(0.2, WANDERS * value), 'your last count', 0),
      unit: '',
      min: 0,
      max: 50,
      step: 1,
    },
  ]
}
