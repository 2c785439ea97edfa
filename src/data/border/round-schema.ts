import { array, mixed, number, object, string } from 'yup'
import type { EntryKind } from '@/core/journal/entry'
import { TEXT_LIMITS } from '@/core/journal/shape'
import { WRITTEN_KINDS } from '@/core/journal/written'
import type { Beyond } from '@/core/quantity/card'
import type { AskedQuestion, RoundLine } from '@/core/routine/round/answers'
import type { RoundAnswer } from '@/core/routine/round/question-kind'
import type { Batch, Change } from '@/core/routine/round/merge'
import { slotOf, slotOfQuestion, WALKED_AT, type Held } from '@/core/routine/round/slots'
import { EntryRefused } from '../refused'
import { askedSchema } from './asked-schema'
import { keepable, sane } from './sane'
import { isTexts } from './texts'
import { ident } from './values'

/** So much is changed in a round on one page before it is heard, at most; no more stands in a whole round. */
const MAX_CHANGES = 1000
const MAX_SLOT = 400

const answerSchema = object({
  value: number().required().test('finite', 'An answer must be a number.', Number.isFinite),
  certainty: mixed<'measured' | 'glance'>().oneOf(['measured', 'glance']).required(),
  beyond: mixed<Beyond>().oneOf(['below', 'over']).optional(),
  between: object({ low: number().required(), high: number().required() })
    .noUnknown()
    .default(undefined)
    .optional(),
}).noUnknown()
const signSchema = object({
  station: string().max(40).required(),
  sign: string().max(60).required(),
  place: object({ of: string().max(20).required(), id: string().max(80) })
    .noUnknown()
    .required(),
}).noUnknown()
const lineSchema = object({
  id: ident().max(60).required(),
  station: string().max(40).required(),
  kind: mixed<EntryKind>()
    .oneOf([...WRITTEN_KINDS], 'This is no line a round takes.')
    .required(),
  fields: mixed<Record<string, string>>().required().test('texts', 'This is no line.', isTexts),
  says: string().max(TEXT_LIMITS.note).nullable().defined(),
}).noUnknown()
const walkedAtSchema = string().matches(
  /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/,
  'The day of the round must be a date and a time of day.',
)

const batchSchema = object({
  round: ident().max(60).required(),
  page: ident().max(60).required(),
  n: number().integer().min(1).max(1e9).required(),
  station: number().integer().min(0).max(30).required(),
  changes: array()
    .of(
      object({
        slot: string().strict().max(MAX_SLOT).required(),
        seen: number().integer().min(-1).max(1e9).required(),
        holds: mixed<Record<string, unknown>>().nullable().defined(),
      })
        .noUnknown()
        .required(),
    )
    .max(MAX_CHANGES)
    .required(),
})
  .noUnknown()
  .required()

/** What a page changed in a round, checked. Throws ValidationError and EntryRefused. */
export function parseBatch(raw: unknown): Batch {
  const batch = batchSchema.validateSync(keepable(sane(raw)), { strict: true })
  return { ...batch, changes: batch.changes.map(changeOf) }
}

function changeOf({ slot, seen, holds }: { slot: string; seen: number; holds: unknown }): Change {
  if (holds === null) return { slot, seen, holds: null }
  const held = parseHeld(holds as Record<string, unknown>)
  if (slotOf(held) !== slot) throw notOfRound()
  return { slot, seen, holds: held }
}

const notOfRound = () =>
  new EntryRefused([{ field: '', says: 'What was sent is no part of a round; nothing was kept.' }])

function parseHeld({ of, ...rest }: Record<string, unknown>): Held {
  switch (of) {
    case 'question':
      return questionOf(rest)
    case 'sign':
      return { of, sign: signSchema.required().validateSync(rest.sign) as never }
    case 'line':
      return { of, line: parseLine(rest.line) }
    case WALKED_AT:
      return { of: 'walked at', at: parseWalkedAt(rest.at) ?? '' }
    default:
      throw notOfRound()
  }
}

function questionOf(raw: Record<string, unknown>): Held {
  const key = string().strict().max(120).required().validateSync(raw.key)
  const answer =
    raw.answer === null
      ? null
      : (answerSchema.required().validateSync(raw.answer, { strict: true }) as RoundAnswer)
  const text =
    raw.text === null ? null : string().strict().max(60).required().validateSync(raw.text)
  const asked =
    raw.asked === null ? null : (askedSchema.validateSync(raw.asked) as unknown as AskedQuestion)
  // A slot without an answer and without a text is an empty one, and has no name of its own.
  if ((answer === null && text === null) || slotOfQuestion(key).length > MAX_SLOT)
    throw notOfRound()
  return { of: 'question', key, answer, text, asked }
}

/** A line written within a round, checked. Throws ValidationError and EntryRefused. */
export const parseLine = (raw: unknown): RoundLine =>
  lineSchema.required().validateSync(keepable(sane(raw))) as RoundLine

/** When a round was walked, as a time of day in the tank's zone; null: now. Throws ValidationError. */
export const parseWalkedAt = (raw: unknown): string | null =>
  walkedAtSchema.nullable().defined().validateSync(raw) ?? null
