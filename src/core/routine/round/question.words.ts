import { METRIC, type Measures } from '../../quantity/measures'
import { namesIn } from '../../history/describe'
import type { TankHistory } from '../../history/types'
import type { Names } from '../../journal/kind'
import type { Place } from '../../journal/shape'
import { capital, sayAgo } from '../../quantity/say'
import type { Sign } from '../../journal/entry'
import { questionKind, type AskedOnce, type Question, type Station } from './question'
import type { StationName } from './question-kind'

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
  const { asks, last, unit } = question
  const kind = questionKind(asks)
  return {
    ...question,
    stake: kind.planting ? names.stake(kind.planting(asks)) : null,
    says: kind.says(asks, names),
    before: last
      ? kind.last({
          asks,
          last,
          figure: names.measures.say(last.value, unit),
          ago: sayAgo(last.daysAgo),
        })
      : kind.never(asks),
  }
}
