import { plantingsAt } from '../history/lookup'
import { tankNow, type Tank } from '../history/tank-at'
import type { OptionKey } from '../history/plan-codes'
import type { Plan, TankHistory } from '../history/types'
import { whereaboutsOf } from '../layout/whereabouts'
import { dayOf, instantOf, type Instant } from '../quantity/time'
import { type Result, ok, refuse } from '../quantity/result'
import type { DeclineReview } from './decline'
import { materialsFor } from './materials'
import { massShares } from './mass'
import { eveningsOf, renewsSoil, SECTION_INTERVAL_DAYS, stepsFor } from './options'
import { CUT_AWAY, sectionsFor, type Section } from './sections'
import { withLayoutId } from './step-acts'

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
  const interval = option === 'trim' ? EVENINGS_APART_DAYS : SECTION_INTERVAL_DAYS
  const stages = (sections.length > 0 ? sections : wholes(option, history, now)).map(
    (section, i) => ({
      number: i + 1,
      side: sections.length > 0 ? sideOf(section, tankNow(history, now)) : null,
      on: instantOf(dayOf(startOn) + i * interval),
      plantingIds: section.plantings.map((planting) => planting.id),
      massShare: section.massShare,
    }),
  )
  return ok({
    id,
    option,
    madeAt: now,
    state: 'pencil',
    stages,
    steps: steps.map((step) => ({ ...step, acts: withLayoutId(step.acts, `${id}.layout`) })),
    materials: materialsFor(history, option, sections, renewsSoil(review), now),
  })
}

/** Between two evenings of one trim the plants make up for the first. Common practice: a week. */
const EVENINGS_APART_DAYS = 7

/** What is taken at once where no section is: the tank, or the evenings of a trim. */
function wholes(option: OptionKey, history: TankHistory, now: Instant): Section[] {
  const lots = option === 'trim' ? eveningsOf(history, now) : [plantingsAt(history, now)]
  const shares = massShares(history, now)
  return lots.map((plantings) => ({
    plantings,
    massShare:
      option === 'trim'
        ? CUT_AWAY * plantings.reduce((sum, { id }) => sum + (shares.get(id) ?? 0), 0)
        : 1,
    areaCm2: 0,
    soilLitres: 0,
  }))
}

/** Where along the tank a section lies, by the middle of all that it takes. */
export const sideOf = ({ plantings }: Section, { vessel }: Tank) =>
  whereaboutsOf(
    plantings.flatMap(({ patch }) => patch),
    vessel,
  ).side

/** A partial rescape takes all sections that need it, one zone the neediest, everything else none. */
function sectionsTaken(option: OptionKey, needed: readonly Section[]): readonly Section[] {
  if (option === 'partial') return needed
  return option === 'zone' ? needed.slice(0, 1) : []
}
