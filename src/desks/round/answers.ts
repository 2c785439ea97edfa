import { createHash } from 'node:crypto'
import type { Entry, Place, Sign } from '@/core/journal/entry'
import type { Estimate } from '@/core/quantity/estimate'
import { never } from '@/core/quantity/result'
import type { Instant } from '@/core/quantity/time'
import type { Asks, Question, Station } from '@/core/routine/round/question'
import { roundEntryId, type RoundAnswers } from '@/data/rounds'

const bare = (expected: Estimate | null): Entry['expected'] =>
  expected ? { value: expected.value, low: expected.low, high: expected.high } : null

/** The entries a walked round comes to: one for each answer, one for each sign, and the round itself. An answer goes with the question as it was
 * seen; of a round begun before questions were kept, with the one that is asked now. */
export function entriesOfRound(
  stations: readonly Station[],
  answers: RoundAnswers,
  at: Instant,
  minutes: number,
): unknown[] {
  const questions = new Map([
    ...stations
      .flatMap((station) => station.questions)
      .map((question) => [question.key, question] as const),
    ...Object.entries(answers.asked).map(([key, { question }]) => [key, question] as const),
  ])
  const given = Object.entries(answers.values).flatMap(([key, answer]) => {
    const question = questions.get(key)
    return question ? [{ question, answer }] : []
  })
  const head = { at, by: 'round' as const, note: null }
  const id = (part: string) =>
    `${answers.round}.${createHash('sha256').update(part).digest('hex').slice(0, 12)}`
  const values = given
    .filter(
      ({ question }) => question.asks.kind !== 'enjoyment' && question.asks.kind !== 'workMinutes',
    )
    .map(({ question, answer }) => ({
      ...head,
      id: id(question.key),
      certainty: answer.certainty,
      expected: bare(question.expected),
      ...detailOf(question.asks, answer.value),
    }))
  // The same sign at the same place, tapped at two stations, is one.
  const signs = distinct(answers.signs).map(({ sign, place }) => ({
    ...head,
    id: id(JSON.stringify([sign, place])),
    certainty: 'measured' as const,
    expected: null,
    kind: 'sign',
    sign: sign as Sign,
    place: place as Place,
  }))
  const round = {
    ...head,
    id: roundEntryId(answers.round),
    certainty: 'measured' as const,
    expected: null,
    kind: 'round',
    minutes: Math.round(minutes * 10) / 10,
    asked: given.length,
    confirmed: given.filter(({ answer }) => answer.certainty === 'glance').length,
  }
  return [...values, ...feelings(given, head, id), ...signs, round]
}

const distinct = (signs: RoundAnswers['signs']) => [
  ...new Map(signs.map((one) => [JSON.stringify([one.sign, one.place]), one])).values(),
]

/** Enjoyment and work are two entries, so that each keeps its own certainty and its own pencil. */
function feelings(
  given: readonly {
    question: Question
    answer: { value: number; certainty: Entry['certainty'] }
  }[],
  head: { at: Instant; by: 'round'; note: null },
  id: (part: string) => string,
): unknown[] {
  return given
    .filter(
      ({ question }) => question.asks.kind === 'enjoyment' || question.asks.kind === 'workMinutes',
    )
    .map(({ question, answer }) => ({
      ...head,
      id: id(question.key),
      certainty: answer.certainty,
      expected: bare(question.expected),
      kind: 'feeling',
      enjoyment: question.asks.kind === 'enjoyment' ? answer.value : null,
      workMinutes: question.asks.kind === 'workMinutes' ? answer.value : null,
    }))
}

function detailOf(asks: Asks, value: number): object {
  switch (asks.kind) {
    case 'measure':
      return { kind: 'measure', plantingId: asks.plantingId, measure: asks.measure, value }
    case 'algae':
      return { kind: 'algae', algae: asks.algae, place: asks.place, coverPercent: value }
    case 'reading':
      return {
        kind: 'reading',
        parameter: asks.parameter,
        value,
        method: asks.method,
        entered: { value, unit: asks.unit },
      }
    case 'stock':
      return {
        kind: 'stock',
        populationId: asks.populationId,
        event: 'counted',
        count: Math.round(value),
        plusMinus: 0,
        otherVesselId: null,
      }
    case 'enjoyment':
    case 'workMinutes':
      return {}
    default:
      return never(asks)
  }
}
