import {
  carbonDioxideAtRest,
  chartCarbonDioxide,
  degassedCarbonDioxide,
  freeCarbonDioxide,
  OUTDOOR_CO2,
  ROOM_FACTOR,
} from '../../chemistry/carbon-dioxide'
import { pressureRatio } from '../../chemistry/oxygen'
import { entriesOf, entryDay } from '../../history/journal-index'
import type { Entry, EntryOf } from '../../journal/entry'
import type { TankHistory, VesselRecord } from '../../history/types'
import type { Estimate } from '../../quantity/estimate'
import { sayNumber } from '../../quantity/say'
import { dayOf, type Instant } from '../../quantity/time'
import { INDICATOR_COLOURS } from '../../quantity/indicator-colours'
import { ASSUMED_TEMPERATURE, type WaterConditions } from '../estimate/conditions'

/** One way of knowing CO2, with what it gives now. Where it deceives, its words say. */
export type CarbonDioxideMethod = 'indicator' | 'equilibrium' | 'chart' | 'degassed' | 'reading'
export interface CarbonDioxideByMethod {
  method: CarbonDioxideMethod
  value: Estimate | null
  /** The entry it rests on, where there is one. */
  entryId: string | null
  at: Instant | null
}

/** So far off is the pH of a sample that stood open, read beside that of the tank with the same probe. Common practice. */
const SAMPLE_PH_DOUBT = 0.05

/** What the methods look at: the story up to the moment, and the state of the water at it. */
interface Look {
  vessel: Pick<VesselRecord, 'altitudeM'>
  conditions: WaterConditions
  readings: readonly EntryOf<'reading'>[]
  sample: EntryOf<'degassed-sample'> | undefined
  temperature: Estimate
}
interface Known {
  value: Estimate | null
  entry: { id: string; at: Instant } | undefined
}
const BY_METHOD: Record<CarbonDioxideMethod, (look: Look) => Known> = {
  indicator: ({ readings }) => {
    const entry = lastCarbonDioxide(readings, true)
    return { entry, value: entry ? byColour(entry.value) : null }
  },
  equilibrium: (look) =>
    byBoth(look, (kh, pH) => freeCarbonDioxide(kh, pH, look.temperature.value)),
  chart: (look) => byBoth(look, chartCarbonDioxide),
  degassed: ({ vessel, sample, temperature }) => ({
    entry: sample,
    value: sample ? bySample(vessel, sample, temperature.value) : null,
  }),
  reading: ({ readings }) => {
    const entry = lastCarbonDioxide(readings, false)
    return { entry, value: entry ? asReadDirectly(entry.value) : null }
  },
}

/** CO2 of a tank by every method the record allows, mg/L with 80 % range. Methods without their entries come with `value: null`, for `carbon-dioxide-methods.words.ts` to say what they need. */
export function carbonDioxideByMethod(
  history: TankHistory,
  conditions: WaterConditions,
  now: Instant,
): CarbonDioxideByMethod[] {
  const today = dayOf(now)
  const past = (entry: Entry) => entryDay(entry) <= today
  const look: Look = {
    vessel: history.vessel,
    conditions,
    readings: entriesOf(history.entries, 'reading').filter(past),
    sample: entriesOf(history.entries, 'degassed-sample').findLast(past),
    temperature: conditions.value('temperature') ?? ASSUMED_TEMPERATURE,
  }
  return (Object.keys(BY_METHOD) as CarbonDioxideMethod[]).map((method) => {
    const { value, entry } = BY_METHOD[method](look)
    return { method, value, entryId: entry?.id ?? null, at: entry?.at ?? null }
  })
}

const lastCarbonDioxide = (readings: Look['readings'], byIndicator: boolean) =>
  readings.findLast(
    ({ parameter, method }) => parameter === 'co2' && (method === 'indicator') === byIndicator,
  )

/** The colour nearest to a value, with the span in which it is seen. */
function byColour(value: number): Estimate {
  const { name, mid, low, high } = INDICATOR_COLOURS.reduce((best, candidate) =>
    Math.abs(candidate.mid - value) < Math.abs(best.mid - value) ? candidate : best,
  )
  return { value: mid, low, high, because: `${name} over 4 °dH fluid` }
}

/** From KH and pH; a higher pH means less. */
function byBoth(
  { readings, conditions }: Look,
  formula: (kh: number, pH: number) => number,
): Known {
  const entry = readings.findLast(({ parameter }) => parameter === 'pH')
  const [pH, kh] = [conditions.value('pH'), conditions.value('kh')]
  if (!pH || !kh) return { entry, value: null }
  return {
    entry,
    value: {
      value: formula(kh.value, pH.value),
      low: formula(kh.low, pH.high),
      high: formula(kh.high, pH.low),
      because: `KH ${sayNumber(kh.value)} and pH ${sayNumber(pH.value)}`,
    },
  }
}

/** How far a drop test or a probe of CO2 reads too high and too low. Common practice: gas is lost on the way, seldom won. */
const READ_LOW = 0.75
const READ_HIGH = 1.3
const asReadDirectly = (value: number): Estimate => ({
  value,
  low: value * READ_LOW,
  high: value * READ_HIGH,
  because: 'as read',
})

function bySample(
  vessel: Pick<VesselRecord, 'altitudeM'>,
  sample: { pHTank: number; pHAtRest: number },
  temperatureC: number,
): Estimate {
  const pressure = pressureRatio(vessel.altitudeM)
  const at = (fraction: number, doubt: number) =>
    degassedCarbonDioxide(
      sample.pHTank + doubt,
      sample.pHAtRest,
      carbonDioxideAtRest(temperatureC, pressure, fraction),
    )
  return {
    value: at(OUTDOOR_CO2 * ROOM_FACTOR, 0),
    low: at(OUTDOOR_CO2 * 1.3, SAMPLE_PH_DOUBT),
    high: at(OUTDOOR_CO2 * 2.5, -SAMPLE_PH_DOUBT),
    because: `pH falls by ${sayNumber(sample.pHAtRest - sample.pHTank)} under gas; room air at this altitude`,
  }
}
