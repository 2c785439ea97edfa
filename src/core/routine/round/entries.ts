import type { Entry, Place, Sign } from '../../journal/entry'
import type { Ask } from '../../journal/kind'
import { detailFrom } from '../../journal/written'
import type { Estimate } from '../../quantity/estimate'
import type { Instant } from '../../quantity/time'
import type { AskedQuestion, RoundAnswers, RoundLine } from './answers'
import { questionKind, type Question, type Station } from './question'
import { STATION_NAMES, type RoundAnswer } from './question-kind'

const bare = (expected: Estimate | null): Entry['expected'] =>
  expected ? { value: expected.value, low: expected.low, high: expected.high } : null

interface Given {
  question: Question
  answer: RoundAnswer
}
/** What every entry of a round shares, and the id it takes from what it is about. */
interface Head {
  at: Instant
  id: Walked['id']
}
/** How a walk went: when, how long (null: written down afterwards), how lines are read, and what its entries are called. */
interface Walked {
  at: Instant
  minutes: number | null
  ask: Ask
  /** The id of the entry of a part of the round; of null, of the round itself. The same whenever it is asked. */
  id: (part: string | null) => string
}

/** An entry of a round and the station it was given at; null: the round itself. */
export interface RoundEntry {
  station: string | null
  /** Reads it. Throws EntryRefused where a line cannot be read. */
  entry: () => unknown
}

/**
 * The entries a walked round comes to, as they are to stand in the Book: the round itself, then station by station an entry for each answer, each sign and
 * each line. An answer goes with the question as it was seen. `asking`: what is asked now, for answers kept without their question.
 */
export function entriesOfRound(
  answers: RoundAnswers,
  { at, minutes, ask, id }: Walked,
  asking: () => readonly Station[],
): RoundEntry[] {
  const head: Head = { at, id }
  const names: readonly string[] = STATION_NAMES
  // A station that is no more stands after the others.
  const order = (station: string) =>
    names.includes(station) ? names.indexOf(station) : names.length
  const given = givenIn(answers, asking)
  const parts = [
    ...given.map((one) => ({ station: one.station, entry: () => ofAnswer(one, head) })),
    // The same sign at the same place, tapped at two stations, is one.
    ...distinct(answers.signs).map((sign) => ({
      station: sign.station,
      entry: () => ofSign(sign, head),
    })),
    ...answers.lines.map((line) => ({
      station: line.station,
      entry: () => ofLine(line, head, ask),
    })),
  ]
  const round = {
    ...common(head),
    id: id(null),
    certainty: 'measured' as const,
    kind: 'round',
    minutes: minutes === null ? null : Math.round(minutes * 10) / 10,
    asked: given.length,
    confirmed: given.filter(({ answer }) => answer.certainty === 'glance').length,
  }
  return [
    { station: null, entry: () => round },
    ...parts.sort((a, b) => order(a.station) - order(b.station)),
  ]
}

const common = ({ at }: Head) => ({ at, by: 'round' as const, note: null, expected: null })

/** The answers with their questions, station by station. */
function givenIn(
  { values, asked }: RoundAnswers,
  asking: () => readonly Station[],
): (Given & { station: string })[] {
  const kept = new Map(Object.entries(asked))
  const now = Object.keys(values).every((key) => kept.has(key)) ? [] : askedIn(asking())
  return [...new Map([...now, ...kept])].flatMap(([key, { station, question }]) =>
    Object.hasOwn(values, key) ? [{ station, question, answer: values[key] }] : [],
  )
}

const askedIn = (stations: readonly Station[]): [string, AskedQuestion][] =>
  stations.flatMap(({ name, questions }) =>
    questions.map((question): [string, AskedQuestion] => [
      question.key,
      { station: name, question },
    ]),
  )

const ofAnswer = ({ question, answer }: Given, head: Head): unknown => ({
  ...common(head),
  id: head.id(question.key),
  certainty: answer.certainty,
  expected: bare(question.expected),
  ...questionKind(question.asks).becomes(question.asks, answer),
})

const ofSign = ({ sign, place }: RoundAnswers['signs'][number], head: Head): unknown => ({
  ...common(head),
  id: head.id(JSON.stringify([sign, place])),
  certainty: 'measured' as const,
  kind: 'sign',
  sign: sign as Sign,
  place: place as Place,
})

const ofLine = ({ id, kind, fields }: RoundLine, head: Head, ask: Ask): unknown => ({
  ...common(head),
  id: head.id(`line ${id}`),
  certainty: 'measured' as const,
  kind,
  ...detailFrom(kind, fields, ask),
})

const distinct = (signs: RoundAnswers['signs']) => [
  ...new Map(signs.map((one) => [JSON.stringify([one.sign, one.place]), one])).values(),
]
