import { ok, refuse, type Result } from './result'

const DIGITS = /^[+-]?(\d+([.,]\d*)?|[.,]\d+)(e[+-]?\d+)?$/i
/** One comma before exactly three digits: a thousand to one reader, a thousandth part to another. A leading zero settles it. */
const TWO_WAYS = /^[+-]?[1-9]\d{0,2},\d{3}$/

/**
 * The number a keeper wrote, with a decimal point or a decimal comma. What could be read two ways (`1,400`) is refused with both
 * readings rather than guessed; so is everything that is no number. `what` names the quantity in the sentence.
 */
export function readNumber(text: string, what = 'This'): Result<number> {
  const plain = text.trim().replace('−', '-')
  if (TWO_WAYS.test(plain))
    return refuse(
      `${what} can be read two ways: write ${plain.replace(',', '')} or ${plain.replace(',', '.')}.`,
    )
  const value = DIGITS.test(plain) ? Number(plain.replace(',', '.')) : Number.NaN
  return Number.isFinite(value) ? ok(value) : refuse(`${what} must be a number.`)
}

/** The number of a form's text; a text that is none goes on as it stands, for the schema to say what is wrong with it. */
export function numberOrText(text: string): number | string {
  const number = readNumber(text)
  return number.ok ? number.value : text.trim()
}
