import { entriesOf } from '../../history/journal-index'
import type { TankHistory } from '../../history/types'
import { normalEstimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import type { Question } from './question'

type Feeling = 'enjoyment' | 'workMinutes'
/** Joy is a mark out of ten that wanders by one; work is counted in five minutes and wanders by twelve. Common practice. */
const ASKED: Record<Feeling, Pick<Question, 'unit' | 'max' | 'step'> & { sd: number }> = {
  enjoyment: { unit: 'of 10', max: 10, step: 1, sd: 1 },
  workMinutes: { unit: 'min', max: 6000, step: 5, sd: 12 },
}
/** So many answers are looked back on. */
const LOOK_BACK = 4

/** Joy and work: asked at every round. */
export const feelingQuestions = (history: TankHistory, now: Instant): Question[] => [
  feelingQuestion(history, 'enjoyment', now),
  feelingQuestion(history, 'workMinutes', now),
]

function feelingQuestion(history: TankHistory, which: Feeling, now: Instant): Question {
  const { sd, ...asked } = ASKED[which]
  const answers = entriesOf(history.entries, 'feeling')
    .slice(-LOOK_BACK)
    .flatMap(({ at, [which]: value }) => (value === null ? [] : [{ at, value }]))
  const mean = answers.reduce((sum, { value }) => sum + value, 0) / Math.max(1, answers.length)
  const last = answers.at(-1)
  return {
    key: which,
    asks: { kind: which },
    last: last ? { value: last.value, daysAgo: dayOf(now) - dayOf(last.at), by: null } : null,
    expected:
      answers.length > 0
        ? normalEstimate(mean, sd, `your last ${answers.length} answers`, 0, asked.max)
        : null,
    min: 0,
    ...asked,
  }
}
