import { entriesOf } from '@/core/history/journal-index'
import { currentLayout } from '@/core/history/lookup'
import type { Plan, PlanStep, Planting, TankHistory } from '@/core/history/types'
import type { Estimate } from '@/core/quantity/estimate'
import { animalsOutHours, handHours, stageSchedule } from '@/core/rescape/timing'
import { filledMass } from '@/core/vessel/volume'

export interface StepLine extends PlanStep {
  critical: boolean
  /** Hours after the stage begins at which it can start. */
  startsAt: number
  done: { entryId: string; at: string; minutes: number; glance: boolean } | null
}
export interface PlanModel {
  slug: string
  name: string
  zone: string
  plan: Plan
  stages: {
    number: number
    says: string
    on: string
    massShare: number
    steps: StepLine[]
    hours: Estimate
    spanHours: number
    planned: number
    actual: number
    inked: number
  }[]
  hands: Estimate
  animalsOut: Estimate
  massKg: number
  plantings: readonly Planting[]
  vessel: { lengthCm: number; depthCm: number }
  hardscape: readonly { id: string; footprint: readonly (readonly [number, number])[] }[]
}

/** A plan with its network worked out and what was done of it. Null when the tank has no such plan. */
export function planModel(story: TankHistory, planId: string): PlanModel | null {
  const plan = story.plans.find((candidate) => candidate.id === planId)
  if (!plan) return null
  const done = new Map(
    entriesOf(story.entries, 'step-done')
      .filter((entry) => entry.planId === planId)
      .map((entry) => [entry.stepId, entry]),
  )
  const stages = plan.stages.map((stage) => {
    const steps = plan.steps.filter((step) => step.stage === stage.number)
    const network = stageSchedule(plan.steps, stage.number)
    const times = new Map(network.activities.map((activity) => [activity.id, activity]))
    const lines = steps.map((step): StepLine => {
      const entry = done.get(step.id)
      return {
        ...step,
        critical: times.get(step.id)?.critical ?? false,
        startsAt: times.get(step.id)?.earliestStart ?? 0,
        done: entry
          ? {
              entryId: entry.id,
              at: entry.at,
              minutes: entry.minutes,
              glance: entry.certainty === 'glance',
            }
          : null,
      }
    })
    const inked = lines.filter((line) => line.done !== null)
    return {
      number: stage.number,
      says: stage.says,
      on: stage.on,
      massShare: stage.massShare,
      steps: lines,
      hours: handHours(steps),
      spanHours: network.duration,
      planned: inked.reduce((sum, line) => sum + line.minutes.likely, 0),
      actual: inked.reduce((sum, line) => sum + (line.done?.minutes ?? 0), 0),
      inked: inked.length,
    }
  })
  const layout = currentLayout(story)
  return {
    slug: story.vessel.slug,
    name: story.vessel.name,
    zone: story.vessel.timeZone,
    plan,
    stages,
    hands: handHours(plan.steps),
    animalsOut: animalsOutHours(plan.steps),
    massKg: filledMass(story.vessel, layout).total,
    plantings: story.plantings.filter((planting) => planting.layoutId === layout?.id),
    vessel: story.vessel,
    hardscape: layout?.hardscape.map(({ id, footprint }) => ({ id, footprint })) ?? [],
  }
}
