import { plantingsAt } from '../history/lookup'
import type { Plan, PlanStage, Planting, TankHistory } from '../history/types'
import { ok, refuse, type Result } from '../quantity/result'
import { dayOf, instantOf, type Instant } from '../quantity/time'
import { SECTION_INTERVAL_DAYS } from './options'
import { restage } from './restage'

type SectionEdit =
  | { do: 'leave planting'; stage: number; plantingId: string }
  | { do: 'take planting'; stage: number | null; plantingId: string }
  | { do: 'leave section'; stage: number }

export const NOT_HERE = 'That is not in this plan any more.'
const BEGUN = 'This section is begun; what stands in it stays in the plan.'

/** Whether the plan takes plantings that can be chosen; where all comes out of the tank, none can. */
export const takesChosen = ({ option }: Pick<Plan, 'option'>): boolean =>
  option !== 'full' && option !== 'soil'

/** What stands in the tank and in no section of the plan. */
export function plantingsLeft(plan: Plan, history: TankHistory, now: Instant): Planting[] {
  if (!takesChosen(plan)) return []
  const taken = new Set(plan.stages.flatMap(({ plantingIds }) => plantingIds))
  return plantingsAt(history, now).filter(({ id }) => !taken.has(id))
}

/**
 * A plan with other plantings in a section, a section more or one less; steps, minutes, litres and materials are reckoned anew
 * for it. Refuses what is begun (`done`: steps inked), the last of its kind, and what stands in the plan already.
 */
export function editSections(
  plan: Plan,
  edit: SectionEdit,
  done: ReadonlySet<string>,
  history: TankHistory,
  now: Instant,
): Result<Plan> {
  if (!takesChosen(plan))
    return refuse(
      'This plan takes everything out. What is not to come back is taken off when its step is inked.',
    )
  if (edit.do === 'take planting' && edit.stage === null)
    return takeAlone(plan, edit.plantingId, history, now)
  const stage = plan.stages.find(({ number }) => number === edit.stage)
  if (!stage) return refuse(NOT_HERE)
  if (plan.steps.some((step) => step.stage === stage.number && done.has(step.id)))
    return refuse(BEGUN)
  if (edit.do === 'leave section') return leaveSection(plan, stage, history, now)
  if (edit.do === 'take planting') {
    if (!plantingsLeft(plan, history, now).some(({ id }) => id === edit.plantingId))
      return refuse(NOT_HERE)
    return ok(restage(plan, stage, [...stage.plantingIds, edit.plantingId], history, now))
  }
  const others = stage.plantingIds.filter((id) => id !== edit.plantingId)
  if (others.length === stage.plantingIds.length) return refuse(NOT_HERE)
  return others.length === 0
    ? leaveSection(plan, stage, history, now)
    : ok(restage(plan, stage, others, history, now))
}

function leaveSection(
  plan: Plan,
  stage: PlanStage,
  history: TankHistory,
  now: Instant,
): Result<Plan> {
  if (plan.stages.length === 1)
    return refuse('It is all that this plan takes; set the plan aside instead.')
  return ok(restage(plan, stage, [], history, now))
}

/** A section of one planting, two weeks after the last. */
function takeAlone(
  plan: Plan,
  plantingId: string,
  history: TankHistory,
  now: Instant,
): Result<Plan> {
  if (plan.option === 'trim') return refuse('A trim is one evening; it has no sections.')
  if (!plantingsLeft(plan, history, now).some(({ id }) => id === plantingId))
    return refuse(NOT_HERE)
  const last = plan.stages[plan.stages.length - 1]
  const stage: PlanStage = {
    number: Math.max(...plan.stages.map(({ number }) => number)) + 1,
    side: null,
    on: instantOf(dayOf(last.on) + SECTION_INTERVAL_DAYS),
    plantingIds: [],
    massShare: 0,
  }
  return ok(
    restage({ ...plan, stages: [...plan.stages, stage] }, stage, [plantingId], history, now),
  )
}
