import { hasAnimals } from '../../history/lookup'
import type { Band, SourceWater, TankHistory } from '../../history/types'
import type { Instant } from '../../quantity/time'
import type { WaterConditions } from '../estimate/conditions'
import { bandNowWithReason } from '../facts/parameters'
import { jumpsOf, tankWater } from './change-planner'

/**
 * The largest part of a change (a share of the water) that what lives in the tank bears at once: no jump of hardness or conductivity.
 * Warmth is left out, since new water can be warmed, and pH, which is judged by hardness. The whole where nothing lives there.
 */
export function bearableShare(
  history: TankHistory,
  conditions: WaterConditions,
  source: SourceWater,
  share: number,
  now: Instant,
): number {
  if (!hasAnimals(history, now)) return share
  const jumps = jumpsOf(tankWater(conditions), source, share).filter(
    ({ what }) => what !== 'temperature' && what !== 'pH',
  )
  return Math.min(share, ...jumps.map(({ mostFraction }) => mostFraction))
}

/** Which hardness a change would carry away from what the animals need (or the keeper wants), or further away: its water is to be made up first. */
export function carriedAway(
  history: TankHistory,
  conditions: WaterConditions,
  source: SourceWater,
  share: number,
  now: Instant,
): Hardness[] {
  if (!hasAnimals(history, now)) return []
  return jumpsOf(tankWater(conditions), source, share).flatMap(({ what, from, to }) => {
    if (what !== 'gh' && what !== 'kh') return []
    const { band, by } = bandNowWithReason(history, what, now)
    if (by !== 'animals' && by !== 'keeper') return []
    return leaves(from, to, band) ? [what] : []
  })
}
export type Hardness = 'gh' | 'kh'

/** A level that moves by less than this is not moved, °dH. */
const UNMOVED = 0.3
const leaves = (from: number, to: number, { low, high }: Band) =>
  Math.abs(to - from) >= UNMOVED &&
  (to < from ? low !== null && to < low : high !== null && to > high)

/** New water colder than this by more than what is borne at once is warmed, °C. */
const WARM_FROM = 2

/** What the new water of a change should be warmed to, °C; null where it needs no warming, or neither is known. */
export function warmTo(
  conditions: WaterConditions,
  source: SourceWater,
  share: number,
): number | null {
  const tank = tankWater(conditions).temperature
  if (tank === null || source.temperatureC === null) return null
  return share * (tank - source.temperatureC) > WARM_FROM ? tank : null
}
