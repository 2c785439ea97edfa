import { mixed, number, object, string, type ObjectSchema } from 'yup'
import { ALGAE_KINDS, METHODS, PLANT_MEASURES } from '@/core/journal/entry'
import { PARAMETERS } from '@/core/quantity/units'
import type { Asks } from '@/core/routine/round/question'
import { amount, ident, words } from './values'

const ASKS: { [K in Asks['kind']]: ObjectSchema<object> } = {
  measure: object({
    kind: string().required(),
    plantingId: ident().required(),
    measure: string()
      .oneOf([...PLANT_MEASURES])
      .required(),
  }).noUnknown(),
  algae: object({
    kind: string().required(),
    algae: string()
      .oneOf([...ALGAE_KINDS])
      .required(),
    // The entry it becomes is held to its own schema, place and all.
    place: mixed<object>().required(),
  }).noUnknown(),
  reading: object({
    kind: string().required(),
    parameter: string()
      .oneOf([...PARAMETERS])
      .required(),
    method: string()
      .oneOf([...METHODS])
      .required(),
    unit: words('The unit', 20).defined(),
  }).noUnknown(),
  stock: object({ kind: string().required(), populationId: ident().required() }).noUnknown(),
  bubbles: object({ kind: string().required() }).noUnknown(),
  lamp: object({
    kind: string().required(),
    equipmentId: ident().required(),
    name: words('The lamp', 120).required(),
  }).noUnknown(),
  enjoyment: object({ kind: string().required() }).noUnknown(),
  workMinutes: object({ kind: string().required() }).noUnknown(),
}

const asks = mixed<object>()
  .required()
  .test('asks', 'This is no question of a round.', (value) => {
    const kind = (value as { kind?: unknown } | undefined)?.kind
    return (
      typeof kind === 'string' &&
      Object.hasOwn(ASKS, kind) &&
      ASKS[kind as Asks['kind']].isValidSync(value, { strict: true })
    )
  })

const figure = (what: string) => amount(what).min(-1e6).max(1e6).required()

/** Throws ValidationError for what no round asks. */
export const askedSchema = object({
  station: words('The station', 40).required(),
  question: object({
    key: string().max(120).required(),
    asks,
    last: object({
      value: figure('What was known'),
      daysAgo: figure('Its age'),
      by: words('How it came', 40).nullable().defined(),
    })
      .nullable()
      .default(null),
    expected: object({
      value: figure('The pencilled value'),
      low: figure('Its low end'),
      high: figure('Its high end'),
      because: words('The reason', 500).defined(),
    })
      .nullable()
      .defined(),
    paper: object({ count: figure('The count'), plusMinus: figure('Its doubt') })
      .noUnknown()
      .default(undefined)
      .optional(),
    unit: words('The unit', 20).defined(),
    min: number().required(),
    max: number().required(),
    step: number().positive().required(),
  })
    .noUnknown()
    .required(),
}).noUnknown()
