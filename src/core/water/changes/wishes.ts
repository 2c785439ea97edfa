import type { Band, SourceAnalysis, TankHistory } from '../../history/types'
import type { Estimate } from '../../quantity/estimate'
import type { Instant } from '../../quantity/time'
import type { WaterConditions } from '../estimate/conditions'
import { bandNowWithReason } from '../facts/parameters'

/** A change aims at this part of the ceiling, so that it is not reached again at once. */
const OF_CEILING = 0.6
/** Where a level stands below that already, at this part of what stands. */
const OF_NOW = 0.7
/** A level to begin with where nothing is known, in the parameter's unit. */
const SOMETHING = 10

/** The level a change is first reckoned for, before the keeper says another: below the ceiling, and below what stands. Two digits. */
export function firstTarget(now: Estimate | null, { high }: Band): number {
  const wish = (high ?? now?.value ?? SOMETHING) * OF_CEILING
  const aim = now && now.value <= wish ? now.value * OF_NOW : wish
  return Number(aim.toPrecision(2))
}

/** Hardness of new water where neither the tank nor its animals say otherwise, °dH. Common practice for planted tanks. */
const USUAL_DEGREES = { gh: 5, kh: 3 } as const

/**
 * The hardness new water is first made up to, °dH: what the tank has, as far as its band allows; the middle of what its animals need where the
 * tank was never tested; else the usual. Never softer than the softest of the `waters` at hand where that suits, since no salt takes hardness out.
 */
export function firstHardness(
  story: Pick<TankHistory, 'vessel' | 'populations'>,
  conditions: WaterConditions,
  waters: readonly Hardness[],
  now: Instant,
): { gh: number; kh: number } {
  const of = (parameter: 'gh' | 'kh', field: keyof Hardness) => {
    const wish = hardnessOf(story, conditions, parameter, now)
    const { high } = bandNowWithReason(story, parameter, now).band
    const known = waters.flatMap((water) => water[field] ?? [])
    const softest = known.length > 0 ? Math.ceil(Math.min(...known)) : wish
    return softest > wish && softest <= (high ?? softest) ? softest : wish
  }
  return { gh: of('gh', 'ghDegrees'), kh: of('kh', 'khDegrees') }
}
type Hardness = Pick<SourceAnalysis, 'ghDegrees' | 'khDegrees'>

function hardnessOf(
  story: Pick<TankHistory, 'vessel' | 'populations'>,
  conditions: WaterConditions,
  parameter: 'gh' | 'kh',
  now: Instant,
): number {
  const { band, by } = bandNowWithReason(story, parameter, now)
  const stands = conditions.value(parameter)?.value
  const within = (value: number) => Math.min(band.high ?? value, Math.max(band.low ?? value, value))
  if (stands !== undefined) return Math.round(within(stands))
  const [low, high] = [band.low, band.high]
  return by === 'animals' && low !== null && high !== null
    ? Math.round((low + high) / 2)
    : Math.round(within(USUAL_DEGREES[parameter]))
}
