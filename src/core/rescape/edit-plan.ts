import { entriesOf } from '../history/journal-index'
import type { Plan, PlanStep, TankHistory } from '../history/types'
import { dayOf, instantOf, type Instant } from '../quantity/time'
import { ok, refuse, type Result } from '../quantity/result'
import { editSections, NOT_HERE } from './edit-sections'

/** What a keeper alters in a plan that stands in pencil. */
export type PlanEdit =
  | { do: 'move stage'; stage: number; on: Instant }
  | { do: 'drop step'; stepId: string }
  | { do: 'move step'; stepId: string; by: 1 | -1 }
  | { do: 'add step'; stage: number; afterId: string | null; text: string; minutes: number }
  | { do: 'leave planting'; stage: number; plantingId: string }
  /** Into a section there is, or one of its own after the others. */
  | { do: 'take planting'; stage: number | null; plantingId: string }
  | { do: 'leave section'; stage: number }

/** A step of the keeper’s own takes from two thirds of its time to half as much again. Common practice. */
const OWN_SPREAD = { best: 0.67, worst: 1.5 } as const

/**
 * A plan with one thing altered; what was done of it stays as it is. Stages after one that is moved move along; what waited for a step that is dropped
 * waits for what that one waited for. Refuses, with the reason, what is done already, not in the plan, or against the order of the work.
 */
export function editPlan(
  plan: Plan,
  edit: PlanEdit,
  history: TankHistory,
  now: Instant,
): Result<Plan> {
  const done = new Set(
    entriesOf(history.entries, 'step-done')
      .filter(({ planId }) => planId === plan.id)
      .map(({ stepId }) => stepId),
  )
  switch (edit.do) {
    case 'move stage':
      return moveStage(plan, edit.stage, edit.on)
    case 'drop step':
      return done.has(edit.stepId) ? refuse(DONE) : dropStep(plan, edit.stepId)
    case 'move step':
      return moveStep(plan, edit.stepId, edit.by)
    case 'add step':
      return addStep(plan, edit)
    case 'leave planting':
    case 'take planting':
    case 'leave section':
      return editSections(plan, edit, done, history, now)
  }
}

const DONE = 'That step is inked already; take its tick back first.'

function moveStage(plan: Plan, number: number, on: Instant): Result<Plan> {
  const at = plan.stages.findIndex((stage) => stage.number === number)
  if (at < 0) return refuse(NOT_HERE)
  const before = plan.stages[at - 1]
  if (before && dayOf(on) <= dayOf(before.on))
    return refuse('A section cannot be taken before the one it follows.')
  const by = dayOf(on) - dayOf(plan.stages[at].on)
  return ok({
    ...plan,
    stages: plan.stages.map((stage, i) => {
      if (i < at) return stage
      return { ...stage, on: i === at ? on : instantOf(dayOf(stage.on) + by) }
    }),
  })
}

function dropStep(plan: Plan, stepId: string): Result<Plan> {
  const dropped = plan.steps.find(({ id }) => id === stepId)
  if (!dropped) return refuse(NOT_HERE)
  const steps = plan.steps
    .filter((step) => step !== dropped)
    .map((step) =>
      step.after.includes(stepId)
        ? {
            ...step,
            after: [...new Set([...step.after.filter((id) => id !== stepId), ...dropped.after])],
          }
        : step,
    )
  return steps.some(({ stage }) => stage === dropped.stage)
    ? ok({ ...plan, steps })
    : refuse('It is the last step of its stage; leave the section out, or set the plan aside.')
}

function moveStep(plan: Plan, stepId: string, by: 1 | -1): Result<Plan> {
  const step = plan.steps.find(({ id }) => id === stepId)
  if (!step) return refuse(NOT_HERE)
  const own = plan.steps.filter(({ stage }) => stage === step.stage)
  const other = own[own.indexOf(step) + by]
  if (!other) return refuse(by < 0 ? 'It is the first already.' : 'It is the last already.')
  const [first, second] = by < 0 ? [step, other] : [other, step]
  if (first.after.includes(second.id))
    return refuse('The one waits for the other: that order is the order of the work.')
  const swap = (one: PlanStep) => {
    if (one === step) return other
    return one === other ? step : one
  }
  return ok({ ...plan, steps: plan.steps.map(swap) })
}

function addStep(
  plan: Plan,
  { stage, afterId, text, minutes }: Extract<PlanEdit, { do: 'add step' }>,
): Result<Plan> {
  if (!plan.stages.some(({ number }) => number === stage)) return refuse(NOT_HERE)
  const before = afterId === null ? null : plan.steps.find(({ id }) => id === afterId)
  if (before === undefined) return refuse(NOT_HERE)
  const taken = new Set(plan.steps.map(({ id }) => id))
  let number = 1
  while (taken.has(`${stage}-own-${number}`)) number++
  const step: PlanStep = {
    id: `${stage}-own-${number}`,
    stage,
    does: 'own words',
    litres: null,
    kilograms: null,
    text,
    minutes: {
      best: Math.max(1, Math.round(minutes * OWN_SPREAD.best)),
      likely: minutes,
      worst: Math.round(minutes * OWN_SPREAD.worst),
    },
    waitHours: 0,
    after: before ? [before.id] : [],
    cautions: [],
    plantingIds: [],
    animalsOut: before?.animalsOut ?? false,
    acts: [],
  }
  // What waited for the step before it waits for this one as well.
  const steps = plan.steps.map((one) =>
    before && one.after.includes(before.id) ? { ...one, after: [...one.after, step.id] } : one,
  )
  const at = before
    ? steps.findIndex(({ id }) => id === before.id) + 1
    : steps.findIndex((one) => one.stage === stage)
  return ok({ ...plan, steps: [...steps.slice(0, at), step, ...steps.slice(at)] })
}
