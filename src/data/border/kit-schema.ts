import { array, object } from 'yup'
import { SAY } from '@/core/journal/faults'
import { METHODS } from '@/core/journal/kinds/reading'
import { PARAMETER_UNITS, PARAMETERS, type Parameter } from '@/core/quantity/units'
import { amount, choice, ident, words } from './values'

const MOST_FIELDS = 60

/** A keeper’s own test kit. */
export const kitSchema = object({
  id: ident().required(),
  name: words('The kit', 80).required(SAY.missing('The kit')),
  parameter: choice(PARAMETERS, 'What it tests'),
  method: choice(METHODS, 'How it is read'),
  unit: words('The unit', 20).defined(),
  steps: array()
    .of(amount('A field of the card').min(0).max(1e6).required())
    .max(MOST_FIELDS)
    .required()
    .test(
      'ascending',
      'The fields of a card go from little to much, each once.',
      (steps) => steps?.every((step, i) => i === 0 || step > steps[i - 1]) ?? false,
    ),
  batch: words('The batch', 60).nullable().defined(),
  expires: words('The last good day', 10)
    .matches(/^\d{4}-\d{2}-\d{2}$/, 'The last good day must be a day.')
    .nullable()
    .defined(),
  price: amount('The price').min(0, 'A price cannot be below zero.').max(1e6).nullable().defined(),
})
  .noUnknown()
  .test('unit', 'That unit is none of this parameter.', (kit) => {
    const of = PARAMETER_UNITS[kit.parameter as Parameter]
    return of === undefined || Object.hasOwn(of.units, kit.unit)
  })
