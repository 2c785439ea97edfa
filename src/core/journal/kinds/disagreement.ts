import type { Kind } from '../kind'
import { text, type DetailOf } from '../shape'

const shape = { finding: text('The finding', 120), why: text('Why you disagree', 500) }

/** The keeper does not hold with a finding, and says why. */
export const disagreement: Kind<DetailOf<typeof shape>> = {
  name: 'disagreement',
  shape,
  inMoment: 'seen',
  tell: ({ why }) => `Disagreed with a finding: ${why}`,
}
