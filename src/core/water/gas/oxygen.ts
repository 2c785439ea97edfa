import { oxygenSaturation } from '../../chemistry/oxygen'
import type { VesselRecord } from '../../history/types'
import type { Estimate } from '../../quantity/estimate'
import { sayNumber } from '../../quantity/say'
import { ASSUMED_TEMPERATURE, type Conditions } from '../estimate/conditions'

/** Oxygen of a vessel: what water holds at its temperature and altitude, and what was measured, as a share of that. */
export function oxygenOf(
  vessel: Pick<VesselRecord, 'altitudeM'>,
  conditions: Conditions,
): { saturation: Estimate; measured: Estimate | null; share: Estimate | null } {
  const temperature = conditions.value('temperature') ?? ASSUMED_TEMPERATURE
  const at = (celsius: number) =>
    oxygenSaturation(Math.min(40, Math.max(0, celsius)), vessel.altitudeM)
  const saturation = {
    value: at(temperature.value),
    low: at(temperature.high),
    high: at(temperature.low),
    because: `${sayNumber(temperature.value)} °C at ${Math.round(vessel.altitudeM)} m`,
  }
  const measured = conditions.value('oxygen')
  return {
    saturation,
    measured,
    share: measured
      ? {
          value: measured.value / saturation.value,
          low: measured.low / saturation.high,
          high: measured.high / saturation.low,
          because: measured.because,
        }
      : null,
  }
}
