import type {
  Schema,
  SchemaDescription,
  SchemaFieldDescription,
  SchemaObjectDescription,
} from 'yup'
import { EQUIPMENT_KINDS } from '@/core/history/equipment'
import { ENTRY_KINDS } from '@/core/journal/entry'
import { kindOf } from '@/core/journal/entry'
import { COMMON_SCHEMA } from '../border/entry-schema'
import { actSchema, equipmentSchema, STEP_ACTS, STORY_PARTS } from '../border/story-schema'
import { jsonOfShape } from './json-of-shape'
import { TANK_FORMAT, TANK_VERSION } from './tank-format'

type Json = Record<string, unknown>

/** Parts of a story that are one of several kinds, told apart by a field. */
const UNIONS: Readonly<Record<string, () => Json>> = {
  equipment: () => oneOfKinds('kind', EQUIPMENT_KINDS, (kind) => equipmentSchema({ kind })),
  acts: () => oneOfKinds('do', STEP_ACTS, (act) => actSchema({ do: act })),
}

/**
 * The JSON Schema (draft 2020-12) of the tank file, made of the very schemas that files are read with. What no schema of a single part
 * can show (references, order in time, things outside their glass) stays with the reader.
 */
export function tankFileSchema(): Json {
  const parts = Object.entries(STORY_PARTS) as [string, Schema][]
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Vivero tank file',
    type: 'object',
    additionalProperties: false,
    // Files from before there were drafts hold none.
    required: [
      'format',
      'version',
      ...parts.map(([name]) => name).filter((name) => name !== 'drafts'),
      'entries',
    ],
    properties: {
      format: { const: TANK_FORMAT },
      version: { const: TANK_VERSION },
      ...Object.fromEntries(parts.map(([name, schema]) => [name, jsonOf(schema.describe(), name)])),
      entries: { type: 'array', items: { anyOf: ENTRY_KINDS.map(entryOf) } },
    },
  }
}

/** An entry of a kind: what all entries hold, and what that kind does. */
function entryOf(kind: (typeof ENTRY_KINDS)[number]): Json {
  const common = jsonOf(COMMON_SCHEMA.describe(), '') as { properties: Json; required: string[] }
  const own = jsonOfShape(kindOf(kind).shape)
  return {
    ...own,
    properties: { ...common.properties, ...own.properties, kind: { const: kind } },
    required: [...common.required, ...own.required],
  }
}

function oneOfKinds<K extends string>(
  field: string,
  kinds: readonly K[],
  schemaOf: (kind: K) => Schema,
): Json {
  return {
    anyOf: kinds.map((kind) => {
      const json = jsonOf(schemaOf(kind).describe(), '') as { properties: Json }
      return { ...json, properties: { ...json.properties, [field]: { const: kind } } }
    }),
  }
}

/** What a Yup schema says, as JSON Schema. `name`: of the field, by which a union is found. */
function jsonOf(description: SchemaFieldDescription, name: string): Json {
  if (description.type === 'lazy') return UNIONS[name]?.() ?? {}
  const json = bare(description as SchemaDescription, name)
  return (description as SchemaDescription).nullable ? orNull(json) : json
}

function bare(description: SchemaDescription, name: string): Json {
  const values = description.oneOf.filter((value) => value !== null)
  if (values.length > 0) return { enum: values }
  switch (description.type) {
    case 'object':
      return objectOf(description as SchemaObjectDescription)
    case 'array':
      return arrayOf(description, name)
    case 'tuple': {
      const items = (description as { innerType?: SchemaFieldDescription[] }).innerType ?? []
      return {
        type: 'array',
        prefixItems: items.map((item) => jsonOf(item, '')),
        minItems: items.length,
        maxItems: items.length,
      }
    }
    case 'string':
      return { type: 'string', ...limits(description, 'minLength', 'maxLength') }
    case 'number':
      return {
        type: description.tests.some(({ name: test }) => test === 'integer') ? 'integer' : 'number',
        ...limits(description, 'minimum', 'maximum'),
      }
    case 'boolean':
      return { type: 'boolean' }
    default:
      return {}
  }
}

function objectOf({ fields, tests }: SchemaObjectDescription): Json {
  const required = Object.entries(fields).flatMap(([key, field]) =>
    (field as SchemaDescription).optional ? [] : [key],
  )
  return {
    type: 'object',
    properties: Object.fromEntries(
      Object.entries(fields).map(([key, field]) => [key, jsonOf(field, key)]),
    ),
    ...(required.length > 0 ? { required } : {}),
    ...(tests.some(({ name }) => name === 'noUnknown') ? { additionalProperties: false } : {}),
  }
}

function arrayOf(description: SchemaDescription, name: string): Json {
  const { innerType } = description as { innerType?: SchemaFieldDescription }
  return {
    type: 'array',
    ...(innerType ? { items: jsonOf(innerType, name) } : {}),
    ...limits(description, 'minItems', 'maxItems'),
  }
}

/** The ends a schema sets; an end that is itself no value (“more than”) is exclusive. */
function limits({ tests }: SchemaDescription, least: string, most: string): Json {
  return Object.assign(
    {},
    ...tests.map(({ params }): Json => {
      const { min, max, more, regex } = (params ?? {}) as Record<string, unknown>
      return {
        ...(typeof min === 'number' ? { [least]: min } : {}),
        ...(typeof max === 'number' ? { [most]: max } : {}),
        ...(typeof more === 'number' ? { exclusiveMinimum: more } : {}),
        ...(regex instanceof RegExp ? { pattern: regex.source } : {}),
      }
    }),
  ) as Json
}

const orNull = (json: Json): Json => ({ anyOf: [json, { type: 'null' }] })
