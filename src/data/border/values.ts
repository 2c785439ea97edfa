import './library-words'
import { array, mixed, number, string, type ObjectSchema } from 'yup'
import { SAY } from '@/core/journal/faults'
import { readNumber } from '@/core/quantity/read-number'
import { UNKEEPABLE } from './sane'
import { FIRST_YEAR, isYearOfARecord, LAST_YEAR } from '@/core/quantity/time'

/** A finite number; a text is read as a keeper writes numbers, an empty one counts as missing. A list or a truth value is none, though it could be cast to one. */
export const amount = (what: string) =>
  number()
    .transform((value: unknown, original: unknown) => {
      if (typeof original === 'string') return fromText(original)
      const sound = ['number', 'undefined'].includes(typeof original) || original === null
      return sound ? value : Number.NaN
    })
    .typeError(({ originalValue }: { originalValue: unknown }) => sayNoNumber(originalValue, what))
    .test(
      'finite',
      SAY.number(what),
      (value) => value === undefined || value === null || Number.isFinite(value),
    )

function fromText(text: string): number | undefined {
  if (text.trim() === '') return undefined
  const number = readNumber(text)
  return number.ok ? number.value : Number.NaN
}

function sayNoNumber(original: unknown, what: string): string {
  const number = typeof original === 'string' ? readNumber(original, what) : null
  return number && !number.ok ? number.problem : SAY.number(what)
}

export const ident = () =>
  string().matches(
    /^[\w:.-]{1,80}$/,
    'An identifier may hold letters, digits, dot, dash and underline, 80 at most.',
  )
/** Text that can be kept as it is. */
export const plain = (what: string) =>
  string()
    .typeError(`${what} must be text.`)
    .test(
      'plain',
      `${what} holds a sign that cannot be kept; write it without.`,
      (text) => !UNKEEPABLE.test(text ?? ''),
    )
/** Without blanks at its ends. The library's own trimming fails at what is no text. */
const trimmed = (value: unknown) => (typeof value === 'string' ? value.trim() : value)
export const words = (what: string, max = 200) =>
  plain(what).transform(trimmed).max(max, SAY.long(what, max))

/** The parser of dates rolls 31 February over into March; a keeper's slip must not become another day. */
function dayExists(text: string): boolean {
  const day = text.slice(0, 10)
  const midnight = Date.parse(`${day}T00:00:00Z`)
  return (
    !Number.isNaN(Date.parse(text)) &&
    !Number.isNaN(midnight) &&
    new Date(midnight).toISOString().slice(0, 10) === day
  )
}

/** An instant with an offset (or Z), of the years a record can be of, and readable. */
export const instant = (what: string) =>
  string()
    .required(SAY.missing(what))
    .matches(
      /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,9})?)?(Z|[+-]\d{2}:?\d{2})$/,
      `${what} must be an ISO 8601 time with its offset.`,
    )
    .test('real', `${what} is not a real time.`, (text) => text === undefined || dayExists(text))
    .test(
      'years',
      `${what} lies outside the years ${FIRST_YEAR} to ${LAST_YEAR}.`,
      (text) => text === undefined || !dayExists(text) || yearFits(text),
    )

const yearFits = (text: string) => isYearOfARecord(new Date(text).getUTCFullYear())

export const listOf = <T>(schema: ObjectSchema<T & object>, what: string, max: number) =>
  array()
    .of(schema)
    .max(max, `${what}: more than ${max} is not a tank.`)
    .required(SAY.missing(what))

/** An instant, or null for “not yet”. */
export const maybeInstant = (what: string) =>
  string()
    .nullable()
    .defined()
    .test(
      'real',
      `${what} must be an ISO 8601 time with its offset, or null.`,
      (text) => text === null || text === undefined || instant(what).isValidSync(text),
    )

/** One of a few words. */
export const choice = <T extends string>(values: readonly T[], what: string) =>
  mixed<T>()
    .oneOf([...values], `${what} is none Vivero knows.`)
    .required(SAY.missing(what))
