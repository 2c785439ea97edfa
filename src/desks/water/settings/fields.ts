import type { PlainField } from '@/ui/plain-field.client'

/** A field for a number, with its unit behind it. */
export const number = (name: string, label: string, after = ''): PlainField => ({
  name,
  label,
  type: 'number',
  after,
})

/** A figure as a form has it; empty where none is known. */
export const shown = (value: number | null) => (value === null ? '' : String(value))
