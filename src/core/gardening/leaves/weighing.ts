import { versionOn } from '../../history/dated'
import { isTablet, tabletLife } from '../../water/dosing/dosing'
import { entriesOf, entryDay } from '../../history/journal-index'
import { speciesOf } from '../../history/lookup'
import { gasOf, tankNow } from '../../history/tank-at'
import type { Planting, Species, TankHistory } from '../../history/types'
import { turnOf } from '../../plants/turn'
import { growthSegments } from '../../plants/growth'
import { factsOf } from '../../plants/kinds'
import type { Estimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import type { Parameter } from '../../quantity/units'
import { conditionsOf, type WaterConditions } from '../../water/estimate/conditions'
import { leastPar } from '../light/least-par'
import { harmTo } from '../here/suits'
import { FIXED, MOVABLE, type Cause } from './causes'
import type { SeenLeaf } from './looks'

/** One line of evidence for or against a cause, in log odds (common practice). */
export interface Weighed {
  cause: Cause
  weight: number
  of:
    | { is: 'level'; parameter: Parameter; level: Estimate; low: boolean }
    | { is: 'never tested'; parameter: Parameter }
    | { is: 'no gas' }
    | { is: 'gas runs' }
    | { is: 'gas changed'; day: number }
    | { is: 'light at foot'; par: number; least: number; enough: boolean }
    | { is: 'moved'; daysAgo: number; sulksWeeks: number }
    | { is: 'not moved' }
    | { is: 'eaten here' }
    | { is: 'nobody eats' }
    | { is: 'others show it'; stakes: readonly string[] }
    | { is: 'alone' }
    | { is: 'no tablets'; days: number | null }
    | { is: 'raised in air'; daysAgo: number }
    | { is: 'growth quickened'; day: number }
}
export interface LeafSetting {
  planting: Planting
  species: Species
  /** Day since which it stands where it does: planted, or moved there. */
  standsSince: number
  /** Light at its foot, µmol; null: not reckoned. */
  par: number | null
  /** What other plantings show of late. */
  others: readonly SeenLeaf[]
  /** How all plantings are called. */
  stakeOf: (plantingId: string) => string | null
}

/** Levels under which plants want for it, and over which they do not, canonical units. Common practice: traces suffice where they do not run out. */
const WANTS: readonly { cause: Cause; parameter: Parameter; under: number; over: number }[] = [
  { cause: 'nitrogen', parameter: 'nitrate', under: 4, over: 10 },
  { cause: 'phosphorus', parameter: 'phosphate', under: 0.1, over: 0.5 },
  { cause: 'potassium', parameter: 'potassium', under: 4, over: 10 },
  { cause: 'magnesium', parameter: 'magnesium', under: 3, over: 6 },
  { cause: 'calcium', parameter: 'calcium', under: 12, over: 25 },
  { cause: 'magnesium', parameter: 'gh', under: 3, over: 7 },
  { cause: 'calcium', parameter: 'gh', under: 3, over: 7 },
  { cause: 'iron', parameter: 'iron', under: 0.03, over: 0.1 },
]
const WEIGHS = { low: 1.3, high: -1.5 } as const
const GAS_RECENT_DAYS = 30
const NUTRIENTS: readonly Cause[] = [...MOVABLE, ...FIXED]

/** Everything on paper that bears on what ails the leaves of a planting. */
export function weighedFor(
  history: TankHistory,
  setting: LeafSetting,
  seen: SeenLeaf,
  now: Instant,
): Weighed[] {
  return [
    ...ofWater(conditionsOf(history, now)),
    ...ofGas(history, setting, now),
    ...ofLight(setting),
    ...ofMove(history, setting, seen),
    ...ofAnimals(history, setting, now),
    ...ofOthers(setting, seen),
    ...ofRoots(history, setting, now),
    ...ofSpeed(history, setting, now),
  ]
}

function ofWater(conditions: WaterConditions): Weighed[] {
  return WANTS.flatMap(({ cause, parameter, under, over }): Weighed[] => {
    const level = conditions.value(parameter)
    if (!level)
      return parameter === 'gh' ? [] : [{ cause, weight: 0, of: { is: 'never tested', parameter } }]
    if (level.value < under)
      return [{ cause, weight: WEIGHS.low, of: { is: 'level', parameter, level, low: true } }]
    return level.low > over
      ? [{ cause, weight: WEIGHS.high, of: { is: 'level', parameter, level, low: false } }]
      : []
  })
}

function ofGas(history: TankHistory, { species }: LeafSetting, now: Instant): Weighed[] {
  const gas = gasOf(tankNow(history, now))
  const needs = factsOf(species).gas
  if (!gas)
    return needs === 'needs it'
      ? [{ cause: 'gas', weight: 1.5, of: { is: 'no gas' } }]
      : [{ cause: 'gas', weight: -0.5, of: { is: 'no gas' } }]
  const changed = history.equipment
    .flatMap((record) => (record.kind === 'gas' ? record.settings.slice(1) : []))
    .map(({ from }) => dayOf(from))
    .findLast((day) => day <= dayOf(now) && day > dayOf(now) - GAS_RECENT_DAYS)
  return changed === undefined
    ? [{ cause: 'gas', weight: -0.4, of: { is: 'gas runs' } }]
    : [{ cause: 'gas', weight: 0.8, of: { is: 'gas changed', day: changed } }]
}

function ofLight({ par, species }: LeafSetting): Weighed[] {
  if (par === null) return []
  const least = leastPar(species)
  const enough = par >= least
  return [
    {
      cause: 'light',
      weight: enough ? -0.8 : 1.5,
      of: { is: 'light at foot', par, least, enough },
    },
  ]
}

const DAYS_A_WEEK = 7
/** What was grown in air loses those leaves under water, whatever it is of. Common practice: pots, bunches and plugs are raised in air, cups in jelly. */
const RAISED_IN_AIR: ReadonlySet<Planting['origin']> = new Set(['pot', 'bunch', 'plug'])
export const AIR_WEEKS = 6

/** Days since a planting that was raised or stood in air came under water, while it still loses its leaves for it; null: it did not, or that is over. */
export function underWaterDays(
  { plantings }: Pick<TankHistory, 'plantings'>,
  { planting, species, standsSince }: Pick<LeafSetting, 'planting' | 'species' | 'standsSince'>,
  day: number,
): number | null {
  const record = plantings.find(({ id }) => id === planting.id)
  const first = record === undefined || dayOf(record.stands[0].from) === standsSince
  const { emersed, land } = factsOf(species)
  const raised = first && RAISED_IN_AIR.has(planting.origin)
  if (!raised || land !== null || emersed === 'never' || emersed === 'hardly') return null
  const days = day - standsSince
  return days >= 0 && days <= AIR_WEEKS * DAYS_A_WEEK ? days : null
}

function ofMove(history: TankHistory, setting: LeafSetting, { at }: SeenLeaf): Weighed[] {
  const { sulksWeeks } = factsOf(setting.species)
  const daysAgo = dayOf(at) - setting.standsSince
  const underWater = underWaterDays(history, setting, dayOf(at))
  const found: Weighed[] = []
  if (daysAgo >= 0 && daysAgo <= Math.max(1, sulksWeeks) * DAYS_A_WEEK)
    found.push({ cause: 'melt', weight: 2, of: { is: 'moved', daysAgo, sulksWeeks } })
  if (underWater !== null)
    found.push({ cause: 'melt', weight: 1.5, of: { is: 'raised in air', daysAgo: underWater } })
  return found.length > 0 ? found : [{ cause: 'melt', weight: -1.5, of: { is: 'not moved' } }]
}

function ofAnimals(
  history: TankHistory,
  { planting, species }: LeafSetting,
  now: Instant,
): Weighed[] {
  const animals = tankNow(history, now).populations.flatMap(({ toPlants }) => toPlants ?? [])
  return harmTo(species.group, animals, planting.perch !== null).includes('eaten')
    ? [{ cause: 'animal', weight: 1.5, of: { is: 'eaten here' } }]
    : [{ cause: 'animal', weight: -1, of: { is: 'nobody eats' } }]
}

/** What ails the water shows on more than one planting. */
function ofOthers({ planting, others, stakeOf }: LeafSetting, seen: SeenLeaf): Weighed[] {
  const alike = others.filter(
    (one) => one.plantingId !== planting.id && one.look === seen.look && one.on === seen.on,
  )
  const stakes = [...new Set(alike.flatMap((one) => stakeOf(one.plantingId) ?? []))]
  const of: Weighed['of'] = stakes.length > 0 ? { is: 'others show it', stakes } : { is: 'alone' }
  return NUTRIENTS.map((cause) => ({ cause, weight: stakes.length > 0 ? 0.6 : -0.2, of }))
}

function ofRoots(history: TankHistory, { species }: LeafSetting, now: Instant): Weighed[] {
  if (species.feedsBy !== 'root') return []
  const last = entriesOf(history.entries, 'dose').findLast((dose) => isTablet(history, dose))
  const days = last ? dayOf(now) - entryDay(last) : null
  return last && days !== null && days <= tabletLife(history, last).high
    ? []
    : (['nitrogen', 'potassium', 'iron'] as const).map((cause) => ({
        cause,
        weight: 0.5,
        of: { is: 'no tablets', days },
      }))
}

/** What suddenly grows faster, leaves in air among it, eats up what was enough before. */
function ofSpeed(history: TankHistory, { planting }: LeafSetting, now: Instant): Weighed[] {
  const turn = turnOf(growthSegments(history, planting.id, now), dayOf(now))
  return turn && turn.after.value > turn.before.value
    ? NUTRIENTS.map((cause) => ({
        cause,
        weight: 0.5,
        of: { is: 'growth quickened', day: turn.day },
      }))
    : []
}

export function settingOf(
  history: TankHistory,
  planting: Planting,
  par: number | null,
  others: readonly SeenLeaf[],
  now: Instant,
): LeafSetting {
  const record = history.plantings.find(({ id }) => id === planting.id)
  const stands = record && versionOn(record.stands, dayOf(now))
  return {
    planting,
    species: speciesOf(history, planting),
    standsSince: dayOf(stands?.from ?? planting.plantedAt),
    par,
    others,
    stakeOf: (id) => history.plantings.find((one) => one.id === id)?.stake ?? null,
  }
}
