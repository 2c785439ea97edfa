import { EntryRefused } from '../refused'

const DEEPEST = 24
/** A null, or half of a character that takes two: no database keeps them. */
export const UNKEEPABLE = /[\0\p{Surrogate}]/u

/**
 * What came from outside, if nothing in it bears a name that every object has (`constructor`, `toString`): the libraries that read
 * it would take such a value for their own. Nor a name no database keeps. Throws EntryRefused.
 */
export function sane<T>(raw: T, depth = 0): T {
  if (typeof raw !== 'object' || raw === null) return raw
  if (depth > DEEPEST) throw damaged()
  for (const [key, value] of Object.entries(raw)) {
    if (!Array.isArray(raw) && (key in Object.prototype || UNKEEPABLE.test(key))) throw damaged()
    sane(value, depth + 1)
  }
  return raw
}

/** The same for texts, wherever they stand: what is kept whole, past the fields of any form. Throws EntryRefused. */
export function keepable<T>(raw: T): T {
  if (typeof raw === 'string' && UNKEEPABLE.test(raw))
    throw new EntryRefused([
      { field: '', says: 'There is a sign in it that cannot be kept; write it without.' },
    ])
  if (typeof raw === 'object' && raw !== null) Object.values(raw).forEach(keepable)
  return raw
}

const damaged = () =>
  new EntryRefused([{ field: '', says: 'What was sent is damaged; nothing was written.' }])
