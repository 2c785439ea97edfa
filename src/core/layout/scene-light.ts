import { lightOf } from '../vessel/light'
import { canopyOf, type Canopy, type LightOnWater } from './canopy'
import type { Scene } from './scene'

/** The light on the water of a scene, and for how many hours. */
export function lightOnWater({ tank }: Pick<Scene, 'tank'>): LightOnWater & { hours: number } {
  const { parAtSurface, hours, aboveWaterCm, beams } = lightOf(tank.equipment, tank.vessel)
  return {
    par: parAtSurface,
    hours,
    waterlineCm: tank.vessel.waterlineCm,
    lampCm: aboveWaterCm ?? undefined,
    beams,
  }
}

/** The plantings of a scene as canopies. */
export const canopiesOf = ({ plants }: Pick<Scene, 'plants'>): Canopy[] =>
  canopyOf(
    plants.map(({ planting, staged, rootCm, height, cover, bareShare }) => ({
      planting,
      species: staged.species,
      rootCm,
      topCm: rootCm + height.value,
      coverPercent: cover.value,
      bareShare,
    })),
  )
