import { oxygenSaturation } from '../../chemistry/oxygen'
import type { VesselRecord } from '../../history/types'
import type { Estimate } from '../../quantity/estimate'
import { ASSUMED_TEMPERATURE, type WaterConditions } from '../estimate/conditions'

export interface Oxygen {
  saturation: Estimate
  /** What the saturation goes by. */
  temperatureC: number
  altitudeM: number
  measured: Estimate | null
  /** Measured over saturation, 0–1 and over. */
  share: Estimate | null
}

/** Oxygen of a vessel: what water holds at its temperature and altitude, and what was measured, as a share of that. */
export function oxygenOf(
  vessel: Pick<VesselRecord, 'altitudeM'>,
  conditions: WaterConditions,
): Oxygen {
  const temperature = conditions.value('temperature') ?? ASSUMED_TEMPERATURE
  const at = (celsius: number) =>
    oxygenSaturation(Math.min(40, Math.max(0, celsius)), vessel.altitudeM)
  const saturation = {
    value: at(temperature.value),
    low: at(temperature.high),
    high: at(temperature.low),
    because: 'its temperature and altitude',
  }
  const measured = conditions.value('oxygen')
  return {
    saturation,
    temperatureC: temperature.value,
    altitudeM: vessel.altitudeM,
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
