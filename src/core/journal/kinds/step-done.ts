import { NO_PROBLEM, problem } from '../faults'
import type { Kind } from '../kind'
import { id, MINUTES, number, text, type DetailOf } from '../shape'

const shape = {
  planId: id('The plan', 'plan'),
  stepId: text('The step', 80),
  minutes: number('The minutes', MINUTES),
}

/** A step of a plan ticked off. */
export const stepDone: Kind<DetailOf<typeof shape>> = {
  name: 'step of a plan',
  shape,
  inMoment: 'done',
  judgedBy: true,
  tell: ({ planId, stepId, minutes }, names) =>
    `Done in ${minutes} min: ${names.step(planId, stepId)}`,
  check({ planId, stepId, id: own }, ask) {
    const ticked = ask.ticked(planId, stepId, own)
    if (ticked === null) return problem('stepId', 'That step is not in this plan.')
    return ticked ? problem('stepId', 'That step was ticked off already.') : NO_PROBLEM
  },
}
