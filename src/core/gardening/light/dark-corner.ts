import type { Scene } from '../../layout/scene'
import { lightMap } from '../../layout/light-map'

/** The darkest spot of open ground. */
export interface DarkCorner {
  x: number
  z: number
  par: number
}

/** Such a spot is so wide each way, cm, and darker than this share of the light at the middling ground. Common practice: a corner is dark beside the rest. */
const SPOT_CM = 8
const DARK_SHARE = 0.6

/** The darkest open spot of ground, where nothing is planted and no stone stands; null where none is darker than the rest. */
export function darkCorner(scene: Scene): DarkCorner | null {
  const map = lightMap(scene, 2)
  const taken = [
    ...scene.plants
      .filter(({ staged }) => staged.species.group !== 'floating')
      .map(({ planting }) => planting.patch),
    ...(scene.tank.layout?.hardscape.map(({ footprint }) => footprint) ?? []),
  ].map((outline) => ({
    left: Math.min(...outline.map((one) => one[0])),
    right: Math.max(...outline.map((one) => one[0])),
    front: Math.min(...outline.map((one) => one[1])),
    back: Math.max(...outline.map((one) => one[1])),
  }))
  const half = SPOT_CM / 2
  const { lengthCm, depthCm } = scene.tank.vessel
  let darkest: DarkCorner | null = null
  for (let row = 0; row < map.rows; row++)
    for (let column = 0; column < map.columns; column++) {
      const x = (column + 0.5) * map.stepCm
      const z = (row + 0.5) * map.stepCm
      const par = map.par[row * map.columns + column]
      if (x < half || x > lengthCm - half || z < half || z > depthCm - half) continue
      if (darkest && par >= darkest.par) continue
      const free = taken.every(
        ({ left, right, front, back }) =>
          x + half <= left || x - half >= right || z + half <= front || z - half >= back,
      )
      if (free) darkest = { x, z, par }
    }
  const middling = [...map.par].sort((a, b) => a - b)[Math.floor(map.par.length / 2)]
  return darkest && darkest.par < DARK_SHARE * middling ? darkest : null
}
