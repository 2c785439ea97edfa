import type { Glass } from '../history/types'
import { groundDepth } from '../vessel/ground-depth'
import { lightOf } from '../vessel/light'
import { parAt, type StandingPlant } from './canopy'
import type { Scene } from './scene'

/** Light at the ground of a tank, cell by cell: rows from the front to the back, each from left to right. */
export interface LightMap {
  columns: number
  rows: number
  /** Side of a cell, cm. */
  stepCm: number
  /** µmol m⁻² s⁻¹ at the middle of each cell. */
  par: Float64Array
}

/** Light at the ground on the day of a scene, all canopies in it: see {@link parAt}. `stepCm`: side of a cell. */
export function lightMap({ tank, plants }: Scene, stepCm = 1): LightMap {
  const { vessel, layout, equipment } = tank
  const light = lightOf(equipment, vessel)
  const surface = {
    par: light.parAtSurface,
    waterlineCm: vessel.waterlineCm,
    lampCm: light.aboveWaterCm ?? undefined,
  }
  const canopy = plants.map(
    ({ planting, staged, rootCm, height, cover, bareShare }): StandingPlant => ({
      planting,
      species: staged.species,
      rootCm,
      topCm: rootCm + height.value,
      coverPercent: cover.value,
      bareShare,
    }),
  )
  const { columns, rows } = cellsOf(vessel, stepCm)
  const par = new Float64Array(columns * rows)
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const [x, z] = [(column + 0.5) * stepCm, (row + 0.5) * stepCm]
      const y = layout ? groundDepth(layout.ground, vessel.depthCm, x, z) : 0
      par[row * columns + column] = parAt({ x, y, z }, canopy, surface)
    }
  return { columns, rows, stepCm, par }
}

const cellsOf = ({ lengthCm, depthCm }: Pick<Glass, 'lengthCm' | 'depthCm'>, stepCm: number) => ({
  columns: Math.max(2, Math.round(lengthCm / stepCm)),
  rows: Math.max(2, Math.round(depthCm / stepCm)),
})
