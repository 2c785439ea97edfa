import { valueOf } from '@/core/journal/faults'
import {
  WHERE,
  type Field,
  type GroupField,
  type ListField,
  type NumberField,
  type Shape,
} from '@/core/journal/shape'

type Json = Record<string, unknown>

/** The JSON Schema of what a shape describes. */
export function jsonOfShape(shape: Shape): {
  type: 'object'
  additionalProperties: false
  properties: Json
  required: string[]
} {
  const fields = Object.entries(shape)
  return {
    type: 'object',
    additionalProperties: false,
    properties: Object.fromEntries(fields.map(([name, field]) => [name, jsonOf(field)])),
    required: fields.flatMap(([name, field]) => ('absent' in field && field.absent ? [] : [name])),
  }
}

function jsonOf(field: Field): Json {
  const json = bare(field)
  return 'maybe' in field && field.maybe ? { anyOf: [json, { type: 'null' }] } : json
}

const ID = { type: 'string', pattern: '^[\\w:.-]{1,80}$' }

function bare(field: Field): Json {
  switch (field.is) {
    case 'number':
      return numberOf(field)
    case 'text':
      return { type: 'string', maxLength: field.most, ...(field.empty ? {} : { minLength: 1 }) }
    case 'choice':
      return { enum: [...field.of] }
    case 'id':
      return ID
    case 'place':
      return PLACE
    case 'group':
      return jsonOfShape((field as GroupField).fields)
    case 'list': {
      const { each, least, most } = field as ListField
      return { type: 'array', items: jsonOf(each), minItems: least, maxItems: most }
    }
    case 'fact value':
      return FACT_VALUE
  }
}

function numberOf({ least, over, most, whole }: NumberField<number | null>): Json {
  return {
    type: whole === undefined ? 'number' : 'integer',
    ...(least === undefined ? {} : { minimum: valueOf(least) }),
    ...(over === undefined ? {} : { exclusiveMinimum: valueOf(over) }),
    maximum: valueOf(most),
  }
}

const NAMED = ['planting', 'hardscape']
const PLACE: Json = {
  anyOf: [
    {
      type: 'object',
      additionalProperties: false,
      properties: { of: { enum: NAMED }, id: ID },
      required: ['of', 'id'],
    },
    {
      type: 'object',
      additionalProperties: false,
      properties: { of: { enum: WHERE.filter((where) => !NAMED.includes(where)) } },
      required: ['of'],
    },
  ],
}

const FACT_VALUE: Json = {
  anyOf: [
    { type: ['string', 'number', 'boolean', 'null'] },
    { type: 'array', items: { type: 'number' }, minItems: 4, maxItems: 4 },
  ],
}
