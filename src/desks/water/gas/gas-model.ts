import { entriesOf } from '@/core/history/journal-index'
import type { GasSetting } from '@/core/history/equipment'
import { gasOf, tankNow } from '@/core/history/tank-at'
import type { TankHistory } from '@/core/history/types'
import { lightOf, type Light } from '@/core/vessel/light'
import type { Finding } from '@/core/judgement/finding'
import { pressureRatio } from '@/core/chemistry/oxygen'
import { carbonDioxideAtRest, OUTDOOR_CO2, ROOM_FACTOR } from '@/core/chemistry/carbon-dioxide'
import type { Estimate } from '@/core/quantity/estimate'
import { dayOf, type Instant } from '@/core/quantity/time'
import { ASSUMED_TEMPERATURE, conditionsOf } from '@/core/water/estimate/conditions'
import {
  ammoniaDanger,
  carbonDioxideByMethod,
  carbonDioxideDay,
  gasUse,
  hourOf,
  oxygenOf,
  type CarbonDioxideByMethod,
  type GasUse,
} from '@/core/water/gas/gas'
import { findingsOf } from '@/data/analysis-cache'

export interface GasModel {
  slug: string
  name: string
  zone: string
  now: Instant
  gas: GasSetting | null
  lamp: Light
  altitudeM: number
  methods: CarbonDioxideByMethod[]
  day: { hour: number; value: number }[] | null
  /** What the day's curve was set by, in words. */
  dayBecause: string
  colours: { at: Instant; colour: number }[]
  use: GasUse | null
  oxygen: ReturnType<typeof oxygenOf>
  oxygenLast: Instant | null
  pressure: number
  ammonia: ReturnType<typeof ammoniaDanger>
  ammoniaLast: Instant | null
  pH: Estimate | null
  temperature: Estimate
  notes: Finding[]
}

const SHOWN_COLOURS = 26
const KEYS = new Set(['gas-steady', 'gas-leak', 'oxygen', 'ammonia', 'water:co2'])
/** CO2 of a running day where nobody looked: common practice. */
const USUAL_PLATEAU = 25

/** All that the page of gas and air shows. */
export function gasModel(story: TankHistory, now: Instant): GasModel {
  const tank = tankNow(story, now)
  const { vessel } = tank
  const gas = gasOf(tank)
  const conditions = conditionsOf(story, now)
  const temperature = conditions.value('temperature') ?? ASSUMED_TEMPERATURE
  const pressure = pressureRatio(vessel.altitudeM)
  const seen = conditions.value('co2')
  const plateau = seen?.value ?? USUAL_PLATEAU
  const last = (parameter: string) =>
    entriesOf(story.entries, 'reading').findLast(
      (entry) => entry.parameter === parameter && dayOf(entry.at) <= dayOf(now),
    )?.at ?? null
  return {
    slug: vessel.slug,
    name: vessel.name,
    zone: vessel.timeZone,
    now,
    gas,
    lamp: lightOf(tank.equipment, vessel),
    altitudeM: vessel.altitudeM,
    methods: carbonDioxideByMethod(story, conditions, now),
    day: gas
      ? carbonDioxideDay(
          hourOf(gas.onAt),
          hourOf(gas.offAt),
          plateau,
          carbonDioxideAtRest(temperature.value, pressure, OUTDOOR_CO2 * ROOM_FACTOR) * REST_FACTOR,
        )
      : null,
    dayBecause: seen
      ? `it comes up to what the looks average, ${Math.round(plateau)} mg/L`
      : `it comes up to ${USUAL_PLATEAU} mg/L, common practice: nobody looked yet`,
    colours: entriesOf(story.entries, 'reading')
      .filter((entry) => entry.parameter === 'co2' && entry.entered.unit === 'colour')
      .slice(-SHOWN_COLOURS)
      .map((entry) => ({ at: entry.at, colour: entry.entered.value })),
    use: gasUse(story, now),
    oxygen: oxygenOf(vessel, conditions),
    oxygenLast: last('oxygen'),
    pressure,
    ammonia: ammoniaDanger(conditions),
    ammoniaLast: last('ammonia'),
    pH: conditions.value('pH'),
    temperature,
    notes: findingsOf(story, now).filter(
      (finding) => KEYS.has(finding.key) && finding.disputed === null,
    ),
  }
}

/** A stocked tank at night holds two to three times what air alone would leave: animals and plants breathe. Common practice. */
const REST_FACTOR = 2.5
