import { entriesOf } from '../../../history/journal-index'
import { normalEstimate } from '../../../quantity/estimate'
import { sayNumber } from '../../../quantity/say'
import { dayOf } from '../../../quantity/time'
import type { QuestionKind, QuestionOf, Walk } from '../question-kind'

type Feeling = 'enjoyment' | 'workMinutes'
interface Asked extends Pick<QuestionOf<object>, 'unit' | 'max' | 'step'> {
  says: string
  /** From one answer to the next. */
  sd: number
}
/** So many answers are looked back on. */
const LOOK_BACK = 4

/** Joy and work are two entries, so that each keeps its own certainty and its own pencil: asked at every round. */
const feeling = (which: Feeling, { says, ...asked }: Asked): QuestionKind<object> => ({
  shape: {},
  ask: (walk, at) => (at === 'you' ? [askOf(walk, which, asked)] : []),
  says: () => says,
  last: ({ last }) => `${sayNumber(last.value)} last time`,
  never: () => 'not asked before',
  becomes: (_asks, { value }) => ({
    ...{ kind: 'feeling', enjoyment: null, workMinutes: null },
    [which]: value,
  }),
})

/** A mark out of ten that wanders by one. Common practice. */
export const enjoyment = feeling('enjoyment', {
  says: 'How much do you enjoy this tank?',
  unit: 'of 10',
  max: 10,
  step: 1,
  sd: 1,
})
/** Counted in five minutes, it wanders by twelve. Common practice. */
export const workMinutes = feeling('workMinutes', {
  says: 'Minutes of work in the last week',
  unit: 'min',
  max: 6000,
  step: 5,
  sd: 12,
})

function askOf(
  { history, now }: Walk,
  which: Feeling,
  { sd, ...asked }: Omit<Asked, 'says'>,
): QuestionOf<object> {
  const answers = entriesOf(history.entries, 'feeling')
    .slice(-LOOK_BACK)
    .flatMap(({ at, [which]: value }) => (value === null ? [] : [{ at, value }]))
  const mean = answers.reduce((sum, { value }) => sum + value, 0) / Math.max(1, answers.length)
  const last = answers.at(-1)
  return {
    key: which,
    asks: {},
    last: last ? { value: last.value, daysAgo: dayOf(now) - dayOf(last.at), by: null } : null,
    expected:
      answers.length > 0
        ? normalEstimate(mean, sd, `your last ${answers.length} answers`, 0, asked.max)
        : null,
    min: 0,
    ...asked,
  }
}
