import type { Measures } from '../../quantity/measures'
import { sayDays, sayNumber } from '../../quantity/say'
import { sayBand } from '../facts/band.words'
import { nameOf, nameWithin, unitOf } from '../../quantity/parameter-name'
import type { Parameter } from '../../quantity/units'
import type { RawPhase } from '../estimate/raw-phase'
import { beyondLime } from './lime-green'
import { sayPhase } from '../estimate/raw-phase.words'
import type { BandBy } from '../facts/parameters'
import type { BandFacts } from './band-finding'
import type { FindingWords, WordsFor } from '../../history/finding'

/** What one usually does when it is too low and too high. Common practice. */
const SUGGESTS: Partial<Record<Parameter, readonly [low: string, high: string]>> = {
  nitrite: [
    '',
    'Change half the water, feed nothing for two days, and find what was cleaned too well.',
  ],
  pH: [
    'Look at the gas first: too much of it lowers pH by itself.',
    'Look at KH and at stones; do not chase pH with drops.',
  ],
  kh: [
    'Raise the KH of the new water a little at a time, unless soft water is what you want.',
    'Mix in softer water; test stones with vinegar.',
  ],
  temperature: [
    'Check the heater, unplugged first.',
    'Open the lid, raise the lamp, stir the surface; never ice.',
  ],
  co2: [
    '',
    'Look at the animals first. If they breathe fast or hang at the surface, turn the gas down at once and stir the surface; if they are calm, many keepers leave it here.',
  ],
  potassium: [
    'Dose potassium sulphate or a bottle that holds it.',
    'Skip the bottle for two changes.',
  ],
  phosphate: [
    'Feed the water or the soil, if leaves say so too.',
    'Look at the food first: it brings most of it.',
  ],
  iron: [
    'Dose little and often; a test shows what is left, not what was taken.',
    'Halve the dose.',
  ],
  calcium: ['Add gypsum to the new water.', 'Mix in softer water.'],
  magnesium: ['Add Epsom salt to the new water.', 'Mix in softer water.'],
  gh: ['Make up the new water with calcium and magnesium.', 'Mix in softer water; look at stones.'],
}
/** What nitrite asks for beside animals in a tank whose filter is still young. Common practice. */
const COMING_TO_LIFE =
  'Change half the water, feed nothing for two days, and test every day: the filter is still coming to life.'
/** Where a tank stands that has no animals yet, and what is to come. Common practice. */
export const starting = (phase: RawPhase | null): string =>
  phase === null ? STARTING : `${sayPhase(phase)} ${STARTING}`
export const STARTING =
  'Without animals this is how a tank begins: ammonia rises first, then nitrite, then nitrate alone. Add no animals until both have stood near nothing for a week. Does anything live here already? Then change half the water today, and put the animals on paper.'

/** How a headline says what is not a matter of more or less stuff. */
const CLAUSES: Partial<Record<Parameter, readonly [low: string, high: string]>> = {
  pH: ['is more acid than is wanted', 'is more alkaline than is wanted'],
  temperature: ['is too cool', 'is too warm'],
  kh: ['has little carbonate hardness', 'has much carbonate hardness'],
  gh: ['is softer than is wanted', 'is harder than is wanted'],
  conductivity: ['conducts less than is wanted', 'conducts more than is wanted'],
}
const usually = (parameter: Parameter, side: 0 | 1) =>
  SUGGESTS[parameter]?.[side] ?? 'See the balance before you change anything.'

export const bandWords: WordsFor<BandFacts> = {
  'over-band': (facts, { measures }) => {
    const { parameter, band, change, animals, phase } = facts
    const clause = CLAUSES[parameter]?.[1] ?? `has too much ${nameWithin(parameter)}`
    if (parameter === 'nitrite' && !animals)
      return {
        ...outside(facts, 'over', measures),
        clause: 'is in the nitrite weeks of a new tank',
        suggests: starting(phase),
      }
    if (parameter === 'nitrite' && phase !== null)
      return { ...outside(facts, 'over', measures), clause, suggests: COMING_TO_LIFE }
    if (parameter === 'co2' && !beyondLime(facts.now)) return limeGreen(facts, measures)
    return {
      ...outside(facts, 'over', measures),
      clause,
      suggests:
        change === null
          ? usually(parameter, 1)
          : `A change of ${Math.round(change * 100)} % brings it to ${measures.say(band.high ?? 0, unitOf(parameter))}.`,
    }
  },
  'under-band': (facts, { measures }) => ({
    ...outside(facts, 'under', measures),
    clause: CLAUSES[facts.parameter]?.[0] ?? `has too little ${nameWithin(facts.parameter)}`,
    suggests: usually(facts.parameter, 0),
  }),
  'band-passed-soon': (facts, { measures }) => {
    const { parameter, now, band, inDays, gain } = facts
    const unit = unitOf(parameter)
    const [perWeek, spread] = [gain.value * 7, Math.abs(gain.high - gain.low) * 3.5]
    return {
      says: `${nameOf(parameter)} passes ${measures.say(band.high ?? 0, unit)} in about ${sayDays(inDays)}`,
      detail: `It stands near ${measures.sayEstimate(now, unit)} and gains ${sayNumber(measures.width(perWeek, unit), measures.width(spread, unit))} a week.`,
      clause: `gains ${nameWithin(parameter)} from week to week`,
      suggests: 'See in the balance where it comes from.',
      ...settled(facts, measures),
    }
  },
}

/** Many keepers aim for this colour: it is a question about the animals before it is a fault (common practice). */
const limeGreen = (facts: BandFacts['over-band'], measures: Measures): FindingWords => ({
  says: 'The indicator is lime green: how do the animals breathe?',
  detail: `CO2 stands near ${measures.sayEstimate(facts.now, 'mg/L')}. Many keepers aim there; the animals say whether it is too much.`,
  clause: 'runs on much gas',
  suggests: usually('co2', 1),
  ...settled(facts, measures),
  wouldChangeMyMind:
    'Animals that breathe calmly late in the gas day: then say that you see it otherwise.',
})

type Banded = BandFacts['under-band']

/** Who wants it so, where that is worth a word. */
const NEEDED: readonly Parameter[] = ['temperature', 'pH', 'gh', 'kh']
const wantedBy = ({ parameter, by }: Banded): string =>
  by === 'nobody' && !NEEDED.includes(parameter) ? '' : BY[by]
const BY: Record<BandBy, string> = {
  keeper: '',
  animals: ' by what lives here',
  school: '',
  vessel: '',
  nobody: ' of tanks in general: say what your animals need, and it is judged by that',
}

const outside = (
  facts: Banded,
  side: 'over' | 'under',
  measures: Measures,
): Omit<FindingWords, 'clause' | 'suggests'> => {
  const { parameter, now, band } = facts
  const name = nameOf(parameter)
  const unit = unitOf(parameter)
  return {
    says: `${name} is ${side} its band`,
    detail: `${name} stands near ${measures.sayEstimate(now, unit)}; ${sayBand(parameter, band, measures)}${unit ? ` ${measures.unit(unit)}` : ''} is wanted${wantedBy(facts)}.`,
    ...settled(facts, measures),
  }
}

const settled = (
  { parameter, now, band }: Banded,
  measures: Measures,
): Pick<FindingWords, 'wouldChangeMyMind' | 'reckoned'> => ({
  wouldChangeMyMind: `One more ${nameWithin(parameter)} test that shows ${sayBand(parameter, band, measures)}.`,
  reckoned: [`It stands at ${measures.sayEstimate(now, unitOf(parameter))}, from ${now.because}`],
})
