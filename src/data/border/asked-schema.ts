import { mixed, number, object, string } from 'yup'
import { questionKind, type Asks } from '@/core/routine/round/question'
import { QUESTIONS } from '@/core/routine/round/questions'
import type { Shape } from '@/core/journal/shape'
import { schemaOf } from './shape-schema'
import { amount, words } from './values'

const ASKS = Object.fromEntries(
  Object.keys(QUESTIONS).map((kind) => [
    kind,
    schemaOf({ shape: questionKind({ kind } as Asks).shape as Shape }),
  ]),
)

const asks = mixed<object>()
  .required()
  .test('asks', 'This is no question of a round.', (value) => {
    const { kind, ...own } = value as { kind?: unknown }
    return (
      typeof kind === 'string' &&
      Object.hasOwn(ASKS, kind) &&
      ASKS[kind].isValidSync(own, { strict: true })
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
