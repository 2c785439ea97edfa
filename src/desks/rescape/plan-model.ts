import { METRIC, type Measures } from '@/core/quantity/measures'
import type { EntryOf } from '@/core/journal/entry'
import { entriesOf } from '@/core/history/journal-index'
import { tankNow } from '@/core/history/tank-at'
import type { Instant } from '@/core/quantity/time'
import {
  planTitle,
  sayCaution,
  sayMaterial,
  sayStage,
  sayStep,
  type SaidMaterial,
} from '@/core/history/plan.words'
import type { Plan, PlanStep, Planting, TankHistory } from '@/core/history/types'
import type { Estimate } from '@/core/quantity/estimate'
import { animalsOutHours, handHours, stageSchedule } from '@/core/rescape/timing'
import { plantingsLeft, takesChosen } from '@/core/rescape/edit-sections'
import { MAX_MASS_SHARE } from '@/core/rescape/sections'
import { offeredActs } from '@/core/rescape/do-acts'
import { sayAct } from '@/core/rescape/step-acts.words'
import { filledMass } from '@/core/vessel/volume'

/** What a step did to the tank, offered for ink: a sentence, and the figure that may be corrected. */
interface Offer {
  id: string
  says: string
  amount: number | null
  unit: string
}
export interface StepLine extends Omit<PlanStep, 'acts' | 'cautions'> {
  says: string
  cautions: string[]
  offers: Offer[]
  critical: boolean
  /** Hours after the stage begins at which it can start. */
  startsAt: number
  done: { entryId: string; at: string; minutes: number; glance: boolean } | null
}
/** A planting by its stake. */
export interface Staked {
  id: string
  stake: string
}
export interface PlanModel {
  slug: string
  name: string
  zone: string
  title: string
  materials: SaidMaterial[]
  plan: Omit<Plan, 'steps' | 'materials'>
  stages: {
    number: number
    says: string
    on: string
    massShare: number
    /** What stands in its section. */
    plantings: Staked[]
    steps: StepLine[]
    hours: Estimate
    spanHours: number
    planned: number
    actual: number
    inked: number
  }[]
  /** What stands in the tank and in no section of the plan; with it, whether sections can be chosen. */
  left: Staked[]
  choosing: 'sections' | 'plantings' | null
  /** The share of the plant mass that one section should take at most. */
  massCap: number
  hands: Estimate
  animalsOut: Estimate
  massKg: number
  plantings: readonly Planting[]
  vessel: { lengthCm: number; depthCm: number }
  hardscape: readonly { id: string; footprint: readonly (readonly [number, number])[] }[]
}

/** A plan with its network worked out and what was done of it. Null when the tank has no such plan. */
export function planModel(
  story: TankHistory,
  planId: string,
  now: Instant,
  measures: Measures = METRIC,
): PlanModel | null {
  const plan = story.plans.find((candidate) => candidate.id === planId)
  if (!plan) return null
  const { steps: allSteps, materials, ...rest } = plan
  const done = new Map(
    entriesOf(story.entries, 'step-done')
      .filter((entry) => entry.planId === planId)
      .map((entry) => [entry.stepId, entry]),
  )
  const stages = plan.stages.map((stage) => stageOf(stage, plan, done, story, now, measures))
  const { vessel, layout, plantings } = tankNow(story, now)
  return {
    slug: story.vessel.slug,
    name: story.vessel.name,
    zone: story.vessel.timeZone,
    title: planTitle(plan, story),
    materials: materials.map((material) => sayMaterial(material, story, measures)),
    plan: rest,
    stages,
    left: plantingsLeft(plan, story, now).map(({ id, stake }) => ({ id, stake })),
    choosing: choosingOf(plan),
    massCap: MAX_MASS_SHARE,
    hands: handHours(allSteps),
    animalsOut: animalsOutHours(allSteps),
    massKg: filledMass(vessel, layout).total,
    plantings,
    vessel,
    hardscape: layout?.hardscape.map(({ id, footprint }) => ({ id, footprint })) ?? [],
  }
}

/** What can be chosen in a plan: the sections and what stands in them, the plantings of a trim, or nothing where all comes out. */
function choosingOf(plan: Plan): PlanModel['choosing'] {
  if (!takesChosen(plan)) return null
  return plan.option === 'trim' ? 'plantings' : 'sections'
}

type Ticks = ReadonlyMap<string, EntryOf<'step-done'>>

/** A stage with its steps in their network, and what is inked of it. */
function stageOf(
  stage: Plan['stages'][number],
  plan: Plan,
  done: Ticks,
  story: TankHistory,
  now: Instant,
  measures: Measures,
): PlanModel['stages'][number] {
  const steps = plan.steps.filter((step) => step.stage === stage.number)
  const network = stageSchedule(plan.steps, stage.number)
  const times = new Map(network.activities.map((activity) => [activity.id, activity]))
  const named = new Set<string>()
  const lines = steps.map((step): StepLine => {
    const entry = done.get(step.id)
    const { acts, cautions, ...line } = step
    return {
      ...line,
      says: sayStep(step, story, measures),
      // Named at the first step of the stage that needs it: said at each, nobody reads it any more.
      cautions: cautions
        .map((caution) => sayCaution(caution, step, measures))
        .filter((caution) => !named.has(caution) && named.add(caution)),
      offers: entry ? [] : offersOf(story, acts, now),
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
    says: sayStage(stage, plan, story),
    on: stage.on,
    massShare: stage.massShare,
    plantings: stage.plantingIds.flatMap((id) => {
      const planting = story.plantings.find((one) => one.id === id)
      return planting ? [{ id, stake: planting.stake }] : []
    }),
    steps: lines,
    hours: handHours(steps),
    spanHours: network.duration,
    planned: inked.reduce((sum, line) => sum + line.minutes.likely, 0),
    actual: inked.reduce((sum, line) => sum + (line.done?.minutes ?? 0), 0),
    inked: inked.length,
  }
}

const offersOf = (story: TankHistory, acts: PlanStep['acts'], now: Instant): Offer[] =>
  offeredActs(story, acts, now).map(({ act, amount }) => ({
    id: act.id,
    says: sayAct(act, story),
    amount,
    unit: act.do === 'cut' ? 'cm' : '%',
  }))
