import { plantingsAt } from '../history/lookup'
import { tankNow } from '../history/tank-at'
import type { Plan, PlanMaterial, PlanStage, PlanStep, TankHistory } from '../history/types'
import type { Instant } from '../quantity/time'
import { materialsFor } from './materials'
import { sideOf } from './plan'
import { partOf, sectionOf } from './sections'
import { sectionSteps, trimSteps } from './steps'

/**
 * A plan with a stage worked out anew for the plantings it takes now: steps, minutes, litres, mass and materials. What the keeper
 * put into it, dropped from it or moved within it stays so. Without plantings the stage goes. Other stages are as they were.
 */
export function restage(
  plan: Plan,
  stage: PlanStage,
  plantingIds: readonly string[],
  history: TankHistory,
  now: Instant,
): Plan {
  const standing = plantingsAt(history, now)
  const of = (ids: readonly string[]) => standing.filter(({ id }) => ids.includes(id))
  const renewed = plan.steps.some(({ does }) => does === 'new soil in')
  const work = (ids: readonly string[]) => {
    if (ids.length === 0) return []
    if (plan.option === 'trim') return trimSteps(history, now, of(ids), stage.number)
    return sectionSteps(history, sectionOf(history, of(ids), now), stage.number, renewed, now)
  }
  const own = plan.steps.filter((step) => step.stage === stage.number)
  const others = plan.steps.filter((step) => step.stage !== stage.number)
  const steps =
    plantingIds.length === 0 ? [] : reworked(own, work(stage.plantingIds), work(plantingIds))
  const section = sectionOf(history, of(plantingIds), now)
  const stages = plan.stages
    .map((one) =>
      one.number === stage.number
        ? {
            ...one,
            plantingIds,
            side: plan.option === 'trim' ? null : sideOf(section, tankNow(history, now)),
            massShare: plan.option === 'trim' ? one.massShare : section.massShare,
            part: undefined,
          }
        : one,
    )
    .filter((one) => one.plantingIds.length > 0)
  const sections = stages.map((one) =>
    partOf(sectionOf(history, of(one.plantingIds), now), one.part),
  )
  return {
    ...plan,
    stages,
    steps: [...others, ...steps].sort((a, b) => a.stage - b.stage),
    materials: keptMaterials(
      plan.materials,
      materialsFor(history, plan.option, sections, renewed, now),
      new Set(plantingIds),
    ),
  }
}

/** The steps as the keeper has them, with what they say taken from the new reckoning. `before`: as they were reckoned before. */
function reworked(
  own: readonly PlanStep[],
  before: readonly PlanStep[],
  after: readonly PlanStep[],
): PlanStep[] {
  const has = (steps: readonly PlanStep[], id: string) => steps.some((step) => step.id === id)
  const kept = own.flatMap((step) => {
    const anew = after.find(({ id }) => id === step.id)
    if (anew) return [anew]
    return has(before, step.id) ? [] : [step]
  })
  const list = [...kept]
  for (const step of after) {
    // What was reckoned before and is not there was dropped.
    if (has(own, step.id) || has(before, step.id)) continue
    const last = Math.max(-1, ...step.after.map((id) => list.findIndex((one) => one.id === id)))
    list.splice(last + 1, 0, step)
  }
  const waitsFor = (id: string): readonly string[] => {
    if (has(list, id)) return [id]
    const gone = [...after, ...before, ...own].find((step) => step.id === id)
    return gone ? gone.after.flatMap(waitsFor) : []
  }
  return list.map((step) => {
    const added = own
      .filter(({ id }) => id === step.id)
      .flatMap(({ after: ids }) => ids.filter((id) => !has(before, id)))
    return { ...step, after: [...new Set([...step.after, ...added].flatMap(waitsFor))] }
  })
}

/** What was reckoned for plantings of other stages, and what the keeper wrote, stays as it was. */
function keptMaterials(
  former: readonly PlanMaterial[],
  anew: readonly PlanMaterial[],
  ofStage: ReadonlySet<string>,
): PlanMaterial[] {
  const isFormer = ({ plantingId }: PlanMaterial) => plantingId !== null && !ofStage.has(plantingId)
  const wanted = new Set(anew.flatMap(({ plantingId }) => plantingId ?? []))
  return [
    ...anew.filter((material) => !isFormer(material)),
    ...former.filter((material) => isFormer(material) && wanted.has(material.plantingId ?? '')),
    ...former.filter(({ item }) => item === 'own words'),
  ]
}
