import { freeCarbonDioxide, pHFromCarbonDioxide } from '../../chemistry/carbon-dioxide'
import type { Band, SourceWater } from '../../history/types'
import { steadyBeforeChange } from './dilution'
import type { WaterConditions } from '../estimate/conditions'
import { sourceLevel } from '../facts/sources'
import { forecastParameter, incomePerDay, type WaterEstimate } from '../estimate/estimate'

/** Rhythms a household can keep, days between changes. */
const RHYTHMS = [3, 4, 7, 10, 14] as const
/** Shares of the water that can be changed in comfort; more is a strip-down. */
const LEAST_CHANGE = 0.1
const MOST_CHANGE = 0.8
const STEP = 0.05
const PLAN_DAYS = 84

export interface RoutineChoice {
  everyDays: number
  /** Null: even the largest change of this rhythm does not do. */
  fraction: number | null
  litresPerWeek: number | null
  /** Where it settles before each change, canonical unit; null without a fraction. */
  settlesAt: number | null
}

/**
 * For each rhythm the smallest change that keeps the whole 80 % band of a parameter inside `band` for the next 12 weeks, once the
 * first three changes have been made. An end of the band that is null binds nothing.
 */
export function routinesWithin(
  estimate: WaterEstimate,
  band: Band,
  source: number,
): RoutineChoice[] {
  const keeps = (everyDays: number, fraction: number) => {
    const today = estimate.state.day
    const changes = Array.from({ length: Math.floor(PLAN_DAYS / everyDays) }, (_, i) => ({
      day: today + 1 + i * everyDays,
      fraction,
      source,
    }))
    const settled = changes[2]?.day ?? today
    return forecastParameter(
      { ...estimate, settings: steadyGain(estimate.settings) },
      PLAN_DAYS,
      changes,
    ).every(
      (point) =>
        point.day <= settled ||
        ((band.high === null || point.high <= band.high) &&
          (band.low === null || point.value >= band.low)),
    )
  }
  return RHYTHMS.map((everyDays) => {
    const fraction = steps().find((candidate) => keeps(everyDays, candidate)) ?? null
    return {
      everyDays,
      fraction,
      litresPerWeek: fraction === null ? null : (fraction * estimate.litres * 7) / everyDays,
      settlesAt:
        fraction === null
          ? null
          : Math.max(0, steadyBeforeChange(incomePerDay(estimate), everyDays, fraction, source)),
    }
  })
}

/** A routine is judged on the gain as it is known now: where that may wander in three months no routine can promise. */
const steadyGain = <T extends { gainDrift: number }>(settings: T): T => ({
  ...settings,
  gainDrift: 0,
})

function steps(): number[] {
  return Array.from({ length: Math.round((MOST_CHANGE - LEAST_CHANGE) / STEP) + 1 }, (_, i) =>
    Number((LEAST_CHANGE + i * STEP).toFixed(2)),
  )
}

/** The choice that moves the least water, or null when none does. */
export function easiest(choices: readonly RoutineChoice[]): RoutineChoice | null {
  return choices.reduce<RoutineChoice | null>(
    (best, choice) =>
      choice.litresPerWeek !== null &&
      (best?.litresPerWeek == null || choice.litresPerWeek < best.litresPerWeek)
        ? choice
        : best,
    null,
  )
}

/** Largest sudden shift that stocked tanks are given at one change: °C, °dH, pH at equal CO2, and a share of the conductivity. Common practice; young, sick and wild animals, and shrimp of soft water, bear half of it. */
export const JUMP_LIMITS = { temperature: 2, gh: 3, kh: 3, pH: 0.4, conductivity: 0.25 } as const
type Jumping = keyof typeof JUMP_LIMITS

export interface Jump {
  what: Jumping
  from: number
  to: number
  limit: number
  /** The largest change that keeps to the limit, 0–1. */
  mostFraction: number
}

/** What a tank stands at, as far as it is known. */
export interface TankWater {
  temperature: number | null
  gh: number | null
  kh: number | null
  pH: number | null
  conductivity: number | null
}

/** That of a tank by its estimates. */
export function tankWater(conditions: Pick<WaterConditions, 'value'>): TankWater {
  const value = (which: keyof TankWater) => conditions.value(which)?.value ?? null
  return {
    temperature: value('temperature'),
    gh: value('gh'),
    kh: value('kh'),
    pH: value('pH'),
    conductivity: value('conductivity'),
  }
}

/**
 * How far a change of fraction `f` moves temperature, hardness and pH at once, and the largest change that keeps each inside its
 * limit. Temperature, hardness and conductivity mix by volume; pH follows from the mixed alkalinity at the tank’s own free CO2
 * (Plummer & Busenberg): what gas that comes or goes does to it is no shock. Unknown figures are left out.
 */
export function jumpsOf(tank: TankWater, source: SourceWater, f: number): Jump[] {
  const mixed = (what: Jumping, share: number): number | null => {
    const from = tank[what]
    if (from === null) return null
    const toward = (level: number | null) => (level === null ? null : from + share * (level - from))
    if (what === 'temperature') return toward(source.temperatureC)
    if (what === 'gh') return toward(source.ghDegrees)
    if (what === 'kh') return toward(source.khDegrees)
    if (what === 'conductivity') return toward(sourceLevel(source, 'conductivity')!.value)
    return mixedPH(tank, source, share)
  }
  return (Object.keys(JUMP_LIMITS) as Jumping[]).flatMap((what): Jump[] => {
    const [from, to] = [tank[what], mixed(what, f)]
    if (from === null || to === null) return []
    const limit = what === 'conductivity' ? JUMP_LIMITS[what] * from : JUMP_LIMITS[what]
    const bears = (share: number) => Math.abs((mixed(what, share) ?? from) - from) <= limit + 1e-9
    return [{ what, from, to, limit, mostFraction: bears(1) ? 1 : lastThatBears(bears) }]
  })
}

/** The largest share up to which every smaller one bears, to a hundredth. */
function lastThatBears(bears: (share: number) => boolean): number {
  for (let share = 0.01; share <= 1; share += 0.01)
    if (!bears(share)) return Math.max(0, Number((share - 0.01).toFixed(2)))
  return 1
}

/** Alkalinity that even pure water has from what the air and the glass give it, °dH: keeps the formula from dividing by nothing. */
const LEAST_KH = 0.1

function mixedPH(tank: TankWater, source: SourceWater, share: number): number | null {
  if (tank.pH === null || tank.kh === null || source.khDegrees === null) return null
  const temperature = tank.temperature ?? 24
  const [tankKh, sourceKh] = [Math.max(LEAST_KH, tank.kh), Math.max(LEAST_KH, source.khDegrees)]
  const kh = tankKh + share * (sourceKh - tankKh)
  return pHFromCarbonDioxide(kh, freeCarbonDioxide(tankKh, tank.pH, temperature), temperature)
}

/** A change in buckets: how many, and what each weighs filled to its mark, kg (water 0.998 kg/L and the bucket itself). */
export function inBuckets(
  litres: number,
  bucketLitres: number,
): { buckets: number; kilogramsEach: number } {
  return {
    buckets: Math.ceil(litres / bucketLitres - 1e-9),
    kilogramsEach: bucketLitres * 0.998 + BUCKET_KG,
  }
}
const BUCKET_KG = 0.5
