import { hasAnimals } from '../../history/lookup'
import type { Band, SourceWater, TankHistory } from '../../history/types'
import type { Instant } from '../../quantity/time'
import type { Conditions } from '../estimate/conditions'
import { bandNowWithReason } from '../facts/parameters'
import { jumpsOf, tankWater, type Jump } from './change-planner'

/**
 * The largest part of a change (a share of the water) that what lives in the tank bears at once: no jump of hardness or
 * conductivity, and neither hardness carried out of what the animals need. Warmth is left out: new water can be warmed. The whole
 * where nothing lives there.
 */
export function bearableShare(
  history: TankHistory,
  conditions: Conditions,
  source: SourceWater,
  share: number,
  now: Instant,
): number {
  if (!hasAnimals(history, now)) return share
  const jumps = jumpsOf(tankWater(conditions), source, share).filter(
    ({ what }) => what !== 'temperature' && what !== 'pH',
  )
  const kept = jumps.map((jump) => {
    if (jump.what !== 'gh' && jump.what !== 'kh') return 1
    const { band, by } = bandNowWithReason(history, jump.what, now)
    return by === 'animals' || by === 'keeper' ? shareWithin(jump, band, share) : 1
  })
  return Math.min(share, ...jumps.map(({ mostFraction }) => mostFraction), ...kept)
}

/** The share of a change up to which a level that is inside its band stays there; one that is outside may go anywhere but further out. */
function shareWithin({ from, to }: Jump, { low, high }: Band, share: number): number {
  const end = to < from ? low : high
  if (end === null || to === from) return 1
  const inside = to < from ? to >= end : to <= end
  if (inside) return 1
  return share * Math.max(0, Math.min(1, (end - from) / (to - from)))
}

/** New water colder than this by more than what is borne at once is warmed, °C. */
const WARM_FROM = 2

/** What the new water of a change should be warmed to, °C; null where it needs no warming, or neither is known. */
export function warmTo(conditions: Conditions, source: SourceWater, share: number): number | null {
  const tank = tankWater(conditions).temperature
  if (tank === null || source.temperatureC === null) return null
  return share * (tank - source.temperatureC) > WARM_FROM ? tank : null
}
