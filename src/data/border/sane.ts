import { EntryRefused } from '../refused'

const DEEPEST = 24

/**
 * What came from outside, if nothing in it bears a name that every object has (`constructor`, `toString`): the libraries that read
 * it would take such a value for their own. Throws EntryRefused.
 */
export function sane<T>(raw: T, depth = 0): T {
  if (typeof raw !== 'object' || raw === null) return raw
  if (depth > DEEPEST) throw damaged()
  for (const [key, value] of Object.entries(raw)) {
    if (!Array.isArray(raw) && key in Object.prototype) throw damaged()
    sane(value, depth + 1)
  }
  return raw
}

const damaged = () =>
  new EntryRefused([{ field: '', says: 'What was sent is damaged; nothing was written.' }])
