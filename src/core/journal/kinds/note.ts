import type { Kind } from '../kind'
import { text, TEXT_LIMITS, type DetailOf } from '../shape'

const shape = { text: text('The note', TEXT_LIMITS.note) }

/** Whatever has no place elsewhere. */
export const note: Kind<DetailOf<typeof shape>> = {
  name: 'note',
  shape,
  inMoment: 'seen',
  tell: ({ text: words }) => words,
  form: { says: 'a note', fields: [{ name: 'text', label: 'Note' }] },
}
