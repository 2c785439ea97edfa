/** The parts of a story in which facts stand, each with its id; `vessel` is one record of its own. */
export const FACT_PARTS = [
  'vessel',
  'layouts',
  'pieces',
  'plantings',
  'equipment',
  'populations',
  'sources',
  'products',
  'routines',
  'drafts',
] as const
export type FactPart = (typeof FACT_PARTS)[number]

/** What one field of a fact was and is: a plain value, or the box of an outline as left, right, front (or low), back (or high), cm. */
export type FieldValue = string | number | boolean | null | readonly number[]
export interface FieldChange {
  field: string
  before: FieldValue
  after: FieldValue
}
/** Which fact a line of the book speaks of. */
export interface FactSubject {
  part: FactPart
  id: string
}
