import { SALTS } from '@/core/chemistry/salts'
import { entriesOf } from '@/core/history/journal-index'
import { usualSource } from '@/core/history/lookup'
import { tankNow } from '@/core/history/tank-at'
import {
  SCHOOLS,
  type Band,
  type Product,
  type School,
  type TankHistory,
} from '@/core/history/types'
import type { Estimate } from '@/core/quantity/estimate'
import { dayOf, type Instant } from '@/core/quantity/time'
import type { Parameter } from '@/core/quantity/units'
import { conditionsOf } from '@/core/water/estimate/conditions'
import {
  DOSED,
  planOfSchool,
  rootTabs,
  type RootTabs,
  type SchoolPlan,
} from '@/core/water/dosing/dosing'
import { bandNow, schoolBand } from '@/core/water/facts/parameters'
import { stampOf } from '@/data/stamp'
import { CARE_PARTS } from '@/data/water-care'
import { feedsWater, saltAsProduct } from '@/core/water/dosing/products'
import { changeRegime, nextChange } from '@/core/water/changes/regime'
import { levelOfSource } from '@/core/water/facts/sources'
import { netLitres } from '@/core/vessel/volume'

export interface DosedParameter {
  parameter: Parameter
  now: Estimate | null
  band: Band
  /** Used up a day beyond changes and doses, with its half-width: the gain with its sign turned, so below zero where food brings more than plants take. Null without a test. */
  uptake: { value: number; half: number } | null
  sourceLevel: number
  dosePerDay: number
}
export interface DosingModel {
  slug: string
  name: string
  zone: string
  school: School
  schoolStamp: string
  litres: number
  /** Bottles and powders first, plain salts after them. */
  products: Product[]
  parameters: DosedParameter[]
  rhythm: { fraction: number; everyDays: number }
  plans: SchoolPlan[]
  tabs: RootTabs
  /** The product given last, where it feeds the water. */
  lastDosed: string | null
  today: Instant
}

/** A rhythm to reckon with where none was ever kept or meant. Common practice. */
const USUAL_RHYTHM = { fraction: 0.4, everyDays: 7 }

/** How water is changed here: as it was of late, else as it is meant to be. */
function rhythmOf(story: TankHistory, now: Instant): DosingModel['rhythm'] {
  const { everyDays, fraction } = changeRegime(story, now)
  if (everyDays && fraction)
    return { fraction: Math.min(1, fraction), everyDays: Math.max(1, everyDays.median) }
  const meant = nextChange(story, now)
  return meant ? { fraction: meant.fraction, everyDays: meant.everyDays } : USUAL_RHYTHM
}

/** All that the page of dosing shows. */
export function dosingModel(story: TankHistory, now: Instant): DosingModel {
  const { vessel, layout } = tankNow(story, now)
  const conditions = conditionsOf(story, now)
  const litres = netLitres(vessel, layout)
  const sourceId = usualSource(story, now)?.id ?? null
  const rhythm = rhythmOf(story, now)
  const uptakeOf = (parameter: Parameter) => {
    const gain = conditions.of(parameter)?.gainPerDay
    return gain ? { value: -gain.value, half: (gain.high - gain.low) / 2 } : null
  }
  const parameters = DOSED.map((parameter): DosedParameter => ({
    parameter,
    now: conditions.value(parameter),
    band: bandNow(story, parameter, now),
    sourceLevel: levelOfSource(story, sourceId, parameter, dayOf(now)),
    dosePerDay: conditions.of(parameter)?.dosePerDay ?? 0,
    uptake: uptakeOf(parameter),
  }))
  const uptake = Object.fromEntries(
    parameters.map((one) => [one.parameter, one.uptake?.value ?? 0]),
  )
  return {
    slug: vessel.slug,
    name: vessel.name,
    zone: vessel.timeZone,
    school: vessel.care.school,
    schoolStamp: stampOf(CARE_PARTS.school(vessel.care)),
    litres,
    rhythm,
    parameters,
    today: now,
    products: [
      ...story.products.filter(feedsWater),
      ...SALTS.map((salt) => saltAsProduct(salt.id)),
    ],
    plans: SCHOOLS.map((school) =>
      planOfSchool(
        school,
        rhythm,
        litres,
        uptake,
        (parameter) => levelOfSource(story, sourceId, parameter, dayOf(now)),
        (parameter) => schoolBand(vessel.kind, school, parameter),
      ),
    ),
    tabs: rootTabs(story, now),
    lastDosed:
      entriesOf(story.entries, 'dose').findLast(
        (dose) => dose.unit !== 'tablets' && dose.productId !== null,
      )?.productId ?? null,
  }
}
