import { plantingsAt, speciesOf } from '../history/lookup'
import { tankNow, type Tank } from '../history/tank-at'
import type { MaterialCode, OptionKey } from '../history/plan-codes'
import type { Plan, Planting, PlanMaterial, TankHistory } from '../history/types'
import { whereaboutsOf } from '../layout/whereabouts'
import { heightCourse, heightOn, patchArea } from '../plants/height'
import { dayOf, instantOf, type Instant } from '../quantity/time'
import { groundLitres, netLitres } from '../vessel/volume'
import { CM2_PER_TABLET } from '../water/dosing/dosing'
import { type Result, ok, refuse } from '../quantity/result'
import type { DeclineReview } from './decline'
import { renewsSoil, SECTION_INTERVAL_DAYS, stepsFor } from './options'
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
    side: sections.length > 0 ? sideOf(section, tankNow(history, now)) : null,
    on: instantOf(dayOf(startOn) + i * SECTION_INTERVAL_DAYS),
    plantingIds: section.plantings.map((planting) => planting.id),
    massShare: section.massShare,
  }))
  return ok({
    id,
    option,
    madeAt: now,
    state: 'pencil',
    stages,
    steps: steps.map((step) => ({ ...step, acts: withLayoutId(step.acts, `${id}.layout`) })),
    materials: materialsFor(history, option, sections, review, now),
  })
}

/** Where along the tank a section lies, by the middle of all that it takes. */
const sideOf = ({ plantings }: Section, { vessel }: Tank) =>
  whereaboutsOf(
    plantings.flatMap(({ patch }) => patch),
    vessel,
  ).side

function materialsFor(
  history: TankHistory,
  option: OptionKey,
  sections: readonly Section[],
  review: DeclineReview,
  now: Instant,
): PlanMaterial[] {
  const { vessel, layout } = tankNow(history, now)
  if (option === 'trim')
    return [material('source water', Math.round(netLitres(vessel, layout) * HALF))]
  const full = option === 'full' || option === 'soil'
  const plantings = full
    ? plantingsAt(history, now)
    : sections.flatMap((section) => section.plantings)
  const whole = full && layout ? groundLitres(layout.ground, vessel.depthCm) : 0
  const renewed = !full && option === 'partial' && renewsSoil(review)
  const soil = renewed ? sections.reduce((sum, section) => sum + section.soilLitres, 0) : whole
  const area = plantings.reduce((sum, planting) => sum + patchArea(planting), 0)
  return [
    ...(soil > 0
      ? [material('active soil', Math.ceil(soil * (1 + SPARE_SOIL)), { from: soil })]
      : []),
    material('root tabs', Math.ceil(area / CM2_PER_TABLET), { each: CM2_PER_TABLET }),
    ...plantings.flatMap((planting) => portionsFor(history, planting, now)),
    material('floss', 1),
    material('tubs', full ? 3 : 2, {
      from: netLitres(vessel, layout) * (full ? HELD_WHOLE : HELD_SECTION),
    }),
    material('tests', full ? 14 : 2 * sections.length),
  ]
}
/** A hard trim ends with half of the water changed. Common practice. */
const HALF = 0.5
/** Tank water kept in tubs, as a share of the tank, with all plants out and with a section out. Common practice. */
const HELD_WHOLE = 0.5
const HELD_SECTION = 0.3

const material = (
  item: MaterialCode,
  amount: number,
  facts: Partial<Pick<PlanMaterial, 'plantingId' | 'from' | 'each'>> = {},
): PlanMaterial => ({
  item,
  amount,
  plantingId: null,
  from: null,
  each: null,
  text: null,
  ...facts,
})

/** Portions to buy for a planting: none where its own tops make enough cuttings. */
function portionsFor(history: TankHistory, planting: Planting, now: Instant): PlanMaterial[] {
  const { group, areaPerPortionCm2: each } = speciesOf(history, planting)
  const area = patchArea(planting)
  const plantingId = planting.id
  if (group === 'carpet')
    return [material('portions', Math.ceil(area / each), { plantingId, from: area, each })]
  if (!isStem(group)) return [material('divided', planting.stems, { plantingId })]
  const height = heightOn(heightCourse(history, planting, now), dayOf(now)).value
  const cuttings = Math.floor(planting.stems * Math.max(0, Math.floor(height / CUTTING_CM)))
  const needed = Math.ceil((area / 100) * STEMS_PER_100CM2)
  const short = Math.max(0, needed - cuttings)
  const own = material('own cuttings', Math.min(cuttings, needed), { plantingId, from: needed })
  const bought = Math.ceil((short / needed) * (area / each))
  return short === 0 ? [own] : [own, material('bought stems', bought, { plantingId, from: short })]
}

/** A partial rescape takes all sections that need it, one zone the neediest, everything else none. */
function sectionsTaken(option: OptionKey, needed: readonly Section[]): readonly Section[] {
  if (option === 'partial') return needed
  return option === 'zone' ? needed.slice(0, 1) : []
}
