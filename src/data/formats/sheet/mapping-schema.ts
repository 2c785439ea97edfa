import { array, lazy, object, string } from 'yup'
import { METHODS } from '@/core/journal/entry'
import { PARAMETER_UNITS, PARAMETERS, type Parameter } from '@/core/quantity/units'
import { sane } from '../../border/sane'
import { choice } from '../../border/values'
import type { Mapping } from './mapping'

const PLAIN = ['nothing', 'date', 'time', 'note', 'name', 'value', 'unit', 'method'] as const
const CHANGED_BY = ['percent', 'L', 'gal'] as const
const MOST_COLUMNS = 60

const plain = object({ as: choice(PLAIN, 'The column') }).noUnknown()
const change = object({
  as: choice(['change'], 'The column'),
  unit: choice(CHANGED_BY, 'The unit of the changes'),
}).noUnknown()
const reading = object({
  as: choice(['reading'], 'The column'),
  parameter: choice(PARAMETERS, 'The parameter'),
  unit: string()
    .max(20)
    .defined()
    .test('unit', 'That unit is none of this parameter.', (unit, { parent }) => {
      const units = PARAMETER_UNITS[(parent as { parameter: Parameter }).parameter]?.units
      return units === undefined || Object.hasOwn(units, unit ?? '')
    }),
  method: choice(METHODS, 'The method'),
}).noUnknown()

const schema = object({
  columns: array()
    .of(
      lazy((use: { as?: unknown } | undefined) => {
        if (use?.as === 'reading') return reading.required()
        return use?.as === 'change' ? change.required() : plain.required()
      }),
    )
    .min(1)
    .max(MOST_COLUMNS)
    .required(),
  dayOrder: choice(['day first', 'month first'] as const, 'The order of the days'),
}).noUnknown()

/** How a sheet is to be read, from outside. Throws ValidationError or EntryRefused. */
export const parseMapping = (raw: unknown): Mapping =>
  schema.validateSync(sane(raw), { strict: true }) as unknown as Mapping
