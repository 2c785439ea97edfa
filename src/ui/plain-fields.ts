import type { PlainField } from './plain-field.client'

/** A field for a figure, in a canonical unit where it has one. */
export const number = (name: string, label: string, after = ''): PlainField => ({
  name,
  label,
  type: 'number',
  after,
})
/** Choices that are called what they are. */
export const choices = (ids: readonly string[]) => ids.map((id) => ({ id, says: id }))
