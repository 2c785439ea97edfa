import { routinesAt, usualSource } from '@/core/history/lookup'
import type { Band, SourceWater, TankHistory } from '@/core/history/types'
import type { Estimate } from '@/core/quantity/estimate'
import { dayOf, type Instant } from '@/core/quantity/time'
import type { Parameter } from '@/core/quantity/units'
import {
  easiest,
  routinesWithin,
  type RoutineChoice,
  tankWater,
  type TankWater,
} from '@/core/water/changes/change-planner'
import { conditionsOf } from '@/core/water/estimate/conditions'
import { steadyBeforeChange } from '@/core/water/changes/dilution'
import { creepFactor } from '@/core/water/changes/mixing'
import { incomePerDay } from '@/core/water/estimate/estimate'
import { bandNow } from '@/core/water/facts/parameters'
import { firstHardness, firstTarget } from '@/core/water/changes/wishes'
import { changeRegime, type ChangeRegime } from '@/core/water/changes/regime'
import { evaporation, levelOfSource } from '@/core/water/facts/sources'
import { tankNow } from '@/core/history/tank-at'
import { filledMass, litresPerCentimetre, netLitres } from '@/core/vessel/volume'
import { stampOf } from '@/data/stamp'

/** Parameters that a change can bring somewhere. */
export const CHANGED = [
  'nitrate',
  'phosphate',
  'potassium',
  'gh',
  'kh',
  'conductivity',
  'ammonia',
  'nitrite',
] as const satisfies readonly Parameter[]

export interface ChangesModel {
  slug: string
  name: string
  parameter: Parameter
  now: Estimate | null
  litres: number
  litresPerCm: number
  bucketLitres: number
  filledKg: number
  band: Band
  sources: SourceWater[]
  /** What each source holds of the parameter, by its id. */
  levels: Record<string, number>
  usualSourceId: string | null
  /** What a change, and the hardness of new water, are first reckoned for. */
  first: { target: number; gh: number; kh: number }
  tank: TankWater
  regime: ChangeRegime
  routine: { everyDays: number; fraction: number } | null
  routineStamp: string
  choices: RoutineChoice[]
  easiest: RoutineChoice | null
  /** Where the present rhythm ends, null without a gain to reckon with. */
  settles: number | null
  loss: Estimate
  creep: number | null
}

/** All that the page of changes shows. */
export function changesModel(story: TankHistory, parameter: Parameter, now: Instant): ChangesModel {
  const { vessel, layout, sources } = tankNow(story, now)
  const conditions = conditionsOf(story, now)
  const estimate = conditions.of(parameter)
  const litres = netLitres(vessel, layout)
  const regime = changeRegime(story, now)
  const source = usualSource(story, now)
  const level = levelOfSource(story, source?.id ?? null, parameter, dayOf(now))
  const band = bandNow(story, parameter, now)
  const routine = routinesAt(story, now).find((candidate) => candidate.kind === 'water-change')
  const choices = estimate && !estimate.settings.settle ? routinesWithin(estimate, band, level) : []
  const loss = evaporation(story, dayOf(now), litres)
  const habit =
    regime.everyDays && regime.fraction
      ? { everyDays: regime.everyDays.median, fraction: regime.fraction }
      : null
  return {
    slug: vessel.slug,
    name: vessel.name,
    parameter,
    now: estimate?.now ?? null,
    litres,
    litresPerCm: litresPerCentimetre(vessel),
    bucketLitres: vessel.care.bucketLitres,
    filledKg: filledMass(vessel, layout).total,
    band,
    sources: [...sources],
    levels: Object.fromEntries(
      sources.map((one) => [one.id, levelOfSource(story, one.id, parameter, dayOf(now))]),
    ),
    usualSourceId: source?.id ?? null,
    first: {
      target: firstTarget(estimate?.now ?? null, band),
      ...firstHardness(story, conditions, sources, now),
    },
    tank: tankWater(conditions),
    regime,
    routineStamp: stampOf(routine ?? null),
    routine:
      routine && routine.amount !== null
        ? { everyDays: routine.everyDays, fraction: routine.amount }
        : null,
    choices,
    easiest: easiest(choices),
    settles:
      estimate && !estimate.settings.settle && habit
        ? Math.max(
            0,
            steadyBeforeChange(
              incomePerDay(estimate),
              habit.everyDays,
              Math.min(1, habit.fraction),
              level,
            ),
          )
        : null,
    loss,
    creep: habit ? creepFactor(loss.value, habit.everyDays, habit.fraction, litres) : null,
  }
}
