import type { Measures } from '@/core/quantity/measures'
import { readWritten } from '@/core/quantity/written-value'
import type { RoundAnswer } from '@/core/routine/round/question-kind'
import { isSurprising } from '@/core/routine/round/pencil'
import type { Question } from '@/core/routine/round/question'

/** What stands in a field of the round, read: nothing, a value (perhaps one that is doubted), or no value, with the reason. */
export type ReadAnswer =
  | { is: 'nothing' }
  | {
      is: 'value'
      value: number
      doubted: boolean
      /** “~20”: seen at a glance. */
      about: boolean
      more: Pick<RoundAnswer, 'beyond' | 'between'>
    }
  | { is: 'fault'; says: string }

/** Reads what was typed in the keeper's measures into the unit of the question. */
export function readAnswer(text: string, question: Question, measures: Measures): ReadAnswer {
  if (text.trim() === '') return { is: 'nothing' }
  const read = readWritten(text)
  if (!read.ok) return { is: 'fault', says: read.problem }
  const { beyond, about, between } = read.value
  if ((beyond || between) && question.asks.kind !== 'reading')
    return { is: 'fault', says: 'One number, please; ~20 for about twenty.' }
  const back = (figure: number) => asInked(measures.back(figure, question.unit))
  const value = back(read.value.value)
  if (value >= question.min && value <= question.max)
    return {
      is: 'value',
      value,
      doubted: isSurprising(question, value),
      about,
      more: {
        ...(beyond ? { beyond } : {}),
        ...(between ? { between: { low: back(between.low), high: back(between.high) } } : {}),
      },
    }
  const own = (end: number) => measures.typed(end, question.unit)
  return {
    is: 'fault',
    says: `Between ${own(question.min)} and ${own(question.max)} ${measures.unit(question.unit)}, please.`,
  }
}

/** As it is kept: to a thousandth of its unit. */
const asInked = (value: number) => Number(value.toFixed(3))

/** What was inked, as it was typed: “<5”, “10–20”. */
export function sayTyped(
  { value, beyond, between }: RoundAnswer,
  { unit }: Question,
  measures: Measures,
): string {
  const own = (figure: number) => measures.typed(figure, unit)
  if (between) return `${own(between.low)}–${own(between.high)}`
  return `${beyond ? SIGN[beyond] : ''}${own(value)}`
}
const SIGN = { below: '<', over: '>' } as const

/** A tap moves a height by half an inch where it moves it by a centimetre, a temperature by a degree Fahrenheit where by half a Celsius. */
const US_STEPS: Record<string, number> = { cm: 0.5, '°C': 2 }

/** The value one tap away, within the bounds of the question. */
export function stepped(
  from: number,
  taps: number,
  question: Question,
  measures: Measures,
): number {
  const { unit, min, max, step } = question
  const size = step * (measures.system === 'US' ? (US_STEPS[unit] ?? 1) : 1)
  const value = asInked(measures.back(measures.typed(from, unit) + taps * size, unit))
  return Math.max(min, Math.min(max, value))
}
