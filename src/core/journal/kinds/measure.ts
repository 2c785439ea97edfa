import { NO_PROBLEM } from '../faults'
import { faultsOf } from '../faults'
import type { Kind } from '../kind'
import { centimetres, choice, id, number, percent, type DetailOf } from '../shape'

export const PLANT_MEASURES = [
  'height',
  'width',
  'cover',
  'density',
  'leaves',
  'crowns',
  'condition',
  'tip colour',
] as const
type PlantMeasure = (typeof PLANT_MEASURES)[number]

const shape = {
  plantingId: id('The planting', 'planting'),
  measure: choice('What was measured', PLANT_MEASURES, 'This is not a measure Vivero knows.'),
  /** Height and width in cm, cover and density in per cent of the patch, leaves and crowns counted, condition and the colour of tips (0 green, 10 as red as its kind gets) marked out of ten. */
  value: centimetres('The measure'),
}

/** The unit of each measure; none for what is counted. */
export function unitOfMeasure(measure: PlantMeasure): 'cm' | '%' | '' | 'of 10' {
  switch (measure) {
    case 'height':
    case 'width':
      return 'cm'
    case 'cover':
    case 'density':
      return '%'
    case 'leaves':
    case 'crowns':
      return ''
    case 'condition':
    case 'tip colour':
      return 'of 10'
  }
}
const COUNT = number('The count', {
  whole: 'Leaves and crowns come in whole numbers.',
  least: [0, 'A count cannot be below zero.'],
  most: [10_000, 'Nobody counts that many.'],
})
const MARK = number('The mark', {
  least: [0, 'A mark lies between 0 and 10.'],
  most: [10, 'A mark lies between 0 and 10.'],
})
const BOUNDS = { '%': percent('The cover'), '': COUNT, 'of 10': MARK } as const

/** How large a planting is, or how much of its patch it covers. */
export const measure: Kind<DetailOf<typeof shape>> = {
  name: 'measure of a plant',
  shape,
  inMoment: 'seen',
  judgedBy: true,
  inked: ({ value }) => value,
  tell: ({ plantingId, measure: what, value }, names) =>
    `${names.planting(plantingId)}: ${what} ${names.measures.say(value, unitOfMeasure(what))}`,
  rules: ({ measure: what, value }) =>
    unitOfMeasure(what) === 'cm'
      ? NO_PROBLEM
      : faultsOf({ value: BOUNDS[unitOfMeasure(what) as keyof typeof BOUNDS] }, { value }),
  form: {
    says: 'a measure of a plant',
    fields: [
      { name: 'plantingId', label: 'Which' },
      { name: 'measure', label: 'What' },
      {
        name: 'value',
        label: 'Value',
        after: 'cm',
        exceptFor: [
          'measure',
          [['cover', 'density'], '%'],
          [['leaves', 'crowns'], ''],
          [['condition', 'tip colour'], 'of 10'],
        ],
      },
    ],
  },
}
