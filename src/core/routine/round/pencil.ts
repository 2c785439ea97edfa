import type { Question, Station } from './question'

/**
 * The stations with the questions that were answered already standing as they were asked, also where Vivero would not ask them any more
 * or would pencil something else in. A question whose station is no more stands at the last one.
 */
export function withAsked(
  stations: readonly Station[],
  asked: Readonly<Record<string, { station: string; question: Question }>>,
): Station[] {
  const kept = Object.values(asked)
  const now = new Set(stations.flatMap((station) => station.questions.map(({ key }) => key)))
  const names = new Set<string>(stations.map(({ name }) => name))
  const last = stations.at(-1)?.name
  return stations.map((station) => ({
    ...station,
    questions: [
      ...station.questions.map((question) => asked[question.key]?.question ?? question),
      ...kept
        .filter((one) => !now.has(one.question.key))
        .filter((one) => (names.has(one.station) ? one.station : last) === station.name)
        .map(({ question }) => question),
    ],
  }))
}

/**
 * A value this far outside the pencilled range is asked for once more: beyond the range by more than its own width. Where nothing was ever
 * seen the pencil is a guess, and raises no doubt.
 */
export function isSurprising(
  { expected, last }: Pick<Question, 'expected' | 'last'>,
  value: number,
): boolean {
  if (!expected || !last) return false
  const width = Math.max(expected.high - expected.low, Math.abs(expected.value) * 0.1, 1)
  return value > expected.high + width || value < expected.low - width
}

/** The pencilled value as it would be inked at a glance: rounded to what the eye reads, within the question's bounds. Null when nothing can be expected. */
export function pencilledAnswer(
  question: Pick<Question, 'expected' | 'step' | 'min' | 'max'>,
): number | null {
  if (!question.expected) return null
  const grain = Math.min(1, question.step)
  const rounded = Math.round(question.expected.value / grain) * grain
  return Math.max(question.min, Math.min(question.max, Number(rounded.toFixed(3))))
}
