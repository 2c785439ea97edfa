import { mixed, object, ValidationError, type ObjectSchema } from 'yup'
import { SAY } from '@/core/journal/faults'
import {
  ENTRY_KINDS,
  kindOf,
  type Entry,
  type EntryDetails,
  type EntryKind,
} from '@/core/journal/entry'
import { TEXT_LIMITS } from '@/core/journal/shape'
import { sane } from './sane'
import { schemaOf } from './shape-schema'
import { amount, ident, instant, words } from './values'

/** What each kind of entry must hold, made of its shape. */
export const DETAIL_SCHEMAS = Object.fromEntries(
  ENTRY_KINDS.map((kind) => [kind, schemaOf(kindOf(kind))]),
) as { [K in EntryKind]: ObjectSchema<object> }

const MOST_PENCILLED = 1e6
const pencilled = (what: string) =>
  amount(what)
    .min(-MOST_PENCILLED, `${what} is none.`)
    .max(MOST_PENCILLED, `${what} is none.`)
    .required(SAY.missing(what))

const commonShape = {
  id: ident().required(SAY.missing('The id')),
  kind: mixed<EntryKind>()
    .oneOf([...ENTRY_KINDS], 'This is not a kind of entry Vivero knows.')
    .required(SAY.missing('The kind')),
  at: instant('The time'),
  certainty: mixed<Entry['certainty']>()
    .oneOf(['measured', 'glance'], 'The certainty is either “measured” or “glance”.')
    .required(SAY.missing('The certainty')),
  by: mixed<Entry['by']>()
    .oneOf(
      ['keeper', 'round', 'import', 'device'],
      'An entry is by keeper, round, import or device.',
    )
    .required(SAY.missing('Who wrote it')),
  note: words('The note', TEXT_LIMITS.note).nullable().defined(),
  expected: object({
    value: pencilled('The pencilled value'),
    low: pencilled('Its low end'),
    high: pencilled('Its high end'),
  })
    .noUnknown()
    .nullable()
    .defined(),
}
export const COMMON_SCHEMA = object(commonShape)
const COMMON_KEYS = new Set(Object.keys(commonShape))

/** The entry of an unknown value, or a ValidationError whose messages are sentences for the keeper. */
export function parseEntry(raw: unknown): Entry {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    throw new ValidationError('This is not an entry.', raw, '')
  sane(raw)
  const head = COMMON_SCHEMA.validateSync(raw, { abortEarly: false, stripUnknown: true })
  const { rest } = splitEntry(raw as Entry)
  const detail = DETAIL_SCHEMAS[head.kind].validateSync(rest, {
    abortEarly: false,
    stripUnknown: true,
  })
  return { ...head, at: new Date(head.at).toISOString(), ...(detail as object) } as Entry
}

/** The kind's own fields, apart from the common ones. */
export function splitEntry(entry: Entry): { rest: EntryDetails[EntryKind] } {
  const rest = Object.fromEntries(Object.entries(entry).filter(([key]) => !COMMON_KEYS.has(key)))
  return { rest: rest as unknown as EntryDetails[EntryKind] }
}
