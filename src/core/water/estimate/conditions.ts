import type { TankHistory } from '../../history/types'
import type { Estimate } from '../../quantity/estimate'
import type { Instant } from '../../quantity/time'
import type { Parameter } from '../../quantity/units'
import { estimateParameter, type WaterEstimate } from './estimate'

/** The estimates of a tank: five formulas want temperature and pH. */
export interface WaterConditions {
  of: (parameter: Parameter) => WaterEstimate | null
  value: (parameter: Parameter) => Estimate | null
}

/** Estimates of a story at `now`, made when first asked for. Null for a parameter nobody ever read. */
export function conditionsOf(history: TankHistory, now: Instant): WaterConditions {
  const of = (parameter: Parameter) => {
    const result = estimateParameter(history, parameter, now)
    return result.ok ? result.value : null
  }
  return { of, value: (parameter) => of(parameter)?.now ?? null }
}

/** Where nobody took the temperature: a heated room tank, common practice. */
export const ASSUMED_TEMPERATURE: Estimate = {
  value: 24,
  low: 22,
  high: 26,
  because: 'no temperature was ever read; a heated tank is assumed',
}
