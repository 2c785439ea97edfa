import { sameFact } from '../../history/diff'
import type { AskedQuestion, RoundAnswers, RoundLine } from './answers'
import type { RoundAnswer } from './question-kind'

/** What stands at one place of a round: an answer with its question (or what was typed and is none yet), a sign, a line, or the time it was walked. */
export type Held =
  | {
      of: 'question'
      key: string
      answer: RoundAnswer | null
      text: string | null
      asked: AskedQuestion | null
    }
  | { of: 'sign'; sign: RoundAnswers['signs'][number] }
  | { of: 'line'; line: RoundLine }
  | { of: 'walked at'; at: string }

/** The name of a place of a round, the same on every device. */
export type Slot = string

/** The slot of a question. */
export const slotOfQuestion = (key: string): Slot => `question ${key}`
/** The slot of the time a round was walked at. */
export const WALKED_AT: Slot = 'walked at'

export function slotOf(held: Held): Slot {
  switch (held.of) {
    case 'question':
      return slotOfQuestion(held.key)
    case 'sign': {
      const { station, sign, place } = held.sign
      return `sign ${JSON.stringify([station, sign, place.of, place.id ?? null])}`
    }
    case 'line':
      return `line ${held.line.id}`
    case 'walked at':
      return WALKED_AT
  }
}

/** Everything that stands in a round, by its slot. */
export function heldIn({ values, typed, asked, signs, lines, walkedAt }: RoundAnswers) {
  const keys = [...new Set([...Object.keys(values), ...Object.keys(typed)])]
  const all: Held[] = [
    ...keys.map((key): Held => ({
      of: 'question',
      key,
      answer: own(values, key),
      text: own(typed, key),
      asked: own(asked, key),
    })),
    ...signs.map((sign): Held => ({ of: 'sign', sign })),
    ...lines.map((line): Held => ({ of: 'line', line })),
    ...(walkedAt === null ? [] : [{ of: 'walked at', at: walkedAt } satisfies Held]),
  ]
  return new Map(all.map((held) => [slotOf(held), held]))
}

const own = <T>(record: Readonly<Record<string, T>>, key: string): T | null =>
  Object.hasOwn(record, key) ? record[key] : null

/** A round with something else in one slot; null: nothing. */
export function put(answers: RoundAnswers, slot: Slot, held: Held | null): RoundAnswers {
  const kept = heldIn(answers)
  // What stood there keeps its place among the others.
  if (held) kept.set(slot, held)
  else kept.delete(slot)
  return roundOfHeld(answers, [...kept.values()])
}

/** The same round with nothing in it but what is given. */
function roundOfHeld(round: RoundAnswers, all: readonly Held[]): RoundAnswers {
  const next: RoundAnswers = {
    ...round,
    values: {},
    typed: {},
    asked: {},
    signs: [],
    lines: [],
    walkedAt: null,
  }
  // A key of anybody's choosing must not reach what every object has.
  const set = <T>(record: Record<string, T>, key: string, value: T | null) => {
    if (value !== null)
      Object.defineProperty(record, key, {
        value,
        enumerable: true,
        writable: true,
        configurable: true,
      })
  }
  for (const held of all)
    if (held.of === 'question') {
      set(next.values, held.key, held.answer)
      set(next.typed, held.key, held.text)
      set(next.asked, held.key, held.asked)
    } else if (held.of === 'sign') next.signs.push(held.sign)
    else if (held.of === 'line') next.lines.push(held.line)
    else next.walkedAt = held.at
  return next
}

/** Whether two say the same of a slot. An answer is the same by its value: that one of two saw it at a glance is no disagreement. */
export function sayTheSame(a: Held | null, b: Held | null): boolean {
  if (a === null || b === null) return a === b
  return a.of === b.of && sameFact(bare(a), bare(b))
}

/** What two can disagree about: of an answer not how sure it was, nor of a line how the server reads it. */
function bare(held: Held): unknown {
  if (held.of === 'line') return [held.line.kind, held.line.fields]
  if (held.of !== 'question') return held
  const { value = null, beyond = null, between = null } = held.answer ?? {}
  return [held.text, value, beyond, between]
}

/** What is otherwise in one state of a round than in another, slot by slot. */
export function changesBetween(
  before: RoundAnswers,
  after: RoundAnswers,
): { slot: Slot; holds: Held | null }[] {
  const [was, is] = [heldIn(before), heldIn(after)]
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((slot) => {
    const [former, holds] = [was.get(slot) ?? null, is.get(slot) ?? null]
    return former === holds || (former !== null && holds !== null && sameFact(former, holds))
      ? []
      : [{ slot, holds }]
  })
}
