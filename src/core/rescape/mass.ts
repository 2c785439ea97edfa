import { plantingsAt, speciesOf } from '../history/lookup'
import type { Planting, PlantGroup, TankHistory } from '../history/types'
import { fitCover } from '../plants/cover'
import { heightCourse, heightOn, patchArea } from '../plants/height'
import { dayOf, type Instant } from '../quantity/time'
import { isFlat } from '../plants/groups'

/** How much living plant stands in a litre of the space it fills, relative to fast stems. Common practice, rough. */
const PACKING: Record<PlantGroup, number> = {
  'stem-fast': 1,
  'stem-slow': 0.9,
  rosette: 0.6,
  crypt: 0.7,
  epiphyte: 0.6,
  moss: 1.2,
  carpet: 1.1,
  floating: 0.8,
}

/** Each planting's share of all plant mass in the tank, 0–1, from patch, height and cover. An empty tank gives an empty map. */
export function massShares(history: TankHistory, now: Instant): Map<string, number> {
  const masses = plantingsAt(history, now).map(
    (planting) => [planting.id, mass(history, planting, now)] as const,
  )
  const total = masses.reduce((sum, [, value]) => sum + value, 0)
  return new Map(masses.map(([id, value]) => [id, total > 0 ? value / total : 0]))
}

function mass(history: TankHistory, planting: Planting, now: Instant): number {
  const { group } = speciesOf(history, planting)
  const height = heightOn(heightCourse(history, planting, now), dayOf(now)).value
  const flat = isFlat(group)
  const cover = flat ? (fitCover(history, planting, now)?.now.value ?? 80) / 100 : 1
  return patchArea(planting) * Math.max(1, height) * cover * PACKING[group]
}
