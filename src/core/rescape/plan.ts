import { plantingsAt, speciesOf } from '../history/lookup'
import { tankNow, type Tank } from '../history/tank-at'
import type { Plan, Planting, PlanMaterial, TankHistory } from '../history/types'
import { heightCourse, heightOn, patchArea } from '../plants/height'
import { dayOf, instantOf, type Instant } from '../quantity/time'
import { groundLitres, netLitres } from '../vessel/volume'
import { CM2_PER_TABLET } from '../water/dosing/dosing'
import { type Result, ok, refuse } from '../quantity/result'
import type { DeclineReview } from './decline'
import { renewsSoil, SECTION_INTERVAL_DAYS, stepsFor, type OptionKey } from './options'
import { sectionsFor, type Section } from './sections'
import { withLayoutId } from './step-acts'
import { isStem } from '../plants/groups'

/** Spare soil to buy, share. Common practice: 10–15 %. */
const SPARE_SOIL = 0.125
/** Cutting length that is worth replanting, cm. Common practice. */
const CUTTING_CM = 10
/** Stems set per 100 cm² when planting densely. Common practice. */
const STEMS_PER_100CM2 = 9

/**
 * A plan for an option, in pencil: stages with dates, steps with times, materials with quantities.
 * `id` and `startOn` come from outside. Refuses when there is nothing to plan (leave, or no planting needs redoing).
 */
export function draftPlan(
  history: TankHistory,
  review: DeclineReview,
  option: OptionKey,
  startOn: Instant,
  now: Instant,
  id: string,
): Result<Plan> {
  const needed = sectionsFor(history, review, now)
  const steps = stepsFor(option, history, review, needed, now)
  if (steps.length === 0)
    return refuse(
      option === 'leave'
        ? 'Leaving it needs no plan; walk the rounds.'
        : 'No planting shows a sign that this option would cure, so there is no section to plan.',
    )
  const sections = sectionsTaken(option, needed)
  const whole: Section = {
    plantings: [...plantingsAt(history, now)],
    massShare: option === 'trim' ? 0.4 : 1,
    areaCm2: 0,
    soilLitres: 0,
  }
  const stages = (sections.length > 0 ? sections : [whole]).map((section, i) => ({
    number: i + 1,
    says: sections.length > 0 ? stageName(tankNow(history, now), section) : TITLES[option],
    on: instantOf(dayOf(startOn) + i * SECTION_INTERVAL_DAYS),
    plantingIds: section.plantings.map((planting) => planting.id),
    massShare: section.massShare,
  }))
  return ok({
    id,
    option,
    title: `${TITLES[option]} of ${history.vessel.name}`,
    madeAt: now,
    state: 'pencil',
    stages,
    steps: steps.map((step) => ({ ...step, acts: withLayoutId(step.acts, `${id}.layout`) })),
    materials: materialsFor(history, option, sections, review, now),
  })
}

const TITLES: Record<OptionKey, string> = {
  leave: 'Rest',
  trim: 'Hard trim',
  zone: 'Replanting one zone',
  partial: 'Partial rescape',
  soil: 'New soil',
  full: 'Full reset',
}

function stageName({ vessel }: Tank, section: Section): string {
  const xs = section.plantings.flatMap((planting) => planting.patch.map((point) => point[0]))
  const middle = (Math.min(...xs) + Math.max(...xs)) / 2 / vessel.lengthCm
  const side = sideOf(middle)
  return `${side.charAt(0).toUpperCase()}${side.slice(1)}: ${section.plantings.map((planting) => planting.stake).join(', ')}`
}

function materialsFor(
  history: TankHistory,
  option: OptionKey,
  sections: readonly Section[],
  review: DeclineReview,
  now: Instant,
): PlanMaterial[] {
  const { vessel, layout } = tankNow(history, now)
  if (option === 'trim')
    return [
      {
        says: 'source water for the change',
        amount: Math.round(netLitres(vessel, layout) * 0.5),
        unit: 'L',
        spare: 'half the tank',
      },
    ]
  const full = option === 'full' || option === 'soil'
  const plantings = full
    ? plantingsAt(history, now)
    : sections.flatMap((section) => section.plantings)
  const whole = full && layout ? groundLitres(layout.ground, vessel.depthCm) : 0
  const renewed = !full && option === 'partial' && renewsSoil(review)
  const soil = renewed ? sections.reduce((sum, section) => sum + section.soilLitres, 0) : whole
  const area = plantings.reduce((sum, planting) => sum + patchArea(planting), 0)
  const materials: PlanMaterial[] = []
  if (soil > 0)
    materials.push({
      says: 'active soil',
      amount: Math.ceil(soil * (1 + SPARE_SOIL)),
      unit: 'L',
      spare: `${soil.toFixed(1)} L by the slope and ${Math.round(SPARE_SOIL * 100)} % spare`,
    })
  materials.push({
    says: 'root tabs',
    amount: Math.ceil(area / CM2_PER_TABLET),
    unit: 'pieces',
    spare: `one to ${CM2_PER_TABLET} cm²`,
  })
  for (const planting of plantings) materials.push(...portionsFor(history, planting, now))
  materials.push(
    { says: 'filter floss to wall off a section', amount: 1, unit: 'sheet', spare: '' },
    {
      says: 'tubs with lids, heater and air for plants',
      amount: full ? 3 : 2,
      unit: 'pieces',
      spare: `${Math.round(netLitres(vessel, layout) * (full ? 0.5 : 0.3))} L of tank water between them`,
    },
    {
      says: 'tests for ammonia and nitrite',
      amount: full ? 14 : 2 * sections.length,
      unit: 'readings',
      spare: '',
    },
  )
  return materials
}

/** Portions to buy for a planting: none where its own tops make enough cuttings. */
function portionsFor(history: TankHistory, planting: Planting, now: Instant): PlanMaterial[] {
  const species = speciesOf(history, planting)
  const area = patchArea(planting)
  if (isStem(species.group)) {
    const height = heightOn(heightCourse(history, planting, now), dayOf(now)).value
    const cuttings = Math.floor(planting.stems * Math.max(0, Math.floor(height / CUTTING_CM)))
    const needed = Math.ceil((area / 100) * STEMS_PER_100CM2)
    const short = Math.max(0, needed - cuttings)
    const own = {
      says: `${planting.stake} cuttings from your own tops`,
      amount: Math.min(cuttings, needed),
      unit: 'stems',
      spare: `${needed} wanted at planting density`,
    }
    return short === 0
      ? [own]
      : [
          own,
          {
            says: `${planting.stake} ${species.name}, bought`,
            amount: Math.ceil((short / needed) * (area / species.areaPerPortionCm2)),
            unit: 'portions',
            spare: `${short} stems short`,
          },
        ]
  }
  if (species.group === 'carpet') {
    return [
      {
        says: `${planting.stake} ${species.name}`,
        amount: Math.ceil(area / species.areaPerPortionCm2),
        unit: 'portions',
        spare: `${Math.round(area)} cm² at ${species.areaPerPortionCm2} cm² a portion; sods of the old mat save some`,
      },
    ]
  }
  return [
    {
      says: `${planting.stake} goes back as it is, divided`,
      amount: planting.stems,
      unit: planting.stems === 1 ? 'crown' : 'crowns',
      spare: '',
    },
  ]
}

/** A partial rescape takes all sections that need it, one zone the neediest, everything else none. */
function sectionsTaken(option: OptionKey, needed: readonly Section[]): readonly Section[] {
  if (option === 'partial') return needed
  return option === 'zone' ? needed.slice(0, 1) : []
}

/** Where along the tank a section lies, by its middle as a share of the length. */
function sideOf(middle: number): 'left' | 'middle' | 'right' {
  if (middle < 0.38) return 'left'
  return middle > 0.62 ? 'right' : 'middle'
}
