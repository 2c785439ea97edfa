import { createHash } from 'node:crypto'
import type { Entry, Place, Sign } from '@/core/journal/entry'
import type { Ask } from '@/core/journal/kind'
import { detailFrom } from '@/core/journal/written'
import { fieldOfCard } from '@/core/quantity/card'
import type { Estimate } from '@/core/quantity/estimate'
import { never } from '@/core/quantity/result'
import type { Instant } from '@/core/quantity/time'
import type { RoundAnswer, RoundAnswers, RoundLine } from '@/core/routine/round/answers'
import type { Asks, Question, Station } from '@/core/routine/round/question'
import { roundEntryId } from '@/data/rounds'

const bare = (expected: Estimate | null): Entry['expected'] =>
  expected ? { value: expected.value, low: expected.low, high: expected.high } : null

interface Given {
  question: Question
  answer: RoundAnswer
}
/** What every entry of a round shares, and the id it takes from what it is about. */
interface Head {
  at: Instant
  id: (part: string) => string
}
/** How a walk went: when, how long (null: written down afterwards), and how lines are read. */
interface Walked {
  at: Instant
  minutes: number | null
  ask: Ask
}

/** An entry of a round and the station it was given at; null: the round itself. */
export interface RoundEntry {
  station: string | null
  /** Reads it. Throws EntryRefused where a line cannot be read. */
  entry: () => unknown
}

/**
 * The entries a walked round comes to, as they are to stand in the Book: the round itself, then station by station an entry for each answer, each sign and
 * each line. An answer goes with the question as it was seen; of a round begun before questions were kept, with the one that is asked now.
 */
export function entriesOfRound(
  stations: readonly Station[],
  answers: RoundAnswers,
  { at, minutes, ask }: Walked,
): RoundEntry[] {
  const head: Head = {
    at,
    id: (part) =>
      `${answers.round}.${createHash('sha256').update(part).digest('hex').slice(0, 12)}`,
  }
  const names = stations.map(({ name }) => name as string)
  // A station that is no more stands after the others.
  const order = (station: string) =>
    names.includes(station) ? names.indexOf(station) : names.length
  const given = givenIn(stations, answers)
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
    id: roundEntryId(answers.round),
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
  stations: readonly Station[],
  answers: RoundAnswers,
): (Given & { station: string })[] {
  const asked = new Map<string, { station: string; question: Question }>([
    ...stations.flatMap(({ name, questions }) =>
      questions.map((question) => [question.key, { station: name, question }] as const),
    ),
    ...Object.entries(answers.asked),
  ])
  return [...asked].flatMap(([key, { station, question }]) =>
    Object.hasOwn(answers.values, key) ? [{ station, question, answer: answers.values[key] }] : [],
  )
}

const ofAnswer = ({ question, answer }: Given, head: Head): unknown => ({
  ...common(head),
  id: head.id(question.key),
  certainty: answer.certainty,
  expected: bare(question.expected),
  ...detailOf(question.asks, answer),
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

function detailOf(asks: Asks, { value, beyond, between }: RoundAnswer): object {
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
        ...(beyond ? { beyond, between: fieldOfCard([], value, beyond) } : {}),
        ...(between ? { between } : {}),
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
    case 'bubbles':
      return { kind: 'gas-use', bubblesPerSecond: value, cylinderGrams: null }
    case 'lamp':
      return {
        kind: 'equipment',
        equipmentId: asks.equipmentId,
        item: asks.name,
        says: `burns ${Number(value.toFixed(2))} h a day`,
        hoursADay: value,
      }
    // Enjoyment and work are two entries, so that each keeps its own certainty and its own pencil.
    case 'enjoyment':
      return { kind: 'feeling', enjoyment: value, workMinutes: null }
    case 'workMinutes':
      return { kind: 'feeling', enjoyment: null, workMinutes: value }
    default:
      return never(asks)
  }
}
