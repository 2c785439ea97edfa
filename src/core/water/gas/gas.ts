import { entryDay } from '../../history/journal-index'
import {
  carbonDioxideAtRest,
  chartCarbonDioxide,
  degassedCarbonDioxide,
  freeCarbonDioxide,
  OUTDOOR_CO2,
  ROOM_FACTOR,
} from '../../chemistry/carbon-dioxide'
import { oxygenSaturation, pressureRatio } from '../../chemistry/oxygen'
import { unionisedAmmoniaFraction } from '../../chemistry/ammonia'
import { entriesOf } from '../../history/journal-index'
import type { TankHistory, VesselRecord } from '../../history/types'
import { sayNumber } from '../../quantity/say'
import type { Estimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import { INDICATOR_COLOURS } from '../../quantity/units'
import { ASSUMED_TEMPERATURE, type Conditions } from '../estimate/conditions'

/** One way of knowing CO2, with what it gives now and where it deceives. */
export interface CarbonDioxideByMethod {
  method: 'indicator' | 'equilibrium' | 'chart' | 'degassed' | 'reading'
  name: string
  value: Estimate | null
  limits: string
  /** The entry it rests on, where there is one. */
  entryId: string | null
  at: Instant | null
}

/** A spread of KH of this much is met where nobody tested it well, °dH: a drop. */
const SAMPLE_PH_DOUBT = 0.05

/** CO2 of a tank by every method the record allows, mg/L with 80 % range. Methods without their entries come with `value: null`, saying what they need. */
export function carbonDioxideByMethod(
  history: TankHistory,
  conditions: Conditions,
  now: Instant,
): CarbonDioxideByMethod[] {
  const today = dayOf(now)
  const past = <T extends { at: Instant }>(list: readonly T[]) =>
    list.filter((entry) => dayOf(entry.at) <= today)
  const readings = past(entriesOf(history.entries, 'reading'))
  const temperature = conditions.value('temperature') ?? ASSUMED_TEMPERATURE
  const pH = conditions.value('pH')
  const kh = conditions.value('kh')
  const sample = past(entriesOf(history.entries, 'degassed-sample')).at(-1)
  const colour = readings.findLast(
    (entry) => entry.parameter === 'co2' && entry.method === 'indicator',
  )
  const direct = readings.findLast(
    (entry) => entry.parameter === 'co2' && entry.method !== 'indicator',
  )
  const seen = colour
    ? INDICATOR_COLOURS.reduce((best, candidate) =>
        Math.abs(candidate.mid - colour.value) < Math.abs(best.mid - colour.value)
          ? candidate
          : best,
      )
    : null
  const lastPH = readings.findLast((entry) => entry.parameter === 'pH')
  const ofBoth = (formula: (k: number, p: number) => number): Estimate | null =>
    pH && kh
      ? {
          value: formula(kh.value, pH.value),
          low: formula(kh.low, pH.high),
          high: formula(kh.high, pH.low),
          because: `KH ${sayNumber(kh.value)} and pH ${sayNumber(pH.value)}`,
        }
      : null
  return [
    {
      method: 'indicator',
      name: 'indicator colour',
      entryId: colour?.id ?? null,
      at: colour?.at ?? null,
      value: seen
        ? {
            value: seen.mid,
            low: seen.low,
            high: seen.high,
            because: `${seen.name} over 4 °dH fluid`,
          }
        : null,
      limits:
        'Lags the water by an hour or two; a wrong fluid reads wrong all day. Common practice: green is about 30.',
    },
    {
      method: 'equilibrium',
      name: 'KH and pH, by the equilibrium',
      entryId: lastPH?.id ?? null,
      at: lastPH?.at ?? null,
      value: ofBoth((k, p) => freeCarbonDioxide(k, p, temperature.value)),
      limits:
        'Plummer & Busenberg 1982. Only where all alkalinity is carbonate: soil, wood and phosphate buffers make it read high; below 2 °dH it is hardly worth asking.',
    },
    {
      method: 'chart',
      name: 'KH and pH, by the trade’s chart',
      entryId: lastPH?.id ?? null,
      at: lastPH?.at ?? null,
      value: ofBoth(chartCarbonDioxide),
      limits:
        'Common practice, 3·KH·10^(7−pH): about a sixth below the equilibrium, with the same limits.',
    },
    {
      method: 'degassed',
      name: 'sample left in the open',
      entryId: sample?.id ?? null,
      at: sample?.at ?? null,
      value: sample ? bySample(history.vessel, sample, temperature.value) : null,
      limits:
        'Holds whatever makes the alkalinity. The sample must stand open for a day, stirred or poured over; room air varies.',
    },
    {
      method: 'reading',
      name: 'drop test or probe',
      entryId: direct?.id ?? null,
      at: direct?.at ?? null,
      value: direct
        ? {
            value: direct.value,
            low: direct.value * 0.75,
            high: direct.value * 1.3,
            because: 'as read',
          }
        : null,
      limits: 'Drop tests lose gas while you shake; fill to the brim and read at once.',
    },
  ]
}

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

/** What the gas costs now against what it cost: use in the last three weeks over the nine before, and the colour beside it. */
export interface GasUse {
  /** Grams a day from the cylinder's weight, or bubbles a second where it was never weighed. */
  measure: 'grams a day' | 'bubbles a second'
  before: number
  now: number
  /** Mean CO2 of the same two spans, mg/L; null where the colour was not written down. */
  colourBefore: number | null
  colourNow: number | null
  entryIds: string[]
  leakSuspected: boolean
}

const RECENT_DAYS = 21
const BEFORE_DAYS = 63
/** More use by this share with no more gas in the water: look for a leak. Common practice. */
const LEAK_RISE = 1.25
const COLOUR_RISE = 1.15

/** Gas use lately against before, or null when it was not written down often enough to compare. */
export function gasUse(history: TankHistory, now: Instant): GasUse | null {
  const today = dayOf(now)
  const uses = entriesOf(history.entries, 'gas-use')
    .map((entry) => ({ entry, day: entryDay(entry) }))
    .filter(({ day }) => day <= today && day > today - RECENT_DAYS - BEFORE_DAYS)
  const split = today - RECENT_DAYS
  const weighed = gramsADay(
    uses.flatMap(({ entry, day }) =>
      entry.cylinderGrams === null ? [] : [{ day, grams: entry.cylinderGrams }],
    ),
    split,
  )
  const counted = (recent: boolean) =>
    uses.flatMap(({ entry, day }) =>
      entry.bubblesPerSecond !== null && day > split === recent ? [entry.bubblesPerSecond] : [],
    )
  const bubbles = { before: mean(counted(false)), now: mean(counted(true)) }
  const { before, now: lately } = bubbles
  const counts =
    before !== null && lately !== null
      ? { measure: 'bubbles a second' as const, before, now: lately }
      : null
  const use = weighed ? { measure: 'grams a day' as const, ...weighed } : counts
  if (!use) return null
  const colours = entriesOf(history.entries, 'reading')
    .filter((entry) => entry.parameter === 'co2')
    .map((entry) => ({ value: entry.value, day: entryDay(entry) }))
  const colourBefore = mean(
    colours
      .filter(({ day }) => day <= split && day > today - RECENT_DAYS - BEFORE_DAYS)
      .map(({ value }) => value),
  )
  const colourNow = mean(
    colours.filter(({ day }) => day > split && day <= today).map(({ value }) => value),
  )
  const rises = use.now > use.before * LEAK_RISE
  const colourRises =
    colourBefore !== null && colourNow !== null && colourNow > colourBefore * COLOUR_RISE
  return {
    ...use,
    colourBefore,
    colourNow,
    entryIds: uses.slice(-4).map(({ entry }) => entry.id),
    leakSuspected: rises && colourBefore !== null && colourNow !== null && !colourRises,
  }
}

/** Grams a day before and after a day from weights in time order; a weight that rises is a fresh cylinder and begins anew. Null without both. */
function gramsADay(
  weights: readonly { day: number; grams: number }[],
  split: number,
): { before: number; now: number } | null {
  const spans = weights.slice(1).flatMap((next, i) => {
    const lost = weights[i].grams - next.grams
    const days = next.day - weights[i].day
    return lost >= 0 && days > 0.5 ? [{ lost, days, middle: weights[i].day + days / 2 }] : []
  })
  const rate = (list: typeof spans) =>
    list.length === 0
      ? null
      : list.reduce((sum, span) => sum + span.lost, 0) /
        list.reduce((sum, span) => sum + span.days, 0)
  const before = rate(spans.filter((span) => span.middle <= split))
  const after = rate(spans.filter((span) => span.middle > split))
  return before !== null && after !== null && before > 0 ? { before, now: after } : null
}

const mean = (list: readonly number[]): number | null =>
  list.length === 0 ? null : list.reduce((sum, value) => sum + value, 0) / list.length

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

/** Un-ionised ammonia that stocked tanks should stay below, mg/L NH3. Common practice (harm begins at 0.02–0.05 for tender animals). */
export const SAFE_NH3 = 0.02

/** The pH a change with hard water, or gas that fails, may bring: total ammonia that did no harm before does it here. */
export const RISEN_PH = 8

/**
 * Un-ionised ammonia, mg/L NH3, from total ammonia (as NH4), pH and temperature with their ranges; its share of the total; and the
 * total, mg/L as NH4, that would reach the limit at this pH and at a risen one. Null without an ammonia or a pH reading.
 */
export function ammoniaDanger(
  conditions: Conditions,
): { unionised: Estimate; share: number; limitTotal: number; limitTotalRisen: number } | null {
  const total = conditions.value('ammonia')
  const pH = conditions.value('pH')
  const temperature = conditions.value('temperature') ?? ASSUMED_TEMPERATURE
  if (!total || !pH) return null
  const fraction = (celsius: number, acid: number) =>
    unionisedAmmoniaFraction(Math.min(40, Math.max(0, celsius)), Math.min(12, Math.max(3, acid)))
  // Total ammonia is kept as NH4; as NH3 the same moles weigh 17.031/18.039.
  const asNH3 = 17.031 / 18.039
  const share = fraction(temperature.value, pH.value)
  return {
    share,
    limitTotal: SAFE_NH3 / (share * asNH3),
    limitTotalRisen: SAFE_NH3 / (fraction(temperature.value, RISEN_PH) * asNH3),
    unionised: {
      value: total.value * share * asNH3,
      low: total.low * fraction(temperature.low, pH.low) * asNH3,
      high: total.high * fraction(temperature.high, pH.high) * asNH3,
      because: `total ammonia ${sayNumber(total.value)} mg/L at pH ${sayNumber(pH.value)} and ${sayNumber(temperature.value)} °C`,
    },
  }
}
