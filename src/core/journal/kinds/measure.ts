import { NO_PROBLEM } from '../faults'
import { faultsOf } from '../faults'
import type { Kind } from '../kind'
import { centimetres, choice, id, percent, type DetailOf } from '../shape'

export const PLANT_MEASURES = ['height', 'width', 'cover', 'density'] as const

const shape = {
  plantingId: id('The planting', 'planting'),
  measure: choice('What was measured', PLANT_MEASURES, 'This is not a measure Vivero knows.'),
  /** Height and width in cm, cover and density in per cent of the patch. */
  value: centimetres('The measure'),
}
const inPercent = (measure: string) => measure === 'cover' || measure === 'density'

/** How large a planting is, or how much of its patch it covers. */
export const measure: Kind<DetailOf<typeof shape>> = {
  name: 'measure of a plant',
  shape,
  judgedBy: true,
  tell: ({ plantingId, measure: what, value }, names) =>
    `${names.planting(plantingId)}: ${what} ${names.measures.say(value, inPercent(what) ? '%' : 'cm')}`,
  rules: ({ measure: what, value }) =>
    inPercent(what) ? faultsOf({ value: percent('The cover') }, { value }) : NO_PROBLEM,
  form: {
    says: 'a measure of a plant',
    fields: [
      { name: 'plantingId', label: 'Which' },
      { name: 'measure', label: 'What' },
      {
        name: 'value',
        label: 'Value',
        after: 'cm',
        exceptFor: ['measure', ['cover', 'density'], '%'],
      },
    ],
  },
}
