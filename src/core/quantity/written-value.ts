import type { Beyond } from './card'
import { readNumber } from './read-number'
import { ok, refuse, type Result } from './result'

/** A value as keepers write it: “5”, “0,5”, “<5”, “~20”, “10–20”. */
export interface WrittenValue {
  value: number
  /** “<5” and “>80”. */
  beyond: Beyond | null
  /** “~20”: not measured closely. */
  about: boolean
  /** “10–20”: anywhere between. */
  between: { low: number; high: number } | null
}

const ABOUT = /^(?:~|≈|ca?\.?\s|circa\s|about\s|approx\.?\s|etwa\s|env\.?\s)\s*/i
const RANGE = /^(\d+(?:[.,]\d+)?)\s*(?:-|–|to|bis|\.\.)\s*(\d+(?:[.,]\d+)?)$/i
const SIGNS: Readonly<Record<string, Beyond>> = {
  '<': 'below',
  '≤': 'below',
  '>': 'over',
  '≥': 'over',
}

/** The number of a text and what stands before it: a sign that it lies beyond, or that it is about so much. */
export function signsOf(text: string): { beyond: Beyond | null; about: boolean; figure: string } {
  const plain = text.trim()
  const beyond = Object.hasOwn(SIGNS, plain[0] ?? '') ? SIGNS[plain[0]] : null
  const rest = beyond ? plain.slice(1).trim() : plain
  return { beyond, about: ABOUT.test(rest), figure: rest.replace(ABOUT, '').trim() }
}

/**
 * The value a keeper wrote. Refuses what is no number; `what` names the quantity in the sentence. `bare`: takes away what else may stand
 * behind a number, a unit in its cell.
 */
export function readWritten(
  text: string,
  what = 'This',
  bare: (figure: string) => string = (figure) => figure,
): Result<WrittenValue> {
  const { beyond, about, figure } = signsOf(text)
  const number = bare(figure)
  const range = RANGE.exec(number)
  if (range) return rangeOf(range[1], range[2], what)
  const read = readNumber(number, what)
  return read.ok ? ok({ ...plainValue(read.value), beyond, about }) : read
}

export const plainValue = (value: number): WrittenValue => ({
  value,
  beyond: null,
  about: false,
  between: null,
})

function rangeOf(lowText: string, highText: string, what: string): Result<WrittenValue> {
  const [low, high] = [readNumber(lowText, what), readNumber(highText, what)]
  if (!low.ok) return low
  if (!high.ok) return high
  if (low.value >= high.value) return refuse(`${what} runs from more to less.`)
  return ok({
    ...plainValue((low.value + high.value) / 2),
    between: { low: low.value, high: high.value },
  })
}
