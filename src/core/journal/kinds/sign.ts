import { capital } from '../../quantity/say'
import type { Kind } from '../kind'
import { choice, place, type DetailOf } from '../shape'

/** What a keeper may say is wrong, when a tank pleases less. `another reason`: in the words of the note. */
export const DISPLEASURES = [
  'overgrown',
  'too much work',
  'colours displease',
  'focal piece hidden',
  'wrong stones or ground',
  'never became what was hoped',
  'algae displease',
  'looks dirty',
  'animals displease',
  'tired of it',
  'another reason',
] as const
export type Displeasure = (typeof DISPLEASURES)[number]

const SIGNS = [
  'bare below',
  'yellow old leaves',
  'pale tips',
  'twisted tips',
  'holes',
  'tufts or threads',
  'melting',
  'chewed',
  'lifting',
  'bald patch',
  'surface film',
  'mulm',
  'black patch',
  'gas in the ground',
  'grains on the sand',
  'hiding',
  'gasping',
  'dead animal',
  'young seen',
  'loose piece',
  'clogged inlet',
  'leak',
  'cloudy',
  'bad smell',
  'spent soil',
  'focal piece may vanish',
  ...DISPLEASURES,
] as const
export type Sign = (typeof SIGNS)[number]

const shape = {
  sign: choice('What was seen', SIGNS, 'This is not a sign Vivero knows.'),
  place: place(),
}

/** Something seen that is no number. */
export const sign: Kind<DetailOf<typeof shape>> = {
  name: 'something seen',
  shape,
  inMoment: 'seen',
  tell: ({ sign: what, place: where }, names) => `${capital(what)}, ${names.place(where)}`,
  form: {
    says: 'something seen',
    fields: [
      { name: 'sign', label: 'What' },
      { name: 'place', label: 'Where' },
    ],
  },
}
