import { ok, refuse } from '../../quantity/result'
import { sayNumber } from '../../quantity/say'
import type { Kind } from '../kind'
import { number, text, TEXT_LIMITS, type DetailOf } from '../shape'

const shape = {
  grams: number('The food', { over: 0, most: [1000, 'That is more food than a tank can take.'] }),
  food: text('What was fed', TEXT_LIMITS.item),
}

/** Food put in, g as it comes from its tin. */
export const feed: Kind<DetailOf<typeof shape>> = {
  name: 'feeding',
  shape,
  inMoment: 'done',
  tell: ({ grams, food }) => `Fed ${sayNumber(grams)} g of ${food}`,
  form: {
    says: 'feeding',
    fields: [
      { name: 'grams', label: 'Grams' },
      { name: 'food', label: 'Of what' },
    ],
  },
  csv: {
    columns: { amount: '`g`', subject: 'what was fed' },
    amount: 'over zero',
    write: ({ grams, food }) => ({ amount: grams, unit: 'g', subject: food }),
    read: ({ amount, unit, subject }) =>
      unit === 'g'
        ? ok({ grams: amount, food: subject || 'food' })
        : refuse(`food is in g, not “${unit}”`),
  },
}
