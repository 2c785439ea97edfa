import { SURENESSES } from '../sureness'
import type { Kind } from '../kind'
import { choice, id, text, type DetailOf } from '../shape'

const shape = {
  plantingId: id('The planting', 'planting'),
  was: text('What it went by', 120),
  is: text('What it is', 120),
  sure: choice('How sure it is', SURENESSES, 'A kind is sure, thought to be, or unknown.'),
}

/** A planting turned out to be of another kind than it was planted or sold as. Its heights and trims stay its own. */
export const identified: Kind<DetailOf<typeof shape>> = {
  name: 'kind found out',
  shape,
  inMoment: 'seen',
  tell: ({ plantingId, was, is, sure }, names) =>
    `${names.planting(plantingId)} ${sure === 'sure' ? 'turned out to be' : 'may well be'} ${is}, not ${was}`,
}
