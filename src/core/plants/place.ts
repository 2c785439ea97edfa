import type { Planting } from '../history/types'
import type { Tank } from '../history/tank-at'
import { groundDepth } from '../vessel/ground-depth'
import { polygonArea } from '../vessel/volume'

type Glass = Pick<Tank, 'vessel' | 'layout'>
type Stand = Pick<Planting, 'perch' | 'patch'>

/** Centre of a patch: mean of its corners, cm. */
export function patchCentre(planting: Pick<Planting, 'patch'>): { x: number; z: number } {
  const n = planting.patch.length
  return {
    x: planting.patch.reduce((sum, point) => sum + point[0], 0) / n,
    z: planting.patch.reduce((sum, point) => sum + point[1], 0) / n,
  }
}

/** Patch area, cm². */
export function patchArea(planting: Pick<Planting, 'patch'>): number {
  return polygonArea(planting.patch)
}

/** Height above the bottom glass at which a planting begins: the ground at its centre, or its perch. */
export function rootHeight(
  { vessel, layout }: Pick<Tank, 'vessel' | 'layout'>,
  planting: Pick<Planting, 'perch' | 'patch'>,
): number {
  if (planting.perch) return planting.perch.heightCm
  const { x, z } = patchCentre(planting)
  return layout ? groundDepth(layout.ground, vessel.depthCm, x, z) : 0
}

/** Whether a planting begins above the water line: on the land of a paludarium, on a perch out of the water, or where there is no water. */
export const standsInAir = (tank: Glass, planting: Stand): boolean =>
  tank.vessel.kind === 'terrarium' || rootHeight(tank, planting) >= tank.vessel.waterlineCm

/** What a planting grows towards, cm above the bottom glass: the water line, or the rim for what stands in air. */
export const roofOver = (tank: Glass, planting: Stand): number =>
  standsInAir(tank, planting) ? tank.vessel.heightCm : tank.vessel.waterlineCm

/** Room between the root and the roof over it, cm. */
export const headroom = (tank: Glass, planting: Stand): number =>
  Math.max(0, roofOver(tank, planting) - rootHeight(tank, planting))
