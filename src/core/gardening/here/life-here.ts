import { gasOf, tankNow } from '../../history/tank-at'
import type { TankHistory } from '../../history/types'
import type { Instant } from '../../quantity/time'
import { conditionsOf } from '../../water/estimate/conditions'
import type { Spot } from './suits'

/** What of a tank decides everywhere in it which kinds do well. */
export type LifeHere = Pick<Spot, 'animals' | 'temperature' | 'gh' | 'gas'>

/** How warm and hard the water is as far as that is known, whether gas runs, and what the animals do to plants. */
export function lifeHere(history: TankHistory, now: Instant): LifeHere {
  const tank = tankNow(history, now)
  const conditions = conditionsOf(history, now)
  const range = (parameter: 'temperature' | 'gh') => {
    const known = conditions.value(parameter)
    return known ? { low: known.low, high: known.high } : null
  }
  return {
    temperature: range('temperature'),
    gh: range('gh'),
    gas: gasOf(tank) !== null,
    animals: tank.populations.flatMap(({ toPlants }) => toPlants ?? []),
  }
}
