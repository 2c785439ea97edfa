import { METRIC, type Measures } from '@/core/quantity/measures'
import { entriesOf } from '@/core/history/journal-index'
import type { GasSetting } from '@/core/history/equipment'
import { gasOf, tankNow } from '@/core/history/tank-at'
import type { TankHistory } from '@/core/history/types'
import { lightOf, type Light } from '@/core/vessel/light'
import type { Finding } from '@/core/history/finding'
import { pressureRatio } from '@/core/chemistry/oxygen'
import type { Estimate } from '@/core/quantity/estimate'
import { dayOf, type Instant } from '@/core/quantity/time'
import { ASSUMED_TEMPERATURE, conditionsOf } from '@/core/water/estimate/conditions'
import { ammoniaDanger } from '@/core/water/gas/ammonia'
import { gasDay, type GasDay } from '@/core/water/gas/carbon-dioxide-day'
import {
  carbonDioxideByMethod,
  type CarbonDioxideByMethod,
} from '@/core/water/gas/carbon-dioxide-methods'
import { looksAtHeight } from '@/core/water/gas/gas-looks'
import { gasUse, type GasUse } from '@/core/water/gas/gas-use'
import { oxygenOf } from '@/core/water/gas/oxygen'
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
  day: GasDay | null
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

/** All that the page of gas and air shows. */
export function gasModel(story: TankHistory, now: Instant, measures: Measures = METRIC): GasModel {
  const tank = tankNow(story, now)
  const { vessel } = tank
  const gas = gasOf(tank)
  const conditions = conditionsOf(story, now)
  const temperature = conditions.value('temperature') ?? ASSUMED_TEMPERATURE
  const pressure = pressureRatio(vessel.altitudeM)
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
    day: gas && gasDay(gas, conditions, vessel.altitudeM, seenAtHeight(story, now)),
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
    notes: findingsOf(story, now, measures).filter(
      (finding) => KEYS.has(finding.key) && finding.disputed === null,
    ),
  }
}

/** The day is drawn to the looks of so many days. */
const LOOKS_DAYS = 21
const seenAtHeight = (story: TankHistory, now: Instant): number[] =>
  looksAtHeight(story, now, LOOKS_DAYS).map(({ value }) => value)
