import { GLANCE_FACTOR } from '../../quantity/glance'
import type { Certainty, EntryOf, Method } from '../../journal/entry'
import { fieldOfCard, type Interval } from '../../quantity/card'
import { INDICATOR_COLOURS } from '../../quantity/indicator-colours'
import type { Parameter } from '../../quantity/units'

/** Colours printed on the usual drop-test cards, canonical units. Common practice. */
const CARDS: Partial<Record<Parameter, readonly number[]>> = {
  nitrate: [0, 5, 10, 20, 40, 80, 160],
  nitrite: [0, 0.05, 0.1, 0.2, 0.4, 0.8, 1.6],
  ammonia: [0, 0.25, 0.5, 1, 2, 4, 8],
  phosphate: [0, 0.1, 0.25, 0.5, 1, 2, 5],
  potassium: [0, 5, 10, 15, 20, 30, 50],
  iron: [0, 0.05, 0.1, 0.25, 0.5, 1],
  magnesium: [0, 5, 10, 20, 40],
  calcium: [0, 20, 40, 80, 160],
  pH: [5, 5.5, 6, 6.4, 6.6, 6.8, 7, 7.2, 7.6, 8, 8.5, 9],
  co2: [0, 10, 20, 30, 40, 60],
  oxygen: [0, 2, 4, 6, 8, 10, 14],
  kh: [0, 3, 6, 10, 15, 20],
  gh: [0, 4, 8, 14, 21, 30],
}
/** What one drop of a titration stands for, canonical units. Common practice. */
const DROPS: Partial<Record<Parameter, number>> = {
  kh: 1,
  gh: 1,
  calcium: 20,
  magnesium: 10,
  oxygen: 1,
  co2: 2,
}

/** A photometer's or a probe's own error: a fixed part and a share of the value. Common practice, calibrated within the month. */
const PHOTOMETER: Partial<Record<Parameter, readonly [number, number]>> = {
  nitrate: [0.8, 0.05],
  nitrite: [0.01, 0.05],
  ammonia: [0.02, 0.05],
  phosphate: [0.04, 0.05],
  iron: [0.02, 0.06],
  potassium: [0.6, 0.07],
  calcium: [4, 0.05],
  magnesium: [2, 0.07],
  pH: [0.08, 0],
}
const PROBE: Partial<Record<Parameter, readonly [number, number]>> = {
  temperature: [0.3, 0],
  pH: [0.1, 0],
  conductivity: [3, 0.03],
  tds: [3, 0.06],
  oxygen: [0.2, 0.03],
  co2: [2, 0.1],
  nitrate: [1.5, 0.1],
}
const EYE: Partial<Record<Parameter, readonly [number, number]>> = { clarity: [1, 0], tint: [1, 0] }
/** A strip is matched like a card, only worse. Common practice. */
const STRIP_SHARE = 0.25
/** Matching the colour itself, share of the value; for pH, of a unit. Common practice. */
const MATCHING_SHARE = 0.06
/** A titration read between two drops (a double sample): half a drop. */
const HALF = 0.5
/** So near a whole number of drops is one: units turn drops into fractions of them. */
const WHOLE = 5e-7

/**
 * What a reading says of the water: `mean` ± `sd`, and for colour cards, drops and indicator colours the interval in which every
 * value would have been read the same, with the softness of its ends. Canonical units.
 */
export interface ReadingLikelihood {
  mean: number
  sd: number
  interval: { low: number; high: number; blur: number } | null
}

/**
 * What one entry says of the water: by the fields of its own kit or the end of its card where it names them, else by its method.
 */
export function likelihoodOfReading(
  reading: Pick<EntryOf<'reading'>, 'parameter' | 'value' | 'method' | 'certainty'> & {
    between?: Interval
  },
): ReadingLikelihood {
  const { parameter, value, method, certainty, between } = reading
  if (!between) return likelihoodOf(parameter, value, method, certainty)
  const matching = parameter === 'pH' ? MATCHING_SHARE : MATCHING_SHARE * between.high
  const told = uniform(between.low, between.high, matching)
  return certainty === 'glance'
    ? { mean: told.mean, sd: told.sd * GLANCE_FACTOR, interval: null }
    : told
}

/**
 * The sense of one reading by its method. Cards: half-way to the neighbouring colours, as the eye tells colours apart by ratio
 * (the geometric middle, common practice), half the first step at zero; drops: between this drop and the one before it, since the
 * colour turns within the last drop; an indicator: its colour's span. Uniform there: sd = width/√12.
 */
export function likelihoodOf(
  parameter: Parameter,
  value: number,
  method: Method,
  certainty: Certainty,
): ReadingLikelihood {
  const sense = measuredLikelihood(parameter, value, method)
  return certainty === 'glance'
    ? { mean: sense.mean, sd: sense.sd * GLANCE_FACTOR, interval: null }
    : sense
}

function measuredLikelihood(
  parameter: Parameter,
  value: number,
  method: Method,
): ReadingLikelihood {
  switch (method) {
    case 'drops-chart': {
      const card = CARDS[parameter]
      return card
        ? uniform(
            ...ends(fieldOfCard(card, value)),
            parameter === 'pH' ? MATCHING_SHARE : MATCHING_SHARE * value,
          )
        : normal(value, share(parameter, value, 0.2))
    }
    case 'titration': {
      const drop = DROPS[parameter]
      if (!drop) return normal(value, share(parameter, value, 0.05))
      const drops = value / drop
      const step = Math.abs(drops - Math.round(drops)) < WHOLE ? drop : drop * HALF
      return uniform(Math.max(0, value - step), Math.max(value, step * HALF), step * 0.15)
    }
    case 'photometer':
      return normal(value, part(PHOTOMETER[parameter], value) ?? share(parameter, value, 0.06))
    case 'probe':
      return normal(value, part(PROBE[parameter], value) ?? share(parameter, value, 0.08))
    case 'strip':
      return normal(value, share(parameter, value, STRIP_SHARE))
    case 'eye':
      return normal(value, part(EYE[parameter], value) ?? share(parameter, value, 0.4))
    case 'indicator': {
      if (parameter !== 'co2') return normal(value, share(parameter, value, STRIP_SHARE))
      const colour = INDICATOR_COLOURS.reduce((best, candidate) =>
        Math.abs(candidate.mid - value) < Math.abs(best.mid - value) ? candidate : best,
      )
      return uniform(colour.low, colour.high, 2)
    }
  }
}

/** The least a reading of a parameter can be told apart, canonical units: floors the doubt near zero. Common practice. */
const GRAIN: Partial<Record<Parameter, number>> = {
  nitrate: 4,
  nitrite: 0.03,
  ammonia: 0.1,
  phosphate: 0.1,
  iron: 0.03,
  potassium: 2,
  calcium: 6,
  magnesium: 2,
  pH: 0.3,
  kh: 0.8,
  gh: 1,
  temperature: 0.5,
  conductivity: 15,
  tds: 10,
  co2: 4,
  oxygen: 0.6,
}

/** Grain and a share of the value; pH and temperature have no share, being no amounts. */
function share(parameter: Parameter, value: number, ofValue: number): number {
  const grain = GRAIN[parameter] ?? 1
  return parameter === 'pH' || parameter === 'temperature' ? grain : grain + ofValue * value
}

const part = (error: readonly [number, number] | undefined, value: number): number | null =>
  error ? error[0] + error[1] * Math.abs(value) : null
const normal = (mean: number, sd: number): ReadingLikelihood => ({ mean, sd, interval: null })

const ends = ({ low, high }: Interval): [number, number] => [low, high]

function uniform(low: number, high: number, blur: number): ReadingLikelihood {
  // The darkest field has no other end: its width is no measure of how soft its near one is.
  const width = low > 0 ? Math.min(high - low, 2 * low) : high - low
  const soft = Math.max(blur, width * 0.03)
  return {
    mean: (low + high) / 2,
    sd: Math.hypot((high - low) / Math.sqrt(12), soft),
    interval: { low, high, blur: soft },
  }
}
