import { hasAnimals, usualSource } from '../../history/lookup'
import type { Band, TankHistory } from '../../history/types'
import { chanceOutside, type Estimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import type { Parameter } from '../../quantity/units'
import type { WaterConditions } from '../estimate/conditions'
import {
  changeForTarget,
  crossing,
  forecastParameter,
  routineChanges,
  type WaterEstimate,
} from '../estimate/estimate'
import { rawPhase, type RawPhase } from '../estimate/raw-phase'
import { bandNowWithReason, FACTS, type BandBy } from '../facts/parameters'
import { bearableShare, carriedAway } from '../changes/bearable'
import { levelOfSource } from '../facts/sources'
import type { Judged } from '../../history/finding'
import { beyondLime } from './lime-green'

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
export const LIKELY = 0.7
const OUTLOOK_DAYS = 28
/** A parameter last read longer ago than this is left to the list of tests worth making, days. */
const STALE_DAYS = 70
/** A smaller change is none. */
const LEAST_CHANGE = 0.02
const READINGS = 3

interface Banded {
  parameter: Parameter
  now: Estimate
  band: Band
  /** Who says where it should stand. */
  by: BandBy
}
export interface BandFacts {
  /** `change`: the share of the water that brings it to the edge; null where none can. `animals`: whether any are on paper. `phase`: of a tank that begins. */
  'over-band': Banded & { change: number | null; animals: boolean; phase: RawPhase | null }
  'under-band': Banded
  /** `gain`: a day. */
  'band-passed-soon': Banded & { inDays: number; gain: Estimate }
}

/** A parameter that stands outside its band, or soon will; null for one that does not, and for one nobody read lately. */
export function bandFinding(
  history: TankHistory,
  conditions: WaterConditions,
  parameter: Parameter,
  now: Instant,
): Judged<BandFacts> | null {
  const estimate = conditions.of(parameter)
  const last = estimate?.readings.filter((reading) => reading.setAside === null).at(-1)
  if (!estimate || !last || dayOf(now) - last.day > STALE_DAYS) return null
  const animals = hasAnimals(history, now)
  const { band, by } = bandHere(history, parameter, animals, now)
  const facts = { parameter, now: estimate.now, band, by }
  const base = {
    topic: 'water' as const,
    key: `water:${parameter}`,
    subject: { of: 'water' } as const,
    entryIds: estimate.readings.slice(-READINGS).map((reading) => reading.entryId),
    leadsTo: { page: 'water' } as const,
  }
  const { matters, behaviour } = FACTS[parameter]
  const outside = chanceOutside(estimate.now, band) >= LIKELY
  if (outside && band.high !== null && estimate.now.value > band.high) {
    const change = changeTo(band.high, history, conditions, estimate, now)
    return { ...base, ...overBand({ ...facts, change, animals, phase: rawPhase(history, now) }) }
  }
  if (outside && band.low !== null && estimate.now.value < band.low)
    return { ...base, rule: 'under-band', facts, level: 'watch', weight: 22 + 18 * matters }
  if (behaviour !== 'dissolved' || band.high === null) return null
  const inDays = passes(band.high, history, estimate, now)
  // What falls by itself and is lifted by a change alone is no gain from week to week.
  if (inDays === null || estimate.gainPerDay.value <= 0) return null
  return {
    ...base,
    rule: 'band-passed-soon',
    facts: { ...facts, inDays, gain: estimate.gainPerDay },
    level: 'watch',
    weight: 12 + 10 * matters,
  } satisfies Judged<BandFacts, 'band-passed-soon'>
}

/** The band as it is judged: much gas harms nobody where nobody breathes. */
function bandHere(
  history: TankHistory,
  parameter: Parameter,
  animals: boolean,
  now: Instant,
): { band: Band; by: BandBy } {
  const { band, by } = bandNowWithReason(history, parameter, now)
  return { by, band: parameter === 'co2' && !animals ? { ...band, high: null } : band }
}

/** How much it matters that a parameter stands over its band. */
function overBand(facts: BandFacts['over-band']): {
  rule: 'over-band'
  facts: BandFacts['over-band']
  level: 'act' | 'watch'
  weight: number
} {
  const { parameter, now, animals } = facts
  const harmless = parameter === 'nitrite' && !animals
  const presses = isPressing(parameter, now, animals)
  return {
    rule: 'over-band',
    facts,
    level: presses ? 'act' : 'watch',
    weight: presses
      ? (PRESSING[parameter] ?? MOST)
      : 22 + (harmless ? 0 : 18 * FACTS[parameter].matters),
  }
}

/** What harms animals within hours or days comes before nitrate, which harms slowly: whatever that stands at. */
const PRESSING: Partial<Record<Parameter, number>> = { nitrite: 72, co2: 66, temperature: 62 }
const MOST = 40

/**
 * Whether standing over its band must be acted on at once. Nitrite harms nobody where no animals are; many keepers aim for a lime-green indicator, so
 * there the animals are looked at first, and only the colour beyond it presses (common practice).
 */
function isPressing(parameter: Parameter, level: Estimate, animals: boolean): boolean {
  if (parameter === 'nitrite') return animals
  if (parameter === 'co2') return beyondLime(level)
  return parameter === 'temperature'
}

/** The share of the water whose change brings a parameter down to a level; null where a change cannot, or need hardly. */
function changeTo(
  level: number,
  history: TankHistory,
  conditions: WaterConditions,
  estimate: WaterEstimate,
  now: Instant,
): number | null {
  const { parameter } = estimate
  const source = usualSource(history, now)
  if (!source || FACTS[parameter].behaviour !== 'dissolved') return null
  const held = levelOfSource(history, source.id, parameter, dayOf(now))
  const change = changeForTarget(estimate, level, held)
  if (!change.ok || change.value.fraction.value <= LEAST_CHANGE) return null
  // No change that would carry the water away from what lives in it.
  const share = change.value.fraction.value
  const bad =
    bearableShare(history, conditions, source, share, now) < share ||
    carriedAway(history, conditions, source, share, now).some((what) => what !== parameter)
  return bad ? null : share
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
