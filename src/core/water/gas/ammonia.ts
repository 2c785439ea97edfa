import { ammoniaPKa, unionisedAmmoniaFraction } from '../../chemistry/ammonia'
import type { Estimate } from '../../quantity/estimate'
import { sayNumber } from '../../quantity/say'
import { ASSUMED_TEMPERATURE, type WaterConditions } from '../estimate/conditions'

/** Total ammonia is kept as NH4; as NH3 the same moles weigh 17.031/18.039. */
const AS_NH3 = 17.031 / 18.039

/** Un-ionised ammonia that stocked tanks should stay below, mg/L NH3. Common practice (harm begins at 0.02–0.05 for tender animals). */
export const SAFE_NH3 = 0.02

/** The pH a change with hard water, or gas that fails, may bring: total ammonia that did no harm before does it here. */
export const RISEN_PH = 8

/** The pH from which a total of ammonia, mg/L as NH4, would hold {@link SAFE_NH3} un-ionised at the temperature it has; by turning Emerson's fraction round. */
export function harmfulPH(total: number, conditions: WaterConditions): number {
  const celsius = (conditions.value('temperature') ?? ASSUMED_TEMPERATURE).value
  const share = Math.min(0.999, SAFE_NH3 / (total * AS_NH3))
  return ammoniaPKa(Math.min(40, Math.max(0, celsius))) - Math.log10(1 / share - 1)
}

/**
 * Un-ionised ammonia, mg/L NH3, from total ammonia (as NH4), pH and temperature with their ranges; its share of the total; and the
 * total, mg/L as NH4, that would reach the limit at this pH and at a risen one. Null without an ammonia or a pH reading.
 */
export function ammoniaDanger(
  conditions: WaterConditions,
): { unionised: Estimate; share: number; limitTotal: number; limitTotalRisen: number } | null {
  const total = conditions.value('ammonia')
  const pH = conditions.value('pH')
  const temperature = conditions.value('temperature') ?? ASSUMED_TEMPERATURE
  if (!total || !pH) return null
  const fraction = (celsius: number, acid: number) =>
    unionisedAmmoniaFraction(Math.min(40, Math.max(0, celsius)), Math.min(12, Math.max(3, acid)))
  const share = fraction(temperature.value, pH.value)
  return {
    share,
    limitTotal: SAFE_NH3 / (share * AS_NH3),
    limitTotalRisen: SAFE_NH3 / (fraction(temperature.value, RISEN_PH) * AS_NH3),
    unionised: {
      value: total.value * share * AS_NH3,
      low: total.low * fraction(temperature.low, pH.low) * AS_NH3,
      high: total.high * fraction(temperature.high, pH.high) * AS_NH3,
      because: `total ammonia ${sayNumber(total.value)} mg/L, pH ${sayNumber(pH.value)} and the temperature`,
    },
  }
}
