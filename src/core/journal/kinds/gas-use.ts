import { sayNumber } from '../../quantity/say'
import { NO_PROBLEM, problem } from '../faults'
import type { Kind } from '../kind'
import { maybeNumber, type DetailOf } from '../shape'

const shape = {
  bubblesPerSecond: maybeNumber('The bubbles', {
    least: [0, 'Bubbles cannot be below zero.'],
    most: [50, 'Nobody counts that many bubbles.'],
  }),
  cylinderGrams: maybeNumber('The weight', {
    over: 0,
    most: [100_000, 'That is more than a cylinder weighs.'],
  }),
}

/** How much gas is used: bubbles a second, or what the cylinder weighs. */
export const gasUse: Kind<DetailOf<typeof shape>> = {
  name: 'gas used',
  shape,
  inMoment: 'seen',
  inWater: true,
  inked: ({ bubblesPerSecond }) => bubblesPerSecond,
  tell({ bubblesPerSecond, cylinderGrams }) {
    const parts = [
      bubblesPerSecond === null ? null : `${sayNumber(bubblesPerSecond)} bubbles a second`,
      cylinderGrams === null ? null : `cylinder ${Math.round(cylinderGrams)} g`,
    ]
    return `Gas: ${parts.filter(Boolean).join(', ')}`
  },
  rules: ({ bubblesPerSecond, cylinderGrams }) =>
    bubblesPerSecond === null && cylinderGrams === null
      ? problem('cylinderGrams', 'Bubbles, the weight of the cylinder, or both.')
      : NO_PROBLEM,
  form: {
    says: 'gas used',
    fields: [
      { name: 'bubblesPerSecond', label: 'Bubbles a second' },
      { name: 'cylinderGrams', label: 'Cylinder on the scales', after: 'g' },
    ],
  },
}
