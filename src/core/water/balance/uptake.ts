import { hardnessOf } from '../../chemistry/salts'
import { plantingsAt, speciesOf } from '../../history/lookup'
import type { Planting, PlantGroup, Species, TankHistory } from '../../history/types'
import { fitGrowth } from '../../plants/growth'
import { isStem } from '../../plants/groups'
import { dryGrams, dryGramsOf } from '../../plants/mass'
import { conditionsFor, vigour } from '../../plants/vigour'
import type { Estimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import { NO3_PER_N, PO4_PER_P, type Parameter } from '../../quantity/units'

/**
 * How much of itself what does not grow by the centimetre adds a day, share of its dry matter, where books are right about it (fair
 * light, some gas). Common practice, from memory: mosses double in a month or two, floaters in a week.
 */
const GROWS_A_DAY: Record<Exclude<PlantGroup, 'stem-fast' | 'stem-slow'>, number> = {
  rosette: 0.015,
  crypt: 0.008,
  epiphyte: 0.007,
  moss: 0.015,
  carpet: 0.025,
  floating: 0.1,
}
/** What dry plant matter holds, share: well above the least a plant can live on (1.3 % N, 0.13 % P, 0.8 % K: Gerloff & Krombholz 1966). From memory. */
const TISSUE = {
  nitrogen: 0.025,
  phosphorus: 0.003,
  potassium: 0.02,
  calcium: 0.01,
  magnesium: 0.003,
} as const
/** How much of it is taken from the water rather than from the ground. Common practice. */
const FROM_WATER: Record<Species['feedsBy'], number> = { column: 1, both: 0.7, root: 0.2 }
/** The 80 % range reaches from a third of the figure to three times it. */
const DOUBT_FACTOR = 3

/** Dry matter the plants grow out of the water's nutrients, g a day: what each grows, by its own record where there is one, times what its kind holds. */
export const growthFromWater = (history: TankHistory, now: Instant): number =>
  plantingsAt(history, now).reduce((sum, planting) => {
    const { feedsBy } = speciesOf(history, planting)
    return sum + FROM_WATER[feedsBy] * grownADay(history, planting, now)
  }, 0)

/** Dry matter a planting adds a day, g. */
function grownADay(history: TankHistory, planting: Planting, now: Instant): number {
  const { group } = speciesOf(history, planting)
  if (isStem(group))
    return dryGramsOf(history, planting, fitGrowth(history, planting, now).rate.value, now)
  const conditions = conditionsFor(history, planting, dayOf(now))
  // What floats has its gas from the air.
  const factor = vigour(group === 'floating' ? { ...conditions, gas: true } : conditions)
  const share = GROWS_A_DAY[group as keyof typeof GROWS_A_DAY]
  return share * factor * dryGrams(history, planting, now)
}

/**
 * What the plants can be expected to take of a parameter, canonical unit a day in `litres`, before any reading: matter grown, and
 * what matter holds. An order of magnitude (a third to three times). Null for what plants do not take by the gram (KH,
 * conductivity) and for a tank without plants. Check: a dense tank with gas takes 1 to 4 mg/L of nitrate a day, one in dim light a
 * tenth of that (common practice).
 */
export function expectedUptake(
  history: TankHistory,
  parameter: Parameter,
  now: Instant,
  litres: number,
): Estimate | null {
  const perGram = HELD[parameter]
  if (perGram === undefined || plantingsAt(history, now).length === 0) return null
  const value = (growthFromWater(history, now) * 1000 * perGram) / litres
  return {
    value,
    low: value / DOUBT_FACTOR,
    high: value * DOUBT_FACTOR,
    because: 'what they grow, and what grown matter holds',
  }
}

const HELD: Partial<Record<Parameter, number>> = {
  nitrate: TISSUE.nitrogen * NO3_PER_N,
  phosphate: TISSUE.phosphorus * PO4_PER_P,
  potassium: TISSUE.potassium,
  gh: hardnessOf(TISSUE.calcium, TISSUE.magnesium),
}
