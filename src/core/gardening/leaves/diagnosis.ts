import { plantingsAt } from '../../history/lookup'
import type { Planting, School, Species, TankHistory } from '../../history/types'
import { sceneOn, stageOf } from '../../layout/scene'
import { factsOf } from '../../plants/kinds'
import { dayOf, type Instant } from '../../quantity/time'
import type { Parameter } from '../../quantity/units'
import { CAUSES, speaksFor, type Cause } from './causes'
import { leavesSeen, NEW_LEAVES_DAYS, type SeenLeaf } from './looks'
import { AIR_WEEKS, settingOf, underWaterDays, weighedFor, type Weighed } from './weighing'

/** What would tell the likeliest from the next, cheapest first. */
export type Settles =
  | { by: 'test'; parameter: Parameter }
  | { by: 'wait'; until: number }
  | { by: 'torch' }
  | { by: 'thin out' }
  | { by: 'watch the bubbles' }
  | { by: 'remedy' }
export interface Explanation {
  cause: Cause
  /** Odds among all explanations, 0–1. */
  odds: number
  for: Weighed[]
  against: Weighed[]
}
/** What the leaves of a planting say, with explanations by their odds. */
export interface Diagnosis {
  planting: Planting
  species: Species
  seen: SeenLeaf
  /** The likeliest first; none below a tenth. */
  explanations: Explanation[]
  settles: Settles
  /** Day on which new growth tells whether a remedy worked. */
  judgeOn: number
  /** How this keeper feeds. */
  school: School
  /** It is best to wait, until this day; null: not. */
  waitUntil: number | null
}

/** Less likely than this is not named. */
const WORTH_NAMING = 0.1
const DAYS_A_WEEK = 7

/** What ails the plants whose leaves were written down of late, the surest first: explanations weighed by the look, where on the plant it is, and everything on paper. */
export function diagnoses(history: TankHistory, now: Instant): Diagnosis[] {
  const seen = leavesSeen(history, now)
  if (seen.length === 0) return []
  const standing = new Map(plantingsAt(history, now).map((one) => [one.id, one]))
  const scene = sceneOn(stageOf(history, now), dayOf(now))
  const parOf = (id: string) => scene.plants.find(({ planting }) => planting.id === id)?.par ?? null
  const all = seen.flatMap((one): Diagnosis[] => {
    const planting = standing.get(one.plantingId)
    if (!planting) return []
    const setting = settingOf(history, planting, parOf(planting.id), seen, now)
    const weighed = weighedFor(history, setting, one, now)
    const explanations = ranked(one, weighed)
    const { sulksWeeks } = factsOf(setting.species)
    const melts = explanations[0]?.cause === 'melt'
    const inAir = underWaterDays(history, setting, dayOf(one.at)) !== null
    const weeks = inAir ? Math.max(sulksWeeks, AIR_WEEKS) : sulksWeeks
    const waitUntil = melts ? setting.standsSince + weeks * DAYS_A_WEEK : null
    return [
      {
        planting,
        species: setting.species,
        seen: one,
        explanations,
        settles: settledBy(explanations, weighed, waitUntil),
        judgeOn: dayOf(now) + NEW_LEAVES_DAYS[setting.species.group],
        waitUntil,
        school: scene.tank.vessel.care.school,
      },
    ]
  })
  return all.sort((a, b) => surest(b) - surest(a))
}

const surest = ({ explanations }: Diagnosis): number => explanations[0]?.odds ?? 0

/** Causes by their odds: the log odds of the look and of all evidence, made to add up to one. */
export function ranked(
  { look, on }: Pick<SeenLeaf, 'look' | 'on'>,
  weighed: readonly Weighed[],
): Explanation[] {
  const scores = CAUSES.map((cause) => {
    const own = weighed.filter((one) => one.cause === cause)
    const sum = own.reduce((total, one) => total + one.weight, speaksFor(cause, look, on))
    return { cause, own, share: Math.exp(sum) }
  })
  const total = scores.reduce((sum, { share }) => sum + share, 0)
  return scores
    .map(({ cause, own, share }) => ({
      cause,
      odds: share / total,
      for: own.filter(({ weight }) => weight > 0),
      against: own.filter(({ weight }) => weight < 0),
    }))
    .filter(({ odds }) => odds >= WORTH_NAMING)
    .sort((a, b) => b.odds - a.odds)
}

const TESTED_BY: Readonly<Partial<Record<Cause, Parameter>>> = {
  nitrogen: 'nitrate',
  phosphorus: 'phosphate',
  potassium: 'potassium',
  magnesium: 'magnesium',
  calcium: 'calcium',
  iron: 'iron',
}

/** The cheapest look or test that would move the likeliest explanation most: one that was never made comes first. */
function settledBy(
  explanations: readonly Explanation[],
  weighed: readonly Weighed[],
  waitUntil: number | null,
): Settles {
  if (waitUntil !== null) return { by: 'wait', until: waitUntil }
  const untested = (parameter: Parameter) =>
    weighed.some(({ of }) => of.is === 'never tested' && of.parameter === parameter)
  const open = explanations
    .map(({ cause }) => TESTED_BY[cause])
    .find((parameter) => parameter !== undefined && untested(parameter))
  if (open) return { by: 'test', parameter: open }
  switch (explanations[0]?.cause) {
    case 'animal':
      return { by: 'torch' }
    case 'light':
    case 'age':
    case 'melt':
      return { by: 'thin out' }
    case 'gas':
    case 'trace elements':
      return { by: 'watch the bubbles' }
    default:
      // What can be tested was: nothing tells more than the remedy, alone.
      return { by: 'remedy' }
  }
}
