import { capital } from '../../quantity/say'
import type { Kind } from '../kind'
import { choice, place, type DetailOf } from '../shape'

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
  tell: ({ sign: what, place: where }, names) => `${capital(what)}, ${names.place(where)}`,
  form: {
    says: 'something seen',
    fields: [
      { name: 'sign', label: 'What' },
      { name: 'place', label: 'Where' },
    ],
  },
}
