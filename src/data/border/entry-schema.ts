import { array, mixed, number, object, string, ValidationError, type ObjectSchema } from 'yup'
import { FACT_PARTS } from '@/core/history/diff'
import type { FieldValue } from '@/core/history/field-changes'
import {
  ALGAE_KINDS,
  DOSE_UNITS,
  METHODS,
  MOVED_THINGS,
  PLANT_MEASURES,
  SIGNS,
  STOCK_EVENTS,
  type Entry,
  type EntryDetails,
  type EntryKind,
  type Place,
} from '@/core/history/entries'
import { readNumber } from '@/core/quantity/read-number'
import { FIRST_YEAR, isYearOfARecord, LAST_YEAR } from '@/core/quantity/time'
import { isParameter, PARAMETER_UNITS, PARAMETERS } from '@/core/quantity/units'
import { sane } from './sane'

/** Sentences shared by every form and file. */
export const SAY = {
  number: (what: string) => `${what} must be a number.`,
  positive: (what: string) => `${what} must be more than zero.`,
  missing: (what: string) => `${what} is missing.`,
  long: (what: string, max: number) => `${what} is too long (${max} characters at most).`,
}

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

/** How long texts of an entry may be, characters: the same in a form, a file and the round. */
export const TEXT_LIMITS = { item: 80, happened: 500, note: 4000 } as const

export const ident = () =>
  string().matches(
    /^[\w:.-]{1,80}$/,
    'An identifier may hold letters, digits, dot, dash and underline, 80 at most.',
  )
/** A null, or half of a character that takes two: no database keeps them. */
const UNKEEPABLE = /[\0\p{Surrogate}]/u
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
const someWords = (what: string, max = 200) => words(what, max).required(SAY.missing(what))

const place: ObjectSchema<{ of: Place['of']; id?: string }> = object({
  of: mixed<Place['of']>()
    .oneOf(
      ['planting', 'hardscape', 'glass', 'surface', 'ground', 'equipment', 'tank'],
      'This is not a place Vivero knows.',
    )
    .required(SAY.missing('The place')),
  id: ident().when('of', {
    is: (of: string) => of === 'planting' || of === 'hardscape',
    then: (schema) => schema.required(SAY.missing('Which one')),
    otherwise: (schema) => schema.strip(),
  }),
}).noUnknown()

const percent = (what: string) =>
  amount(what)
    .min(0, `${what} cannot be below 0 %.`)
    .max(100, `${what} cannot be over 100 %.`)
    .required(SAY.missing(what))
const litres = (what: string) =>
  amount(what)
    .moreThan(0, SAY.positive(what))
    .max(20000, `${what} is more than any tank here holds.`)
    .required(SAY.missing(what))
const plantingId = () => ident().required(SAY.missing('The planting'))
const acidity = (what: string) =>
  amount(what)
    .min(3, `${what} goes from 3 to 11 here.`)
    .max(11, `${what} goes from 3 to 11 here.`)
    .required(SAY.missing(what))
const centimetres = (what: string) =>
  amount(what)
    .min(0, `${what} cannot be below zero.`)
    .max(400, `${what} is more than any tank here is tall.`)

function isPlausible(parameter: unknown, value: number | undefined): boolean {
  if (typeof parameter !== 'string' || !isParameter(parameter) || value === undefined) return true
  const [least, most] = PARAMETER_UNITS[parameter].plausible
  return value >= least && value <= most
}
function outsideWater(parameter: unknown): string {
  if (typeof parameter !== 'string' || !isParameter(parameter))
    return 'The value is outside what water can hold.'
  const { label, plausible, canonical } = PARAMETER_UNITS[parameter]
  return `${label} is outside what water can hold (${plausible[0]} to ${plausible[1]} ${canonical}).`
}

/** What each kind of entry must hold. A new kind needs a line here, a type in core, a form part, a line in the round. */
export const DETAIL_SCHEMAS: { [K in EntryKind]: ObjectSchema<object> } = {
  reading: object({
    parameter: mixed<string>()
      .oneOf([...PARAMETERS], 'This is not a parameter Vivero knows.')
      .required(SAY.missing('The parameter')),
    value: amount('The value')
      .required(SAY.missing('The value'))
      .test('plausible', (value, context) => {
        const { parameter } = context.parent as { parameter: unknown }
        return (
          isPlausible(parameter, value) || context.createError({ message: outsideWater(parameter) })
        )
      }),
    method: mixed<string>()
      .oneOf([...METHODS], 'This is not a test method Vivero knows.')
      .required(SAY.missing('The method')),
    entered: object({
      value: amount('The value').required(),
      unit: plain('The unit').max(20).defined(),
    })
      .noUnknown()
      .required(),
    questioned: words('The question', 500).optional(),
  }).noUnknown(),
  'water-change': object({
    fraction: amount('The change')
      .moreThan(0, 'A change must take some water.')
      .max(1, 'A change cannot take more than 100 % of the water.')
      .required(SAY.missing('How much was changed')),
    litres: litres('The amount changed'),
    sourceId: ident().nullable().default(null),
  }).noUnknown(),
  'top-off': object({
    litres: litres('The amount topped up'),
    sourceId: ident().nullable().default(null),
  }).noUnknown(),
  'degassed-sample': object({
    pHTank: acidity('pH of the tank'),
    pHAtRest: acidity('pH at rest'),
  }).noUnknown(),
  'gas-use': object({
    bubblesPerSecond: amount('The bubbles')
      .min(0, 'Bubbles cannot be below zero.')
      .max(50, 'Nobody counts that many bubbles.')
      .nullable()
      .default(null),
    cylinderGrams: amount('The weight')
      .moreThan(0, SAY.positive('The weight'))
      .max(100000, 'That is more than a cylinder weighs.')
      .nullable()
      .default(null)
      .test(
        'either',
        'Bubbles, the weight of the cylinder, or both.',
        (grams, { parent }) =>
          (grams ?? null) !== null ||
          ((parent as { bubblesPerSecond: number | null }).bubblesPerSecond ?? null) !== null,
      ),
  }).noUnknown(),
  dose: object({
    product: someWords('The product', TEXT_LIMITS.item),
    productId: ident().nullable().default(null),
    amount: amount('The dose')
      .moreThan(0, SAY.positive('The dose'))
      .max(5000, 'That is more than a dose.')
      .required(SAY.missing('The dose')),
    unit: mixed<string>()
      .oneOf([...DOSE_UNITS], 'A dose is in mL, g or tablets.')
      .required(SAY.missing('The unit')),
  }).noUnknown(),
  feed: object({
    grams: amount('The food')
      .moreThan(0, SAY.positive('The food'))
      .max(1000, 'That is more food than a tank can take.')
      .required(SAY.missing('The food')),
    food: someWords('What was fed', TEXT_LIMITS.item),
  }).noUnknown(),
  measure: object({
    plantingId: plantingId(),
    measure: mixed<string>()
      .oneOf([...PLANT_MEASURES], 'This is not a measure Vivero knows.')
      .required(SAY.missing('What was measured')),
    value: centimetres('The measure')
      .required(SAY.missing('The measure'))
      .when('measure', {
        is: (measure: string) => measure === 'cover' || measure === 'density',
        then: () => percent('The cover'),
      }),
  }).noUnknown(),
  trim: object({
    plantingId: plantingId(),
    fromCm: centimetres('The height before').nullable().default(null),
    toCm: centimetres('The height left')
      .required(SAY.missing('The height left'))
      .test(
        'shorter',
        'A trim cannot leave the plant taller than it was.',
        (to, { parent }) =>
          (parent as { fromCm: number | null }).fromCm === null ||
          to === undefined ||
          to <= (parent as { fromCm: number }).fromCm,
      ),
  }).noUnknown(),
  sign: object({
    sign: mixed<string>()
      .oneOf([...SIGNS], 'This is not a sign Vivero knows.')
      .required(SAY.missing('What was seen')),
    place: place.required(),
  }).noUnknown(),
  algae: object({
    algae: mixed<string>()
      .oneOf([...ALGAE_KINDS], 'This is not a kind of algae Vivero knows.')
      .required(SAY.missing('The kind')),
    place: place.required(),
    coverPercent: percent('The cover'),
  }).noUnknown(),
  equipment: object({
    item: someWords('The item', TEXT_LIMITS.item),
    says: someWords('What happened', TEXT_LIMITS.happened),
    equipmentId: ident().nullable().default(null),
  }).noUnknown(),
  clean: object({
    item: someWords('What was cleaned', TEXT_LIMITS.item),
    equipmentId: ident().nullable().default(null),
  }).noUnknown(),
  stock: object({
    populationId: ident().required(SAY.missing('Which animals')),
    event: mixed<string>()
      .oneOf([...STOCK_EVENTS], 'This is not an event Vivero knows.')
      .required(SAY.missing('What happened')),
    count: amount('The count')
      .integer('Animals come in whole numbers.')
      .min(0, 'A count cannot be below zero.')
      .max(100000, 'That is more animals than fit.')
      .required(SAY.missing('The count')),
    plusMinus: amount('The doubt')
      .min(0, 'The doubt cannot be below zero.')
      .max(100_000, 'That is more doubt than animals fit.')
      .default(0),
    otherVesselId: ident().nullable().default(null),
  }).noUnknown(),
  feeling: object({
    enjoyment: amount('The mark')
      .min(0, 'The mark goes from 0 to 10.')
      .max(10, 'The mark goes from 0 to 10.')
      .nullable()
      .default(null),
    workMinutes: amount('The minutes')
      .min(0, 'Minutes cannot be below zero.')
      .max(10080, 'A week has 10 080 minutes.')
      .nullable()
      .default(null),
  }).noUnknown(),
  'soil-test': object({
    khBefore: amount('KH before')
      .moreThan(0, SAY.positive('KH before'))
      .max(60, 'That is harder than any water here.')
      .required(SAY.missing('KH before')),
    khAfter: amount('KH after')
      .min(0, 'KH cannot be below zero.')
      .max(60, 'That is harder than any water here.')
      .required(SAY.missing('KH after')),
    hours: amount('The hours')
      .moreThan(0, SAY.positive('The hours'))
      .max(500, 'That is longer than a jar test.')
      .required('The hours are missing.'),
  }).noUnknown(),
  disagreement: object({
    finding: plain('The finding').max(120).required(SAY.missing('The finding')),
    why: someWords('Why you disagree', 500),
  }).noUnknown(),
  'step-done': object({
    planId: ident().required(),
    stepId: plain('The step').max(80).required(),
    minutes: amount('The minutes')
      .min(0, 'Minutes cannot be below zero.')
      .max(10080, 'A week has 10 080 minutes.')
      .required(SAY.missing('The minutes')),
  }).noUnknown(),
  round: object({
    minutes: amount('The minutes')
      .min(0, 'Minutes cannot be below zero.')
      .max(1440, 'No round takes a day.')
      .required(),
    asked: amount('The answers').integer().min(0).max(10_000).required(),
    confirmed: amount('The glances').integer().min(0).max(10_000).required(),
  }).noUnknown(),
  note: object({ text: someWords('The note', 4000) }).noUnknown(),
  moved: object({
    what: mixed<string>()
      .oneOf([...MOVED_THINGS], 'This is nothing that is moved between tanks.')
      .required(SAY.missing('What was moved')),
    name: someWords('What was moved', 120),
    amount: amount('The amount')
      .min(0, 'An amount cannot be below zero.')
      .max(100_000, 'That is more than can be moved.')
      .nullable()
      .default(null),
    direction: mixed<string>().oneOf(['in', 'out'], 'It came in or went out.').required(),
    otherVesselId: ident().required(SAY.missing('The other tank')),
    otherName: someWords('The other tank', 120),
  }).noUnknown(),
  changed: object({
    subject: object({
      part: mixed<string>()
        .oneOf([...FACT_PARTS], 'This is no part of a tank.')
        .required(),
      id: ident().required(),
    })
      .noUnknown()
      .required(),
    fields: array()
      .of(
        object({
          field: plain('The field').max(80).required(),
          before: mixed<NonNullable<FieldValue>>()
            .nullable()
            .defined()
            .test('value', 'The former value is none.', isFieldValue),
          after: mixed<NonNullable<FieldValue>>()
            .nullable()
            .defined()
            .test('value', 'The new value is none.', isFieldValue),
        })
          .noUnknown()
          .required(),
      )
      .min(1)
      .max(60)
      .required(),
  }).noUnknown(),
}

const MOST_LETTERS = 4000
function isFieldValue(value: unknown): boolean {
  if (value === null || typeof value === 'boolean') return true
  if (typeof value === 'number') return Number.isFinite(value)
  if (typeof value === 'string') return value.length <= MOST_LETTERS
  return Array.isArray(value) && value.length === 4 && value.every((edge) => Number.isFinite(edge))
}

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

const MOST_PENCILLED = 1e6
const pencilled = (what: string) =>
  amount(what)
    .min(-MOST_PENCILLED, `${what} is none.`)
    .max(MOST_PENCILLED, `${what} is none.`)
    .required(SAY.missing(what))

const commonShape = {
  id: ident().required(SAY.missing('The id')),
  kind: mixed<EntryKind>()
    .oneOf(Object.keys(DETAIL_SCHEMAS) as EntryKind[], 'This is not a kind of entry Vivero knows.')
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
