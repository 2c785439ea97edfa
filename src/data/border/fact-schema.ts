import './library-words'
import type { Schema } from 'yup'
import type { FactPart } from '@/core/journal/fact-change'
import {
  draftSchema,
  equipmentSchema,
  layoutSchema,
  pieceSchema,
  plantingSchema,
  populationSchema,
  productSchema,
  routineSchema,
  sourceSchema,
  vesselSchema,
} from './story-schema'

const SCHEMAS: Record<Exclude<FactPart, 'equipment'>, Schema> = {
  vessel: vesselSchema,
  layouts: layoutSchema,
  pieces: pieceSchema,
  plantings: plantingSchema,
  populations: populationSchema,
  sources: sourceSchema,
  products: productSchema,
  routines: routineSchema,
  drafts: draftSchema,
}

/** Throws ValidationError for a record that its part cannot hold. */
export function checkFact(part: FactPart, fact: unknown): void {
  const schema = part === 'equipment' ? equipmentSchema(fact) : SCHEMAS[part]
  schema.validateSync(fact, { abortEarly: false, strict: true })
}
