import { NO_PROBLEM, problem } from '../faults'
import type { Kind } from '../kind'
import { choice, id, type DetailOf } from '../shape'

/** Where on the plant: what is movable within a plant is taken from old leaves, what is not fails in new ones. */
const LEAF_AGES = ['old leaves', 'new growth', 'whole plant'] as const
export type LeafAge = (typeof LEAF_AGES)[number]
/** What is seen, each with a small drawing of its own. */
export const LEAF_LOOKS = [
  'evenly yellow',
  'yellow between the veins',
  'pale with green veins',
  'pinholes',
  'burnt edges',
  'dark or purplish',
  'twisted or hooked',
  'small and stunted',
  'mush',
  'chewed',
  'dotted with algae',
  'bare stem',
] as const
export type LeafLook = (typeof LEAF_LOOKS)[number]
const LEAF_EXTENTS = ['a few leaves', 'many leaves', 'nearly all'] as const

const shape = {
  plantingId: id('The planting', 'planting'),
  on: choice('The leaves', LEAF_AGES, 'Leaves are old, new, or those of the whole plant.'),
  look: choice('What is seen', LEAF_LOOKS, 'This is not a look of leaves Vivero knows.'),
  extent: choice('How much of it', LEAF_EXTENTS, 'It is on a few leaves, many, or nearly all.'),
}

/** What the leaves of a planting show: the ground of a diagnosis. */
export const leaf: Kind<DetailOf<typeof shape>> = {
  name: 'look of leaves',
  shape,
  inMoment: 'seen',
  tell: ({ plantingId, on, look, extent }, names) =>
    `${names.planting(plantingId)}: ${look}, ${extent} (${on})`,
  rules: ({ look, on }) =>
    look === 'bare stem' && on === 'new growth'
      ? problem('on', 'A bare stem has lost its old leaves; new growth is the tip.')
      : NO_PROBLEM,
  form: {
    says: 'a look of leaves',
    fields: [
      { name: 'plantingId', label: 'Which' },
      { name: 'on', label: 'On' },
      { name: 'look', label: 'They are' },
      { name: 'extent', label: 'How much' },
    ],
  },
}
