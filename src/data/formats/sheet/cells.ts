import { readNumber } from '@/core/quantity/read-number'
import { ok, refuse, type Result } from '@/core/quantity/result'
import type { Cell } from './mapping'

/** A value as keepers write it into a table. */
export interface CellValue {
  value: number
  /** “<5” and “>80”. */
  beyond: 'below' | 'over' | null
  /** “~20”: not measured closely. */
  about: boolean
  /** “10–20”: anywhere between. */
  between: { low: number; high: number } | null
}

/** Cells that say that nothing was measured. */
const BLANK = /^(?:[-–—/.?]+|n\/?a|none|nil|null|k\.?\s?a\.?|x)?$/i
const ABOUT = /^(?:~|≈|ca?\.?\s|circa\s|about\s|approx\.?\s|etwa\s|env\.?\s)\s*/i
/** Units and signs that stand behind a number in its cell; the column says which it is. */
const BEHIND =
  /\s*(?:mg\s*\/?\s*l(?:\s*(?:n|p|caco3))?|ppm|°?\s*d[kg]?h|°\s*[cf]|[cf]|[µu]s(?:\/cm)?|%|l|ltr|liter|litre|gal|grad)\.?$/i

/** The value of a cell; null where nothing was measured. Refuses what is no number, with what stands there. */
export function readCell(cell: Cell): Result<CellValue | null> {
  if (cell === null) return ok(null)
  if (typeof cell === 'object') return refuse(`“${cell.wall}” is a date, not a number`)
  if (typeof cell === 'number')
    return Number.isFinite(cell) ? ok(plain(cell)) : refuse('is not a number')
  const text = cell.trim()
  if (BLANK.test(text)) return ok(null)
  const beyond = { '<': 'below', '≤': 'below', '>': 'over', '≥': 'over' }[text[0]] as
    CellValue['beyond'] | undefined
  const rest = (beyond ? text.slice(1) : text).trim()
  const about = ABOUT.test(rest)
  const figure = rest.replace(ABOUT, '').replace(BEHIND, '').trim()
  const range = /^(\d+(?:[.,]\d+)?)\s*(?:-|–|to|bis|\.\.)\s*(\d+(?:[.,]\d+)?)$/i.exec(figure)
  if (range) return between(text, range[1], range[2])
  const number = readNumber(figure, `“${text.slice(0, 30)}”`)
  if (!number.ok) return figure === text ? number : refuse(`“${text.slice(0, 30)}” is not a number`)
  return ok({ ...plain(number.value), beyond: beyond ?? null, about })
}

const plain = (value: number): CellValue => ({ value, beyond: null, about: false, between: null })

function between(text: string, lowText: string, highText: string): Result<CellValue | null> {
  const [low, high] = [readNumber(lowText), readNumber(highText)]
  if (!low.ok || !high.ok || low.value >= high.value)
    return refuse(`“${text.slice(0, 30)}” is not a number`)
  return ok({
    ...plain((low.value + high.value) / 2),
    between: { low: low.value, high: high.value },
  })
}
