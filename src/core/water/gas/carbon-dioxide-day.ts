import { mean } from 'simple-statistics'
import { carbonDioxideAtRest, OUTDOOR_CO2, ROOM_FACTOR } from '../../chemistry/carbon-dioxide'
import { pressureRatio } from '../../chemistry/oxygen'
import type { GasSetting } from '../../history/equipment'
import { ASSUMED_TEMPERATURE, type WaterConditions } from '../estimate/conditions'

/** Time for injected gas to come up, and for it to go again, hours (to 63 %). Common practice: an hour or two with surface movement. */
const RISE_HOURS = 1.4
const FALL_HOURS = 2.6

/**
 * CO2 over a day from on and off times: first-order rise towards `plateau` while the gas is on, first-order fall towards `rest` while
 * it is off, repeated until the day meets itself. mg/L, one value each `step` hours from midnight, ends included.
 */
export function carbonDioxideDay(
  onHour: number,
  offHour: number,
  plateau: number,
  rest: number,
  step = 0.25,
): { hour: number; value: number }[] {
  const isOn = (hour: number) =>
    onHour <= offHour ? hour >= onHour && hour < offHour : hour >= onHour || hour < offHour
  let value = rest
  const run = () =>
    Array.from({ length: Math.round(24 / step) + 1 }, (_, i) => {
      const hour = i * step
      const point = { hour, value }
      if (i < 24 / step) {
        const on = isOn(hour)
        value =
          (on ? plateau : rest) +
          (value - (on ? plateau : rest)) * Math.exp(-step / (on ? RISE_HOURS : FALL_HOURS))
      }
      return point
    })
  for (let day = 0; day < 3; day++) run()
  return run()
}

/** “07:30” as 7.5. */
export function hourOf(clock: string): number {
  const [hours, minutes] = clock.split(':').map(Number)
  return hours + minutes / 60
}

/** CO2 of a running day where nobody looked, mg/L. Common practice. */
const USUAL_PLATEAU = 25
/** A stocked tank at night holds two to three times what air alone would leave: animals and plants breathe. Common practice. */
const REST_FACTOR = 2.5

/** A day under a gas setting: what it comes up to, whether somebody looked at that, and its course. */
export interface GasDay {
  plateau: number
  seen: boolean
  points: { hour: number; value: number }[]
}

/**
 * The course of CO2 over a day as the gas is set, mg/L, coming up to what was seen at the height of the gas day (`atHeight`: those readings,
 * mg/L), or to the tank's estimate where nobody looked then.
 */
export function gasDay(
  gas: GasSetting,
  conditions: WaterConditions,
  altitudeM: number,
  atHeight: readonly number[],
): GasDay {
  const seen = atHeight.length > 0 ? mean(atHeight) : (conditions.value('co2')?.value ?? null)
  const temperature = conditions.value('temperature') ?? ASSUMED_TEMPERATURE
  const plateau = seen ?? USUAL_PLATEAU
  const air = carbonDioxideAtRest(
    temperature.value,
    pressureRatio(altitudeM),
    OUTDOOR_CO2 * ROOM_FACTOR,
  )
  return {
    plateau,
    seen: seen !== null,
    points: carbonDioxideDay(hourOf(gas.onAt), hourOf(gas.offAt), plateau, air * REST_FACTOR),
  }
}
