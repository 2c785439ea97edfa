import { heldOn } from '../../history/dated'
import { entriesOf, readingsOf } from '../../history/journal-index'
import type { Method } from '../../journal/entry'
import type { Band, TankHistory } from '../../history/types'
import { normalCdf } from '../../quantity/normal'
import { Z80, type Estimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import { PARAMETERS, type Parameter } from '../../quantity/units'
import { schoolFacts } from '../dosing/schools'
import type { WaterConditions } from '../estimate/conditions'
import { bandNow, FACTS } from '../facts/parameters'
import { likelihoodOf } from '../estimate/reading-uncertainty'

export interface WorthTesting {
  parameter: Parameter
  method: Method
  /** Chance of judging wrongly that the test would take away, times what the parameter matters, 0–0.5. */
  score: number
  /** Chance that the parameter stands outside its band, now. */
  outside: number
  lastAt: Instant | null
  daysAgo: number | null
  estimate: Estimate | null
  band: Band
}

/** Below this a test would change nobody's mind. */
const WORTH = 0.015
/** What a household without a test of its own would buy. Common practice. */
const USUAL_METHOD: Partial<Record<Parameter, Method>> = {
  temperature: 'probe',
  conductivity: 'probe',
  tds: 'probe',
  pH: 'probe',
  kh: 'titration',
  gh: 'titration',
  co2: 'indicator',
  oxygen: 'titration',
  clarity: 'eye',
  tint: 'eye',
}

/** What a test takes of time and reagent, beside a look at a thermometer. Common practice. */
const COST: Record<Method, number> = {
  eye: 1,
  indicator: 1,
  probe: 1,
  strip: 1.1,
  'drops-chart': 1.25,
  photometer: 1.3,
  titration: 1.4,
}
/** Who tested within so many days tests. */
const TESTS_DAYS = 120

/** Whether this keeper tests the water: his school does, or he has of late. Those who do not are not asked to. */
export function testsWater(history: TankHistory, now: Instant): boolean {
  const { school } = heldOn(history.vessel.care, dayOf(now))
  if (schoolFacts(school).testing !== 'none') return true
  return entriesOf(history.entries, 'reading').some(
    ({ at, method }) =>
      method !== 'eye' && method !== 'indicator' && dayOf(now) - dayOf(at) <= TESTS_DAYS,
  )
}

/**
 * Tests ranked by what they would settle: the expected drop in the chance of judging wrongly whether a parameter is inside its
 * band (expected value of sample information, Raiffa & Schlaifer 1961, for a normal level and a normal reading), weighted by what it
 * matters, and divided by what the test costs. A parameter that is surely inside, or surely outside, is not worth a test; nor is one without a band.
 */
export function worthTesting(
  history: TankHistory,
  conditions: WaterConditions,
  now: Instant,
): WorthTesting[] {
  if (!testsWater(history, now)) return []
  return PARAMETERS.map((parameter) => judge(history, conditions, parameter, now))
    .filter((one): one is WorthTesting => one !== null && one.score >= WORTH)
    .sort((a, b) => b.score - a.score)
}

function judge(
  history: TankHistory,
  conditions: WaterConditions,
  parameter: Parameter,
  now: Instant,
): WorthTesting | null {
  // One meter shows both.
  if (parameter === 'tds' && conditions.of('conductivity')) return null
  const band = bandNow(history, parameter, now)
  if (band.low === null && band.high === null) return null
  const last = readingsOf(history.entries, parameter).findLast(
    (entry) => dayOf(entry.at) <= dayOf(now),
  )
  // Nobody is sent to buy an oxygen titration.
  if (parameter === 'oxygen' && !last) return null
  const estimate = conditions.value(parameter)
  const { prior } = FACTS[parameter]
  const [mean, sd] = estimate ? [estimate.value, spread(estimate)] : [prior.c, prior.cSd]
  const method = last?.method ?? USUAL_METHOD[parameter] ?? 'drops-chart'
  const { sd: readingSd } = likelihoodOf(parameter, mean, method, 'measured')
  const outside = outsideBand(mean, sd, band)
  const gain = Math.min(outside, 1 - outside) - wrongAfterTest(mean, sd, readingSd, band)
  const score = (FACTS[parameter].matters * Math.max(0, gain)) / COST[method]
  return {
    parameter,
    method,
    score,
    outside,
    lastAt: last?.at ?? null,
    estimate,
    band,
    daysAgo: last ? dayOf(now) - dayOf(last.at) : null,
  }
}

const spread = (estimate: Estimate) =>
  Math.max((estimate.high - estimate.low) / (2 * Z80), (estimate.high - estimate.value) / Z80, 1e-9)

/** Chance that N(mean, sd) lies outside a band. */
export function outsideBand(mean: number, sd: number, { low, high }: Band): number {
  return (
    (low === null ? 0 : normalCdf((low - mean) / sd)) +
    (high === null ? 0 : 1 - normalCdf((high - mean) / sd))
  )
}

const QUADRATURE = 40
const REACH = 4

/** The chance of judging wrongly that is left after one reading, averaged over what it may show (midpoint rule over ± 4 sd). */
export function wrongAfterTest(mean: number, sd: number, readingSd: number, band: Band): number {
  const after = Math.sqrt((sd * sd * readingSd * readingSd) / (sd * sd + readingSd * readingSd))
  const moves = Math.sqrt(Math.max(0, sd * sd - after * after))
  let [total, weight] = [0, 0]
  for (let k = 0; k < QUADRATURE; k++) {
    const z = -REACH + ((k + 0.5) * 2 * REACH) / QUADRATURE
    const density = Math.exp(-0.5 * z * z)
    const outside = outsideBand(mean + z * moves, after, band)
    total += density * Math.min(outside, 1 - outside)
    weight += density
  }
  return total / weight
}
