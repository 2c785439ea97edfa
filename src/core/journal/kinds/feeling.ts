import { NO_PROBLEM, problem } from '../faults'
import type { Kind } from '../kind'
import { maybeNumber, MINUTES, type DetailOf } from '../shape'

const MARK = 'The mark goes from 0 to 10.'
const shape = {
  enjoyment: maybeNumber('The mark', { least: [0, MARK], most: [10, MARK] }),
  workMinutes: maybeNumber('The minutes', MINUTES),
}

/** Joy and work: what the tank gives its keeper, and what it takes. */
export const feeling: Kind<DetailOf<typeof shape>> = {
  name: 'joy and work',
  shape,
  inMoment: 'seen',
  inked: ({ enjoyment, workMinutes }) => enjoyment ?? workMinutes,
  tell: ({ enjoyment, workMinutes }) =>
    [
      enjoyment === null ? null : `Enjoyment ${enjoyment} of 10`,
      workMinutes === null ? null : `${workMinutes} minutes of work that week`,
    ]
      .filter(Boolean)
      .join(', '),
  rules: ({ enjoyment, workMinutes }) =>
    enjoyment === null && workMinutes === null
      ? problem('enjoyment', 'A mark from 0 to 10, the minutes of work, or both.')
      : NO_PROBLEM,
  form: {
    says: 'joy and work',
    fields: [
      { name: 'enjoyment', label: 'Enjoyment', after: 'of 10' },
      { name: 'workMinutes', label: 'Work that week', after: 'minutes' },
    ],
  },
}
