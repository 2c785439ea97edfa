import { entriesOf, entryDay } from '../../history/journal-index'
import { plantingsAt, speciesOf } from '../../history/lookup'
import { tankNow } from '../../history/tank-at'
import type { CuttingsWent } from '../../journal/kinds/cuttings'
import type { Planting, TankHistory } from '../../history/types'
import { isStem } from '../../plants/groups'
import { heightCourse, heightOn } from '../../plants/height'
import { dayOf, type Instant } from '../../quantity/time'
import { RAW_DAYS } from './waiting-list'

/** Cuttings of a year by where they went, the most first. */
export function cuttingsWent(
  { entries }: TankHistory,
  now: Instant,
): { went: CuttingsWent; count: number; plantingIds: string[] }[] {
  const today = dayOf(now)
  const sums = new Map<CuttingsWent, { count: number; ids: Set<string> }>()
  for (const entry of entriesOf(entries, 'cuttings')) {
    if (entryDay(entry) > today || entryDay(entry) <= today - YEAR_DAYS) continue
    const sum = sums.get(entry.went) ?? { count: 0, ids: new Set<string>() }
    sum.count += entry.count
    sum.ids.add(entry.plantingId)
    sums.set(entry.went, sum)
  }
  return [...sums]
    .map(([went, { count, ids }]) => ({ went, count, plantingIds: [...ids] }))
    .sort((a, b) => b.count - a.count)
}
const YEAR_DAYS = 365

/** A planting that was held and is ready to go back, or waits, and for what. */
export type Held = { planting: Planting } & (
  | { state: 'ready' }
  | { state: 'roots'; days: number }
  | { state: 'grows'; cm: number; wants: number }
  | { state: 'waits for the tank'; days: number }
)
/** Rooted enough to be moved after so many days, tall enough from this height on. Common practice, from memory. */
const ROOTED_DAYS = 21
const READY_CM = 12

/** Very small cup-grown epiphytes wait for the end of a raw tank. In a nursery or holding tank: what is ready to go back and what it waits for. Elsewhere: what was planted too soon for a raw tank. */
export function heldBack(history: TankHistory, now: Instant): Held[] {
  const { vessel } = tankNow(history, now)
  const today = dayOf(now)
  const nursery = vessel.kind === 'nursery' || vessel.kind === 'holding'
  return plantingsAt(history, now).flatMap((planting): Held[] => {
    const { group } = speciesOf(history, planting)
    const raw = RAW_DAYS - (today - dayOf(vessel.startedAt))
    if (group === 'epiphyte' && planting.origin === 'cup' && raw > 0)
      return [{ planting, state: 'waits for the tank', days: raw }]
    if (!nursery) return []
    const stood = today - dayOf(planting.plantedAt)
    if (stood < ROOTED_DAYS) return [{ planting, state: 'roots', days: ROOTED_DAYS - stood }]
    const cm = heightOn(heightCourse(history, planting, now), today).value
    return isStem(group) && cm < READY_CM
      ? [{ planting, state: 'grows', cm, wants: READY_CM }]
      : [{ planting, state: 'ready' }]
  })
}
