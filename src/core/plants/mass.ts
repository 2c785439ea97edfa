import { speciesOf } from '../history/lookup'
import type { PlantGroup, Planting, TankHistory } from '../history/types'
import { dayOf, type Instant } from '../quantity/time'
import { fitCover } from './cover'
import { isFlat } from './groups'
import { heightCourse, heightOn } from './height'
import { patchArea } from './place'

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
/** Dry matter in a litre filled with fast stems, g: 20 g fresh, of which a tenth is dry. Common practice, from memory; within a factor of two. */
const DRY_GRAMS_PER_LITRE = 2
/** Cover, %, where nobody judged it. */
const COVER_UNSEEN = 80

/** Space a planting fills, cm³, weighed by how densely its kind fills it. */
export function filledSpace(history: TankHistory, planting: Planting, now: Instant): number {
  const { group } = speciesOf(history, planting)
  const height = heightOn(heightCourse(history, planting, now), dayOf(now)).value
  return spaceOf(history, planting, Math.max(1, height), group, now)
}

/** Dry matter of a planting, g. */
export const dryGrams = (history: TankHistory, planting: Planting, now: Instant): number =>
  (filledSpace(history, planting, now) * DRY_GRAMS_PER_LITRE) / 1000

/** Dry matter that so much more height is, g. */
export function dryGramsOf(
  history: TankHistory,
  planting: Planting,
  heightCm: number,
  now: Instant,
): number {
  const { group } = speciesOf(history, planting)
  return (spaceOf(history, planting, heightCm, group, now) * DRY_GRAMS_PER_LITRE) / 1000
}

function spaceOf(
  history: TankHistory,
  planting: Planting,
  heightCm: number,
  group: PlantGroup,
  now: Instant,
): number {
  const cover = isFlat(group)
    ? (fitCover(history, planting, now)?.now.value ?? COVER_UNSEEN) / 100
    : 1
  return patchArea(planting) * heightCm * cover * PACKING[group]
}
