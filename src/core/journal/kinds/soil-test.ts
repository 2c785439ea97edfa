import { sayNumber } from '../../quantity/say'
import type { Kind } from '../kind'
import { number, type DetailOf } from '../shape'

const MOST_KH = [60, 'That is harder than any water here.'] as const
const shape = {
  khBefore: number('KH before', { over: 0, most: MOST_KH }),
  khAfter: number('KH after', { least: [0, 'KH cannot be below zero.'], most: MOST_KH }),
  hours: number('The hours', { over: 0, most: [500, 'That is longer than a jar test.'] }),
}

/** Soil in a jar of water of known KH: whether it still takes it down. */
export const soilTest: Kind<DetailOf<typeof shape>> = {
  name: 'soil test in a jar',
  shape,
  inMoment: 'seen',
  tell: ({ khBefore, khAfter, hours }) =>
    `Soil in a jar: KH ${sayNumber(khBefore)} to ${sayNumber(khAfter)} in ${sayNumber(hours)} h`,
  form: {
    says: 'a soil test in a jar',
    fields: [
      { name: 'khBefore', label: 'KH before', after: '°dH' },
      { name: 'khAfter', label: 'KH after', after: '°dH' },
      { name: 'hours', label: 'After', after: 'hours' },
    ],
  },
}
