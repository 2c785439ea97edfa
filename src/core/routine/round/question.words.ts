import { METRIC, type Measures } from '../../quantity/measures'
import { namesIn } from '../../history/describe'
import type { TankHistory } from '../../history/types'
import { sayMethod } from '../../journal/kinds/reading'
import type { Names } from '../../journal/kind'
import type { Place } from '../../journal/shape'
import { nameOf } from '../../quantity/parameter-name'
import { capital, sayAgo, sayNumber } from '../../quantity/say'
import { INDICATOR_COLOURS } from '../../quantity/indicator-colours'
import type { Parameter } from '../../quantity/units'
import type { Sign } from '../../journal/entry'
import type { AskedOnce, Asks, Question, Station, StationName } from './question'

/** What one is to look for at each station. */
const TITLES: Record<StationName, string> = {
  surface: 'Surface: what lies on it?',
  glass: 'Glass: clean, dusty or dotted?',
  background: 'Background: how do the stems stand?',
  midground: 'Midground: what has moved?',
  carpet: 'Carpet: how much ground does it cover?',
  'stone and wood': 'Stone and wood: what grows on them?',
  ground: 'Ground: mulm, gas, black patches?',
  equipment: 'Equipment: running, dry, clean?',
  animals: 'Animals: all there, all well?',
  water: 'Water: what does the test say?',
  you: 'And you?',
}

/** A question as the keeper reads it. */
export interface SaidQuestion extends Question {
  /** The stake of the planting it is about. */
  stake: string | null
  says: string
  /** What was known last. */
  before: string
}
export interface SaidStation extends Omit<Station, 'questions' | 'places' | 'once'> {
  title: string
  once: SaidOnce | null
  questions: SaidQuestion[]
  places: { says: string; place: Place }[]
}

/** What is asked once, as the keeper reads it. */
export interface SaidOnce {
  says: string
  answers: { sign: Sign; says: string }[]
  place: Place
}

/** Stations with their words. */
export function sayStations(
  stations: readonly Station[],
  history: TankHistory,
  measures: Measures = METRIC,
): SaidStation[] {
  const names = namesIn(history, measures)
  return stations.map((station) => ({
    ...station,
    title: TITLES[station.name],
    questions: station.questions.map((question) => sayQuestion(question, names)),
    once: station.once && sayOnce(station.once, names),
    places: station.places.map((place) => ({ says: sayPlace(place, names), place })),
  }))
}

const ANSWERS: Partial<Record<Sign, string>> = {
  'focal piece hidden': 'it is a loss',
  'focal piece may vanish': 'it may',
}
const sayShare = (share: number): string =>
  share > 0.95 ? 'all' : `about ${Math.round(share * 10) * 10} %`
const sayOnce = ({ hidden, answers, place }: AskedOnce, names: Names): SaidOnce => ({
  says: `${capital(names.place(place))} is the main piece, and plants hide ${sayShare(hidden)} of it. Is that a loss to you, or may they?`,
  answers: answers.map((sign) => ({ sign, says: ANSWERS[sign] ?? sign })),
  place,
})

const sayPlace = (place: Place, names: Names): string =>
  place.of === 'planting' ? names.stake(place.id) : names.place(place)

function sayQuestion(question: Question, names: Names): SaidQuestion {
  const { asks } = question
  return {
    ...question,
    stake: asks.kind === 'measure' ? names.stake(asks.plantingId) : null,
    says: sayAsked(asks, names),
    before: sayLast(question, names.measures),
  }
}

function sayAsked(asks: Asks, names: Names): string {
  switch (asks.kind) {
    case 'measure':
      return asks.measure === 'condition'
        ? `${names.bare(asks.plantingId)}: its new growth, 0 dying to 10 faultless`
        : names.bare(asks.plantingId)
    case 'algae':
      return `${capital(asks.algae)} on ${names.place(asks.place)}`
    case 'stock':
      return names.population(asks.populationId)
    case 'bubbles':
      return 'Bubbles of gas a second'
    case 'lamp':
      return `${capital(asks.name)}: hours it really burns`
    case 'enjoyment':
      return 'How much do you enjoy this tank?'
    case 'workMinutes':
      return 'Minutes of work in the last week'
    case 'reading':
      if (asks.method === 'indicator') return 'The colour of the indicator'
      return asks.parameter === 'temperature'
        ? 'Temperature'
        : `${nameOf(asks.parameter)}, by ${sayMethod(asks.method)}`
  }
}

/** These the round asks for by itself; any other test because it would settle something. */
const ALWAYS: readonly Parameter[] = ['nitrate', 'temperature']

function sayLast({ asks, last, unit }: Question, measures: Measures): string {
  if (!last) return NEVER[asks.kind === 'measure' ? asks.measure : asks.kind]
  const figure = measures.say(last.value, unit)
  const ago = sayAgo(last.daysAgo)
  switch (asks.kind) {
    case 'enjoyment':
    case 'workMinutes':
      return `${sayNumber(last.value)} last time`
    case 'lamp':
      return `set to ${figure} ${ago}`
    case 'stock':
      return `${figure} ${last.by ?? 'counted'} ${ago}`
    case 'reading':
      if (asks.method === 'indicator') return `${colourOf(last.value)} ${ago}`
      return ALWAYS.includes(asks.parameter)
        ? `${figure} ${ago}`
        : `${figure} ${ago}; a test would settle something`
    default:
      return `${last.by === 'trim' ? 'trimmed to ' : ''}${figure} ${ago}`
  }
}
const colourOf = (value: number) =>
  INDICATOR_COLOURS.reduce((a, b) => (Math.abs(b.mid - value) < Math.abs(a.mid - value) ? b : a))
    .name

const NEVER = {
  height: 'never measured',
  width: 'never measured',
  density: 'never judged',
  cover: 'never judged',
  condition: 'never judged since its leaves ailed',
  algae: 'never judged',
  reading: 'never tested',
  stock: 'never counted',
  bubbles: 'never counted',
  lamp: 'never looked at',
  enjoyment: 'not asked before',
  workMinutes: 'not asked before',
} as const
