import { ok, refuse, type Result } from '@/core/quantity/result'
import { plainValue, readWritten, signsOf, type WrittenValue } from '@/core/quantity/written-value'
import type { Cell } from './mapping'

/** Cells that say that nothing was measured. */
const BLANK = /^(?:[-–—/.?]+|n\/?a|none|nil|null|k\.?\s?a\.?|x)?$/i
/** Units and signs that stand behind a number in its cell; the column says which it is. */
const BEHIND =
  /\s*(?:mg\s*\/?\s*l(?:\s*(?:n|p|caco3))?|ppm|°?\s*d[kg]?h|°\s*[cf]|[cf]|[µu]s(?:\/cm)?|%|l|ltr|liter|litre|gal|grad)\.?$/i

/** The value of a cell; null where nothing was measured. Refuses what is no number, with what stands there. */
export function readCell(cell: Cell): Result<WrittenValue | null> {
  if (cell === null) return ok(null)
  if (typeof cell === 'object') return refuse(`“${cell.wall}” is a date, not a number`)
  if (typeof cell === 'number')
    return Number.isFinite(cell) ? ok(plainValue(cell)) : refuse('is not a number')
  const text = cell.trim()
  if (BLANK.test(text)) return ok(null)
  const said = `“${text.slice(0, 30)}”`
  const withoutUnit = (figure: string) => figure.replace(BEHIND, '').trim()
  const read = readWritten(text, said, withoutUnit)
  // What can be read two ways is said as it is; anything else is no number.
  return read.ok || signsOf(text).figure === text ? read : refuse(`${said} is not a number`)
}
