import { array, mixed, object, type ISchema, type ObjectSchema } from 'yup'
import { fieldFault, SAY } from '@/core/journal/faults'
import type { AnyKind } from '@/core/journal/kind'
import {
  WHERE,
  type Field,
  type GroupField,
  type ListField,
  type NumberField,
  type Place,
  type Shape,
  type TextField,
} from '@/core/journal/shape'
import { amount, ident, words } from './values'

/** The border's schema of a kind of entry: its fields by their shape, and what they must be together. */
export function schemaOf({ shape, rules }: Pick<AnyKind, 'shape' | 'rules'>): ObjectSchema<object> {
  const bare = objectOf(shape)
  if (!rules) return bare
  return bare.test('rules', (value: object, context) => {
    // Fields that are wrong by themselves are told of as such; together they say nothing.
    if (value === null || !bare.isValidSync(value)) return true
    const [first] = rules(value)
    return !first || context.createError({ message: first.says, path: first.field })
  })
}

const objectOf = (shape: Shape): ObjectSchema<object> =>
  object(
    Object.fromEntries(Object.entries(shape).map(([name, field]) => [name, fieldSchema(field)])),
  ).noUnknown()

/** One field: cast and typed here, held to its bounds by the same rule that holds everywhere. */
function fieldSchema(field: Field): ISchema<unknown> {
  switch (field.is) {
    case 'number':
      return numberSchema(field)
    case 'text':
      return textSchema(field)
    case 'choice':
      return field.absent
        ? mixed<string>().oneOf([...field.of], field.none)
        : mixed<string>()
            .oneOf([...field.of], field.none)
            .required(SAY.missing(field.what))
    case 'id':
      return field.maybe
        ? ident().nullable().default(null)
        : ident().required(SAY.missing(field.what))
    case 'place':
      return field.maybe ? placeSchema.nullable().default(null) : placeSchema.required()
    case 'group':
      return field.absent
        ? objectOf((field as GroupField).fields).default(undefined)
        : objectOf((field as GroupField).fields).required()
    case 'list':
      return listSchema(field as ListField)
    case 'fact value':
      return mixed<string>()
        .nullable()
        .defined()
        .test('value', `${field.what} is none.`, isFactValue)
  }
}

function numberSchema(field: NumberField<number | null>): ISchema<unknown> {
  const typed = amount(field.what).test('bounds', (value, context) => {
    if (value === undefined || value === null) return true
    const says = fieldFault(field, value)
    return says === null || context.createError({ message: says })
  })
  if (field.absent) return typed.optional()
  if (field.maybe) return typed.nullable().default(null)
  return field.otherwise === undefined
    ? typed.required(SAY.missing(field.what))
    : typed.default(field.otherwise)
}

function textSchema({
  what,
  most,
  absent,
  empty,
}: TextField<string | undefined>): ISchema<unknown> {
  const typed = words(what, most)
  if (absent) return typed.optional()
  return empty ? typed.defined() : typed.required(SAY.missing(what))
}

function listSchema({ each, least, most }: ListField): ISchema<unknown> {
  return array().of(fieldSchema(each)).min(least).max(most).required()
}

const placeSchema: ObjectSchema<{ of: Place['of']; id?: string }> = object({
  of: mixed<Place['of']>()
    .oneOf([...WHERE], 'This is not a place Vivero knows.')
    .required(SAY.missing('The place')),
  id: ident().when('of', {
    is: (of: string) => of === 'planting' || of === 'hardscape',
    then: (schema) => schema.required(SAY.missing('Which one')),
    otherwise: (schema) => schema.strip(),
  }),
}).noUnknown()

const MOST_LETTERS = 4000
function isFactValue(value: unknown): boolean {
  if (value === null || typeof value === 'boolean') return true
  if (typeof value === 'number') return Number.isFinite(value)
  if (typeof value === 'string') return value.length <= MOST_LETTERS
  return Array.isArray(value) && value.length === 4 && value.every((edge) => Number.isFinite(edge))
}
