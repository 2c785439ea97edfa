import type { Glass } from '../history/types'
import { groundDepth } from '../vessel/ground-depth'
import { letThrough, openPar, shadeReach } from './canopy'
import type { Scene } from './scene'
import { canopiesOf, lightOnWater } from './scene-light'

/** Steps by which a map of light is drawn, µmol m⁻² s⁻¹: below each it is a shade darker. Common practice: low under 30, medium to 80; carpets want 30, crypts do with 12. */
export const LIGHT_STEPS = [80, 30, 12] as const

/** Light at the ground of a tank, cell by cell: rows from the front to the back, each from left to right. */
export interface LightMap {
  columns: number
  rows: number
  /** Side of a cell, cm. */
  stepCm: number
  /** µmol m⁻² s⁻¹ at the middle of each cell. */
  par: Float64Array
}

/** Light at the ground on the day of a scene, all canopies in it: the same as parAt at each cell. `stepCm`: side of a cell. */
export function lightMap(scene: Scene, stepCm = 1): LightMap {
  const { vessel, layout } = scene.tank
  const surface = lightOnWater(scene)
  const canopy = canopiesOf(scene)
  const { columns, rows } = cellsOf(vessel, stepCm)
  const par = new Float64Array(columns * rows)
  const heights = new Float64Array(columns * rows)
  const at = (cell: number) => (cell + 0.5) * stepCm
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const cell = row * columns + column
      heights[cell] = layout ? groundDepth(layout.ground, vessel.depthCm, at(column), at(row)) : 0
      par[cell] = openPar({ x: at(column), y: heights[cell], z: at(row) }, surface)
    }
  // Each planting is asked where it shades at all: a tank of forty is no dearer than its leaves.
  for (const plant of canopy) {
    const reach = shadeReach(plant, vessel.waterlineCm)
    const [from, to] = within(plant.left - reach, plant.right + reach, columns, stepCm)
    const [near, far] = within(plant.front - reach, plant.back + reach, rows, stepCm)
    for (let row = near; row <= far; row++)
      for (let column = from; column <= to; column++) {
        const cell = row * columns + column
        const place = { x: at(column), y: heights[cell], z: at(row) }
        par[cell] *= letThrough(plant, place, vessel.waterlineCm)
      }
  }
  return { columns, rows, stepCm, par }
}

/** The first and the last cell whose middle may lie between two places. */
const within = (low: number, high: number, cells: number, stepCm: number): [number, number] => [
  Math.max(0, Math.floor(low / stepCm - 0.5)),
  Math.min(cells - 1, Math.ceil(high / stepCm - 0.5)),
]

const cellsOf = ({ lengthCm, depthCm }: Pick<Glass, 'lengthCm' | 'depthCm'>, stepCm: number) => ({
  columns: Math.max(2, Math.round(lengthCm / stepCm)),
  rows: Math.max(2, Math.round(depthCm / stepCm)),
})
