import { parAt } from '../../layout/canopy'
import type { Scene } from '../../layout/scene'
import { canopiesOf, lightOnWater } from '../../layout/scene-light'

/** Light in a pane of water across the middle of a tank, cell by cell: rows from the bottom up, each from left to right, µmol m⁻² s⁻¹. */
export interface FrontLight {
  columns: number
  rows: number
  stepCm: number
  par: Float64Array
}

/** Light as it is seen from the front, midway between the panes, all canopies in it, up to the water line. */
export function frontLight(scene: Scene, stepCm = 1): FrontLight {
  const { vessel } = scene.tank
  const surface = lightOnWater(scene)
  const canopies = canopiesOf(scene)
  const columns = Math.max(2, Math.round(vessel.lengthCm / stepCm))
  const rows = Math.max(2, Math.round(vessel.waterlineCm / stepCm))
  const par = new Float64Array(columns * rows)
  const z = vessel.depthCm / 2
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++)
      par[row * columns + column] = parAt(
        { x: (column + 0.5) * stepCm, y: (row + 0.5) * stepCm, z },
        canopies,
        surface,
      )
  return { columns, rows, stepCm, par }
}
