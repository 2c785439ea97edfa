import { tankNow } from '../../history/tank-at'
import type { TankHistory } from '../../history/types'
import type { Place, Sign } from '../../journal/entry'
import { DISPLEASURES } from '../../journal/kinds/sign'
import type { Instant } from '../../quantity/time'
import { focalQuestion } from './ask-focal'
import type { AskedOnce, Asks, Question, Station } from './question'
import { STATION_NAMES, type StationName, type Walk } from './question-kind'
import { QUESTIONS } from './questions'
import { ZONES_OF } from './questions/measure'

interface StationPlan {
  signs: readonly Sign[]
  /** Whether there is anything to stop for. */
  here?: (walk: Walk) => boolean
  once?: (walk: Walk) => AskedOnce | null
  /** Where the signs can be: the plantings of its zones, or one part of the tank. */
  of: 'its plantings' | Place
}
const THE_TANK: Place = { of: 'tank' }
const plantsAt = (at: StationName) => (walk: Walk) => plantsOf(walk, at).length > 0

/** What there is to see at each station. */
const STATIONS: Readonly<Record<StationName, StationPlan>> = {
  surface: {
    signs: ['surface film'],
    here: ({ dry }) => !dry,
    of: { of: 'surface' },
  },
  glass: {
    signs: ['cloudy', 'young seen'],
    of: { of: 'glass' },
  },
  background: {
    signs: [
      'bare below',
      'yellow old leaves',
      'pale tips',
      'twisted tips',
      'holes',
      'tufts or threads',
      'melting',
    ],
    here: plantsAt('background'),
    of: 'its plantings',
  },
  midground: {
    signs: ['yellow old leaves', 'holes', 'melting', 'chewed', 'tufts or threads'],
    here: plantsAt('midground'),
    of: 'its plantings',
  },
  carpet: {
    signs: ['bald patch', 'lifting', 'tufts or threads', 'melting'],
    here: plantsAt('carpet'),
    of: 'its plantings',
  },
  'stone and wood': {
    signs: ['loose piece'],
    once: ({ history, now }) => focalQuestion(history, now),
    of: THE_TANK,
  },
  ground: {
    signs: ['mulm', 'black patch', 'gas in the ground', 'grains on the sand'],
    of: { of: 'ground' },
  },
  equipment: {
    signs: ['clogged inlet', 'leak'],
    of: { of: 'equipment' },
  },
  animals: {
    signs: ['young seen', 'hiding', 'gasping', 'dead animal'],
    here: ({ history, now }) => tankNow(history, now).populations.length > 0,
    of: THE_TANK,
  },
  water: {
    signs: ['cloudy', 'bad smell'],
    here: ({ dry }) => !dry,
    of: THE_TANK,
  },
  you: {
    // Does it please less? Then why.
    signs: DISPLEASURES,
    of: THE_TANK,
  },
}

/** A tank to be walked past at `now`. */
export function walkPast(history: TankHistory, now: Instant): Walk {
  const { plantings } = tankNow(history, now)
  return {
    history,
    now,
    dry: history.vessel.kind === 'terrarium',
    inZones: (...zones) => plantings.filter(({ zone }) => zones.includes(zone)),
  }
}

/** The round of a tank at `now`: stations in the order of the eyes, asking only what matters today. Stations with nothing to ask or tap are left out. */
export function roundOf(history: TankHistory, now: Instant): Station[] {
  const walk = walkPast(history, now)
  return STATION_NAMES.flatMap((name): Station[] => {
    const plan = STATIONS[name]
    if (!(plan.here?.(walk) ?? true)) return []
    return [
      {
        name,
        signs: plan.signs,
        questions: questionsAt(walk, name),
        once: plan.once?.(walk) ?? null,
        places: plan.of === 'its plantings' ? placesOfPlants(walk, name) : [plan.of],
      },
    ]
  })
}

/** What every kind of question asks at a station, one kind after the other. */
const questionsAt = (walk: Walk, at: StationName): Question[] =>
  Object.entries(QUESTIONS).flatMap(([kind, { ask }]) =>
    ask(walk, at).map((question) => ({ ...question, asks: { kind, ...question.asks } as Asks })),
  )

const plantsOf = ({ inZones }: Walk, at: StationName) => inZones(...(ZONES_OF[at] ?? []))
const placesOfPlants = (walk: Walk, at: StationName): Place[] =>
  plantsOf(walk, at).map(({ id }) => ({ of: 'planting', id }))
