import { sayNumber } from '../../quantity/say'
import type { Kind } from '../kind'
import { maybeNumber, number, type DetailOf } from '../shape'

const COUNT = { whole: 'Answers come in whole numbers.', least: 0, most: 10_000 }
const shape = {
  /** Null for a round written down afterwards. */
  minutes: maybeNumber('The minutes', {
    least: [0, 'Minutes cannot be below zero.'],
    most: [1440, 'No round takes a day.'],
  }),
  asked: number('The answers', COUNT),
  confirmed: number('The glances', COUNT),
}

/** A round walked: how long it took, and how much of it was a glance. */
export const round: Kind<DetailOf<typeof shape>> = {
  name: 'round',
  shape,
  inMoment: 'seen',
  tell: ({ minutes, asked, confirmed }) =>
    `Walked the round${minutes === null ? '' : ` in ${sayNumber(minutes)} min`}, ${asked} ${asked === 1 ? 'answer' : 'answers'}${confirmed > 0 ? `, ${confirmed} at a glance` : ''}`,
}
