import type { PlanStep } from '../history/types'
import type { Estimate } from '../quantity/estimate'
import { normalEstimate } from '../quantity/estimate'
import { pert, schedule, type Activity, type Schedule } from './network'

const MINUTES_PER_HOUR = 60

/** Steps as network activities, in hours, waits included. */
export function activitiesOf(steps: readonly PlanStep[]): Activity[] {
  return steps.map((step) => ({
    id: step.id,
    after: step.after,
    wait: step.waitHours,
    best: step.minutes.best / MINUTES_PER_HOUR,
    likely: step.minutes.likely / MINUTES_PER_HOUR,
    worst: step.minutes.worst / MINUTES_PER_HOUR,
  }))
}

/** A day's pace carries through all its steps: one common factor with this relative spread. Common practice; the PERT spreads alone would cancel out and promise too much. */
const PACE_SPREAD = 0.18

/** Hours of hands: the sum of all step times; 80 % range from the steps' own PERT variances and the pace they share. */
export function handHours(steps: readonly PlanStep[]): Estimate {
  const parts = activitiesOf(steps).map(pert)
  const mean = parts.reduce((sum, part) => sum + part.mean, 0)
  const sd = Math.hypot(
    Math.sqrt(parts.reduce((sum, part) => sum + part.variance, 0)),
    PACE_SPREAD * mean,
  )
  return normalEstimate(mean, sd, `${steps.length} steps by the areas and litres of this tank`, 0)
}

/** Hours from the first animal caught to the last one back, by the critical path; zero when they stay in. */
export function animalsOutHours(steps: readonly PlanStep[]): Estimate {
  const out = steps.filter((step) => step.animalsOut)
  if (out.length === 0)
    return { value: 0, low: 0, high: 0, because: 'the animals stay in their tank' }
  const times = schedule(activitiesOf(steps)).activities
  const within = times.filter((activity) => out.some((step) => step.id === activity.id))
  const from = Math.min(...within.map((activity) => activity.earliestStart))
  const to = Math.max(...within.map((activity) => activity.earliestFinish))
  const own = Math.sqrt(
    within
      .filter((activity) => activity.critical)
      .reduce((sum, activity) => sum + activity.variance, 0),
  )
  const sd = Math.hypot(own, PACE_SPREAD * (to - from))
  return normalEstimate(
    to - from,
    sd,
    `from the first catch to the last return, ${out.length} steps`,
    0,
  )
}

/** The network of one stage's steps. */
export function stageSchedule(steps: readonly PlanStep[], stage: number): Schedule {
  return schedule(activitiesOf(steps.filter((step) => step.stage === stage)))
}
