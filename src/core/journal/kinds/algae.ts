import { capital, sayNumber } from '../../quantity/say'
import type { Kind } from '../kind'
import { choice, percent, place, type DetailOf } from '../shape'

export const ALGAE_KINDS = [
  'brown film',
  'green dots',
  'green dust',
  'green water',
  'hair',
  'black tufts',
  'staghorn',
  'slime sheet',
  'surface film',
] as const
export type AlgaeKind = (typeof ALGAE_KINDS)[number]

const shape = {
  algae: choice('The kind', ALGAE_KINDS, 'This is not a kind of algae Vivero knows.'),
  place: place(),
  coverPercent: percent('The cover'),
}

/** How much of a place an alga covers. */
export const algae: Kind<DetailOf<typeof shape>> = {
  name: 'algae',
  shape,
  inMoment: 'seen',
  inked: ({ coverPercent }) => coverPercent,
  tell: ({ algae: what, place: where, coverPercent }, names) =>
    `${capital(what)} on ${names.place(where)}, ${sayNumber(coverPercent)} %`,
  form: {
    says: 'algae',
    fields: [
      { name: 'algae', label: 'Which' },
      { name: 'place', label: 'Where' },
      { name: 'coverPercent', label: 'Cover', after: '%' },
    ],
  },
}
