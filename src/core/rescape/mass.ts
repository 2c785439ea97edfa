import { plantingsAt } from '../history/lookup'
import type { TankHistory } from '../history/types'
import { filledSpace } from '../plants/mass'
import type { Instant } from '../quantity/time'

/** Each planting's share of all plant mass in the tank, 0–1, from patch, height and cover. An empty tank gives an empty map. */
export function massShares(history: TankHistory, now: Instant): Map<string, number> {
  const masses = plantingsAt(history, now).map(
    (planting) => [planting.id, filledSpace(history, planting, now)] as const,
  )
  const total = masses.reduce((sum, [, value]) => sum + value, 0)
  return new Map(masses.map(([id, value]) => [id, total > 0 ? value / total : 0]))
}
