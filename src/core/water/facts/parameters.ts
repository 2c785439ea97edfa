import { heldOn } from '../../history/dated'
import {
  USUAL_CARE,
  type Band,
  type Population,
  type School,
  type TankHistory,
  type Vessel,
} from '../../history/types'
import { dayOf, type Instant } from '../../quantity/time'
import type { Parameter } from '../../quantity/units'

/**
 * How a parameter behaves in a tank.
 * `dissolved`: it stays in the water, so changes dilute it, top-ups and doses add to it, evaporation concentrates it.
 * `settling`: it is driven back to where heater, gas, lamp and air hold it; a change disturbs it for hours only.
 * `processed`: it is in the water like what is dissolved, and the filter's bacteria take it away within days.
 */
export type Behaviour = 'dissolved' | 'settling' | 'processed'

export interface ParameterFacts {
  behaviour: Behaviour
  /** Before any reading: level and daily net gain with their standard deviations, canonical units. Common practice. */
  prior: { c: number; cSd: number; g: number; gSd: number }
  /** For what settles or is processed: where (null: where the keeper's readings lie), with what spread, and in how many days to 63 %. */
  settle: { mean: number | null; sd: number; tauDays: number } | null
  /** Weight of this parameter when tests are ranked: what goes wrong with it, and how fast, 0–1. Common practice. */
  matters: number
  /** Decimal places that mean something. */
  decimals: number
}

const dissolved = (
  c: number,
  cSd: number,
  g: number,
  gSd: number,
  matters: number,
  decimals: number,
): ParameterFacts => ({
  behaviour: 'dissolved',
  prior: { c, cSd, g, gSd },
  settle: null,
  matters,
  decimals,
})
const settling = (
  c: number,
  cSd: number,
  tauDays: number,
  matters: number,
  decimals: number,
): ParameterFacts => ({
  behaviour: 'settling',
  prior: { c, cSd, g: 0, gSd: 0 },
  settle: { mean: null, sd: cSd, tauDays },
  matters,
  decimals,
})
/** Bacteria of a running filter halve it in about four days; a raw tank may hold far more, hence the wide beginning. */
const processed = (
  c: number,
  cSd: number,
  mean: number,
  sd: number,
  matters: number,
): ParameterFacts => ({
  behaviour: 'processed',
  prior: { c, cSd, g: 0, gSd: 0 },
  settle: { mean, sd, tauDays: 6 },
  matters,
  decimals: 2,
})

/** One line a parameter. All figures are common practice for planted tanks, and give way to the keeper's own readings. */
export const FACTS: Record<Parameter, ParameterFacts> = {
  nitrate: dissolved(15, 20, 0.7, 2, 0.9, 0),
  nitrite: processed(0.1, 0.6, 0.02, 0.06, 0.7),
  ammonia: processed(0.3, 1.5, 0.02, 0.08, 0.8),
  phosphate: dissolved(0.5, 0.9, 0.02, 0.07, 0.5, 1),
  potassium: dissolved(8, 8, 0, 0.5, 0.35, 0),
  iron: dissolved(0.05, 0.15, -0.005, 0.02, 0.3, 2),
  calcium: dissolved(20, 18, 0, 0.4, 0.3, 0),
  magnesium: dissolved(4, 5, 0, 0.15, 0.3, 0),
  pH: settling(6.9, 0.5, 20, 0.6, 1),
  kh: dissolved(5, 5, -0.01, 0.1, 0.6, 1),
  gh: dissolved(7, 6, 0, 0.1, 0.4, 1),
  temperature: settling(24, 1.5, 12, 0.5, 1),
  conductivity: dissolved(300, 250, 1, 5, 0.35, 0),
  tds: dissolved(150, 120, 0.6, 3, 0.2, 0),
  co2: settling(15, 10, 10, 0.7, 0),
  oxygen: settling(7.5, 1.2, 6, 0.5, 1),
  clarity: settling(8, 1.5, 20, 0.1, 0),
  tint: settling(3, 2, 40, 0.05, 0),
}

const band = (low: number | null, high: number | null): Band => ({ low, high })

/** Bands where nobody has said what lives there and how it is fed; those of warmth and hardness are wide, since tanks of 17 and of 30 °C, of GH 1 and of GH 20 are kept for years. Common practice; null: no limit on that side. */
const PLANTED: Partial<Record<Parameter, Band>> = {
  nitrate: band(3, 25),
  nitrite: band(null, 0.2),
  ammonia: band(null, 0.2),
  phosphate: band(0.1, 2),
  potassium: band(5, 25),
  iron: band(0.02, 0.5),
  calcium: band(10, 60),
  magnesium: band(3, 20),
  pH: band(5.5, 8.6),
  kh: band(0.5, 16),
  gh: band(1, 22),
  temperature: band(16, 31),
  conductivity: band(null, 900),
  tds: band(null, 580),
  co2: band(null, 35),
  oxygen: band(5.5, null),
  clarity: band(6, null),
}
/** A nursery bears more, since few animals live in it; a paludarium's pool is fed by nothing but the top-up. */
const BY_KIND: Partial<Record<Vessel['kind'], Partial<Record<Parameter, Band>>>> = {
  nursery: { nitrate: band(3, 40), phosphate: band(0.1, 3), temperature: band(18, 27) },
  holding: {
    nitrate: band(null, 40),
    phosphate: band(null, 3),
    potassium: band(null, 25),
    iron: band(null, 0.5),
  },
  paludarium: {
    nitrate: band(null, 30),
    phosphate: band(null, 2),
    potassium: band(null, 25),
    iron: band(null, 0.5),
    temperature: band(18, 26),
    gh: band(1, 12),
    kh: band(0.5, 8),
    conductivity: band(null, 400),
  },
}
/** What each school wants to see in the water. Common practice. */
const BY_SCHOOL: Record<School, Partial<Record<Parameter, Band>>> = {
  'rich column': {
    nitrate: band(10, 40),
    phosphate: band(1, 4),
    potassium: band(10, 40),
    iron: band(0.1, 0.6),
  },
  'lean column': {
    nitrate: band(1, 10),
    phosphate: band(0.02, 0.5),
    potassium: band(2, 12),
    iron: band(0.01, 0.2),
    gh: band(2, 8),
  },
  'all-in-one': {},
  'daily pump': { nitrate: band(5, 25), phosphate: band(0.3, 2), potassium: band(8, 25) },
  'root only': {
    nitrate: band(null, 25),
    phosphate: band(null, 1),
    potassium: band(null, 20),
    iron: band(null, 0.3),
  },
  'nothing added': {
    nitrate: band(null, 30),
    phosphate: band(null, 2),
    potassium: band(null, 25),
    iron: band(null, 0.5),
  },
}

/** Who says where a parameter should stand; `nobody`: what is known of tanks in general. */
export type BandBy = 'keeper' | 'animals' | 'school' | 'vessel' | 'nobody'

/** Where a parameter should stand in a vessel, and who says so: the keeper, else the animals that live there, else the school, else the kind of vessel. */
export function bandWithReason(
  { kind, care }: Pick<Vessel, 'kind' | 'care'>,
  parameter: Parameter,
  populations: readonly Pick<Population, 'needs'>[] = [],
): { band: Band; by: BandBy } {
  const fed = kind === 'display' || kind === 'nursery'
  const sayings: readonly [BandBy, Band | null | undefined][] = [
    ['keeper', care.bands[parameter]],
    ['animals', borneByAll(populations, parameter)],
    ['school', fed ? BY_SCHOOL[care.school][parameter] : null],
    ['vessel', BY_KIND[kind]?.[parameter]],
    ['nobody', PLANTED[parameter] ?? band(null, null)],
  ]
  const [by, said] = sayings.find(([who, one]) => one && !isLimit(who, one))!
  const limit = sayings[1][1]
  return by !== 'keeper' && limit && isLimit('animals', limit)
    ? limited({ by, band: said! }, limit)
    : { by, band: said! }
}

/** An end alone is what animals bear, not what is wished for. */
const isLimit = (by: BandBy, { low, high }: Band) =>
  by === 'animals' && (low === null || high === null)

/** A wish within what the animals bear: a school may want less nitrate than they bear, never more. */
function limited(
  { by, band: wish }: { by: BandBy; band: Band },
  limit: Band,
): { band: Band; by: BandBy } {
  const high = limit.high !== null && (wish.high === null || limit.high < wish.high)
  const low = limit.low !== null && (wish.low === null || limit.low > wish.low)
  if (!high && !low) return { by, band: wish }
  return {
    by: 'animals',
    band: band(low ? limit.low : wish.low, high ? limit.high : wish.high),
  }
}

/** The band alone: see {@link bandWithReason}. */
export const bandFor = (
  vessel: Pick<Vessel, 'kind' | 'care'>,
  parameter: Parameter,
  populations: readonly Pick<Population, 'needs'>[] = [],
): Band => bandWithReason(vessel, parameter, populations).band

/** The band where the keeper has not set one of his own. */
export const bandUnsaid = (
  { kind, care }: Pick<Vessel, 'kind' | 'care'>,
  parameter: Parameter,
  populations: readonly Pick<Population, 'needs'>[],
): Band => bandFor({ kind, care: { ...care, bands: {} } }, parameter, populations)

/** What all of them bear; where no water suits all, what one or the other bears. Null where none has said. */
function borneByAll(
  populations: readonly Pick<Population, 'needs'>[],
  parameter: Parameter,
): Band | null {
  const bands = populations.flatMap(({ needs }) => needs[parameter] ?? [])
  if (bands.length === 0) return null
  const ends = (side: 'low' | 'high') =>
    bands.flatMap((one) => (one[side] === null ? [] : [one[side]]))
  const [lows, highs] = [ends('low'), ends('high')]
  const [low, high] = [Math.max(...lows), Math.min(...highs)]
  const suits = lows.length === 0 || highs.length === 0 || low < high
  const end = (of: readonly number[], value: number) => (of.length === 0 ? null : value)
  return band(
    end(lows, suits ? low : Math.min(...lows)),
    end(highs, suits ? high : Math.max(...highs)),
  )
}

/** The band of a tank by the care it gets and what lives in it at `now`, and who says so. */
export function bandNowWithReason(
  { vessel, populations }: Pick<TankHistory, 'vessel' | 'populations'>,
  parameter: Parameter,
  now: Instant,
): { band: Band; by: BandBy } {
  const day = dayOf(now)
  const living = populations.filter(
    ({ since, until }) => dayOf(since) <= day && (until === null || dayOf(until) > day),
  )
  return bandWithReason({ kind: vessel.kind, care: heldOn(vessel.care, day) }, parameter, living)
}

/** The band alone: see {@link bandNowWithReason}. */
export const bandNow = (
  history: Pick<TankHistory, 'vessel' | 'populations'>,
  parameter: Parameter,
  now: Instant,
): Band => bandNowWithReason(history, parameter, now).band

/** The band a vessel would have under a school, before the keeper's own changes. */
export function schoolBand(kind: Vessel['kind'], school: School, parameter: Parameter): Band {
  return bandFor({ kind, care: { ...USUAL_CARE, school } }, parameter)
}
