import type { RoundAnswers } from './answers'
import type { RoundAnswer } from './question-kind'
import { pencilledAnswer } from './pencil'
import type { Question } from './question'

/** What stands typed, with another text for a question; null: nothing any more. */
export function withText(typed: RoundAnswers['typed'], key: string, text: string | null) {
  const { [key]: _former, ...others } = typed
  return text === null ? others : { ...others, [key]: text }
}

/** A question answered; null takes the answer back. What was typed for it is settled. */
export function inked(
  before: RoundAnswers,
  station: string,
  question: Question,
  value: number | null,
  certainty: 'measured' | 'glance',
  more: Pick<RoundAnswer, 'beyond' | 'between'> = {},
): RoundAnswers {
  const { key } = question
  const [values, asked] = [{ ...before.values }, { ...before.asked }]
  delete values[key]
  delete asked[key]
  if (value !== null) {
    values[key] = { value, certainty, ...more }
    asked[key] = { station, question }
  }
  return { ...before, values, asked, typed: withText(before.typed, key, null) }
}

/** A pencilled value inked at a glance, where nothing stands yet and nothing is being typed. */
function glanced(before: RoundAnswers, station: string, question: Question): RoundAnswers {
  const pencilled = pencilledAnswer(question)
  const touched =
    Object.hasOwn(before.values, question.key) || Object.hasOwn(before.typed, question.key)
  return touched || pencilled === null
    ? before
    : inked(before, station, question, pencilled, 'glance')
}

/** A sign tapped: put there, or taken away. */
export function toggled(before: RoundAnswers, sign: RoundAnswers['signs'][number]): RoundAnswers {
  const same = (one: RoundAnswers['signs'][number]) =>
    one.station === sign.station &&
    one.sign === sign.sign &&
    JSON.stringify(one.place) === JSON.stringify(sign.place)
  const signs = before.signs.some(same)
    ? before.signs.filter((one) => !same(one))
    : [...before.signs, sign]
  return { ...before, signs }
}

/** One of several signs tapped that exclude each other: put there in place of the others, or taken away. Where two stand, of two devices, the one tapped stays. */
export function chosenOf(
  before: RoundAnswers,
  sign: RoundAnswers['signs'][number],
  all: readonly string[],
): RoundAnswers {
  const others = before.signs.filter(
    (one) => one.station !== sign.station || one.sign === sign.sign || !all.includes(one.sign),
  )
  const both =
    others.length < before.signs.length && toggled(before, sign).signs.length < before.signs.length
  return both ? { ...before, signs: others } : toggled({ ...before, signs: others }, sign)
}

/** What is pencilled at a station, inked at a glance. */
export const allGlanced = (
  before: RoundAnswers,
  { name, questions }: { name: string; questions: readonly Question[] },
): RoundAnswers => questions.reduce((so, question) => glanced(so, name, question), before)
