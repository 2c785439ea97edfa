import type { TankHistory } from '../../history/types'
import { entriesOf } from '../../history/journal-index'
import { normalEstimate } from '../../quantity/estimate'
import type { Question } from './question'

/** Joy and work: asked at every round. */
export function feelingQuestions(history: TankHistory): Question[] {
  const feelings = entriesOf(history.entries, 'feeling').slice(-4)
  const recent = (which: 'enjoyment' | 'workMinutes') =>
    feelings.flatMap((entry) => (entry[which] === null ? [] : [entry[which]]))
  const question = (
    which: 'enjoyment' | 'workMinutes',
    says: string,
    unit: string,
    max: number,
    step: number,
    doubt: number,
  ): Question => {
    const values = recent(which)
    const mean = values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length)
    return {
      key: which,
      asks: { kind: which },
      stake: null,
      says,
      before: values.length ? `${values.at(-1)} last time` : 'not asked before',
      expected: values.length
        ? normalEstimate(mean, doubt, `your last ${values.length} answers`, 0, max)
        : null,
      unit,
      min: 0,
      max,
      step,
    }
  }
  return [
    question('enjoyment', 'How much do you enjoy this tank?', 'of 10', 10, 1, 1),
    question('workMinutes', 'Minutes of work in the last week', 'min', 6000, 5, 12),
  ]
}
