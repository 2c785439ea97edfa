import { sayDays, sayEstimate, sayNumber } from '../quantity/say'
import { nameOf, nameWithin, unitOf } from '../quantity/parameter-name'
import type { Band } from '../history/types'
import type { Parameter } from '../quantity/units'
import type { BandFacts } from './band-finding'
import type { FindingWords, WordsFor } from './finding'

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
  co2: ['', 'Turn the gas down at once and stir the surface; watch the animals.'],
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
const usually = (parameter: Parameter, side: 0 | 1) =>
  SUGGESTS[parameter]?.[side] ?? 'See the balance before you change anything.'

export const bandWords: WordsFor<BandFacts> = {
  'over-band': (facts) => {
    const { parameter, band, change } = facts
    return {
      ...outside(facts, 'over'),
      clause: `has too much ${nameWithin(parameter)}`,
      suggests:
        change === null
          ? usually(parameter, 1)
          : `A change of ${Math.round(change * 100)} % brings it to ${sayNumber(band.high ?? 0)} ${unitOf(parameter)}.`,
    }
  },
  'under-band': (facts) => ({
    ...outside(facts, 'under'),
    clause: `has too little ${nameWithin(facts.parameter)}`,
    suggests: usually(facts.parameter, 0),
  }),
  'band-passed-soon': (facts) => {
    const { parameter, now, band, inDays, gain } = facts
    return {
      says: `${nameOf(parameter)} passes ${sayNumber(band.high ?? 0)} ${unitOf(parameter)} in about ${sayDays(inDays)}`,
      detail: `It stands near ${sayEstimate(now, unitOf(parameter))} and gains ${sayNumber(gain.value * 7, Math.abs(gain.high - gain.low) * 3.5)} a week.`,
      clause: `gains ${nameWithin(parameter)} from week to week`,
      suggests: 'See in the balance where it comes from.',
      ...settled(facts),
    }
  },
}

type Banded = BandFacts['under-band']

const outside = (
  facts: Banded,
  side: 'over' | 'under',
): Omit<FindingWords, 'clause' | 'suggests'> => {
  const { parameter, now, band } = facts
  const name = nameOf(parameter)
  const unit = unitOf(parameter)
  return {
    says: `${name} is ${side} its band`,
    detail: `${name} stands near ${sayEstimate(now, unit)}; ${sayBand(band)}${unit ? ` ${unit}` : ''} is wanted.`,
    ...settled(facts),
  }
}

const settled = ({
  parameter,
  now,
  band,
}: Banded): Pick<FindingWords, 'wouldChangeMyMind' | 'reckoned'> => ({
  wouldChangeMyMind: `One more ${nameWithin(parameter)} test that falls inside ${sayBand(band)}.`,
  reckoned: [`It stands at ${sayEstimate(now, unitOf(parameter))}, from ${now.because}`],
})

function sayBand({ low, high }: Band): string {
  if (low !== null && high !== null) return `${sayNumber(low)}–${sayNumber(high)}`
  return high !== null ? `at most ${sayNumber(high)}` : `at least ${sayNumber(low ?? 0)}`
}
