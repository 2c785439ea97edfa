import { tankNow } from '../../history/tank-at'
import type { Planting, TankHistory, Zone } from '../../history/types'
import type { Place, Sign } from '../../journal/entry'
import { DISPLEASURES } from '../../journal/kinds/sign'
import type { Instant } from '../../quantity/time'
import { algaeQuestions } from './ask-algae'
import { countQuestions } from './ask-animals'
import { focalQuestion } from './ask-focal'
import { gasQuestions } from './ask-gas'
import { lampQuestions } from './ask-lamp'
import { feelingQuestions } from './ask-keeper'
import { askPlanting } from './ask-plantings'
import { temperatureQuestion } from './ask-temperature'
import { waterQuestions } from './ask-water'
import type { AskedOnce, Question, Station, StationName } from './question'

/** What a station may ask of the tank it stands before. */
interface Walk {
  history: TankHistory
  now: Instant
  /** No water: a land tank has no surface and no test. */
  dry: boolean
  animals: boolean
  inZones: (...zones: Zone[]) => Planting[]
  plants: (...zones: Zone[]) => Question[]
  algae: (of: Place['of']) => Question[]
}
interface StationPlan {
  name: StationName
  signs: readonly Sign[]
  /** Whether there is anything to stop for. */
  here?: (walk: Walk) => boolean
  questions: (walk: Walk) => Question[]
  once?: (walk: Walk) => AskedOnce | null
  /** Where the signs can be: the plantings of these zones, or one part of the tank. */
  of: readonly Zone[] | Place
}
const THE_TANK: Place = { of: 'tank' }
const MIDGROUND: readonly Zone[] = ['midground', 'hardscape']

/** The stations in the order eyes go. */
const STATIONS: readonly StationPlan[] = [
  {
    name: 'surface',
    signs: ['surface film'],
    here: ({ dry }) => !dry,
    questions: ({ plants, algae }) => [...plants('surface'), ...algae('surface')],
    of: { of: 'surface' },
  },
  {
    name: 'glass',
    signs: ['cloudy', 'young seen'],
    questions: ({ algae }) => algae('glass'),
    of: { of: 'glass' },
  },
  {
    name: 'background',
    signs: [
      'bare below',
      'yellow old leaves',
      'pale tips',
      'twisted tips',
      'holes',
      'tufts or threads',
      'melting',
    ],
    here: ({ inZones }) => inZones('background').length > 0,
    questions: ({ plants }) => plants('background'),
    of: ['background'],
  },
  {
    name: 'midground',
    signs: ['yellow old leaves', 'holes', 'melting', 'chewed', 'tufts or threads'],
    here: ({ inZones }) => inZones(...MIDGROUND).length > 0,
    questions: ({ plants }) => plants(...MIDGROUND),
    of: MIDGROUND,
  },
  {
    name: 'carpet',
    signs: ['bald patch', 'lifting', 'tufts or threads', 'melting'],
    here: ({ inZones }) => inZones('foreground').length > 0,
    questions: ({ plants }) => plants('foreground'),
    of: ['foreground'],
  },
  {
    name: 'stone and wood',
    signs: ['loose piece'],
    questions: ({ algae }) => algae('hardscape'),
    once: ({ history, now }) => focalQuestion(history, now),
    of: THE_TANK,
  },
  {
    name: 'ground',
    signs: ['mulm', 'black patch', 'gas in the ground', 'grains on the sand'],
    questions: ({ algae }) => algae('ground'),
    of: { of: 'ground' },
  },
  {
    name: 'equipment',
    signs: ['clogged inlet', 'leak'],
    questions: ({ dry, history, now }) => [
      ...(dry ? [] : [temperatureQuestion(history, now), ...gasQuestions(history, now)]),
      ...lampQuestions(history, now),
    ],
    of: { of: 'equipment' },
  },
  {
    name: 'animals',
    signs: ['young seen', 'hiding', 'gasping', 'dead animal'],
    here: ({ animals }) => animals,
    questions: ({ history, now }) => countQuestions(history, now),
    of: THE_TANK,
  },
  {
    name: 'water',
    signs: ['cloudy', 'bad smell'],
    here: ({ dry }) => !dry,
    questions: ({ history, now }) => waterQuestions(history, now),
    of: THE_TANK,
  },
  {
    name: 'you',
    // Does it please less? Then why.
    signs: DISPLEASURES,
    questions: ({ history, now }) => feelingQuestions(history, now),
    of: THE_TANK,
  },
]

/** The round of a tank at `now`: stations in the order of the eyes, asking only what matters today. Stations with nothing to ask or tap are left out. */
export function roundOf(history: TankHistory, now: Instant): Station[] {
  const { plantings, populations } = tankNow(history, now)
  const inZones = (...zones: Zone[]) => plantings.filter(({ zone }) => zones.includes(zone))
  const walk: Walk = {
    history,
    now,
    dry: history.vessel.kind === 'terrarium',
    animals: populations.length > 0,
    inZones,
    plants: (...zones) =>
      inZones(...zones).flatMap((planting) => askPlanting(history, planting, now)),
    algae: algaeQuestions(history, now),
  }
  return STATIONS.filter(({ here }) => here?.(walk) ?? true).map((plan) => ({
    name: plan.name,
    signs: plan.signs,
    questions: plan.questions(walk),
    once: plan.once?.(walk) ?? null,
    places: placesOf(plan.of, walk),
  }))
}

function placesOf(of: StationPlan['of'], { inZones }: Walk): readonly Place[] {
  return 'of' in of ? [of] : inZones(...of).map(({ id }): Place => ({ of: 'planting', id }))
}
