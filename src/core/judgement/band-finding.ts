import { usualSource } from '../history/lookup'
import type { Band, TankHistory } from '../history/types'
import type { Estimate } from '../quantity/estimate'
import { dayOf, type Instant } from '../quantity/time'
import type { Parameter } from '../quantity/units'
import { outsideBand } from '../water/balance/worth-testing'
import type { Conditions } from '../water/estimate/conditions'
import {
  changeForTarget,
  crossing,
  forecastParameter,
  routineChanges,
  type WaterEstimate,
} from '../water/estimate/estimate'
import { bandNow, FACTS } from '../water/facts/parameters'
import { levelOfSource } from '../water/facts/sources'
import type { Judged } from './finding'

/** Parameters judged against their band alone; nitrate, ammonia and oxygen have more to say. */
export const BANDED = [
  'nitrite',
  'phosphate',
  'potassium',
  'iron',
  'calcium',
  'magnesium',
  'pH',
  'kh',
  'gh',
  'temperature',
  'conductivity',
  'co2',
] as const satisfies readonly Parameter[]
/** Chance of standing outside the band at which it is said, and at which it is urgent for what harms animals. */
const LIKELY = 0.7
const OUTLOOK_DAYS = 28
const HARMFUL: ReadonlySet<Parameter> = new Set(['nitrite', 'co2', 'temperature'])
/** A parameter last read longer ago than this is left to the list of tests worth making, days. */
const STALE_DAYS = 70
/** A smaller change is none. */
const LEAST_CHANGE = 0.02
const READINGS = 3

interface Banded {
  parameter: Parameter
  now: Estimate
  band: Band
}
export interface BandFacts {
  /** `change`: the share of the water that brings it to the edge; null where none can. */
  'over-band': Banded & { change: number | null }
  'under-band': Banded
  /** `gain`: a day. */
  'band-passed-soon': Banded & { inDays: number; gain: Estimate }
}

/** A parameter that stands outside its band, or soon will; null for one that does not, and for one nobody read lately. */
export function bandFinding(
  history: TankHistory,
  conditions: Conditions,
  parameter: Parameter,
  now: Instant,
): Judged<BandFacts> | null {
  const estimate = conditions.of(parameter)
  const last = estimate?.readings.filter((reading) => reading.setAside === null).at(-1)
  if (!estimate || !last || dayOf(now) - last.day > STALE_DAYS) return null
  const band = bandNow(history, parameter, now)
  const facts = { parameter, now: estimate.now, band }
  const base = {
    key: `water:${parameter}`,
    subject: { of: 'water' } as const,
    entryIds: estimate.readings.slice(-READINGS).map((reading) => reading.entryId),
    leadsTo: 'water' as const,
  }
  const { matters, behaviour } = FACTS[parameter]
  const { c, cc } = estimate.state
  const outside = outsideBand(c, Math.max(1e-6, Math.sqrt(cc)), band) >= LIKELY
  if (outside && band.high !== null && estimate.now.value > band.high)
    return {
      ...base,
      rule: 'over-band',
      facts: { ...facts, change: changeTo(band.high, history, estimate, now) },
      level: HARMFUL.has(parameter) ? 'act' : 'watch',
      weight: 22 + 18 * matters,
    } satisfies Judged<BandFacts, 'over-band'>
  if (outside && band.low !== null && estimate.now.value < band.low)
    return { ...base, rule: 'under-band', facts, level: 'watch', weight: 22 + 18 * matters }
  if (behaviour !== 'dissolved' || band.high === null) return null
  const inDays = passes(band.high, history, estimate, now)
  if (inDays === null) return null
  return {
    ...base,
    rule: 'band-passed-soon',
    facts: { ...facts, inDays, gain: estimate.gainPerDay },
    level: 'watch',
    weight: 12 + 10 * matters,
  } satisfies Judged<BandFacts, 'band-passed-soon'>
}

/** The share of the water whose change brings a parameter down to a level; null where a change cannot, or need hardly. */
function changeTo(
  level: number,
  history: TankHistory,
  estimate: WaterEstimate,
  now: Instant,
): number | null {
  const { parameter } = estimate
  const source = usualSource(history, now)
  if (!source || FACTS[parameter].behaviour !== 'dissolved') return null
  const held = levelOfSource(history, source.id, parameter, dayOf(now))
  const change = changeForTarget(estimate, level, held)
  return change.ok && change.value.fraction.value > LEAST_CHANGE
    ? change.value.fraction.value
    : null
}

/** Days until a parameter passes a limit for all its routine changes; null where it does not within the outlook. */
function passes(
  limit: number,
  history: TankHistory,
  estimate: WaterEstimate,
  now: Instant,
): number | null {
  const changes = routineChanges(history, estimate.parameter, now, OUTLOOK_DAYS)
  const { likely } = crossing(forecastParameter(estimate, OUTLOOK_DAYS, changes), limit)
  return likely !== null && likely > 0 ? likely : null
}
