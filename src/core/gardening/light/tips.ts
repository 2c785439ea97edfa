import { parAt, type Canopy } from '../../layout/canopy'
import type { Scene } from '../../layout/scene'
import { lightOnWater } from '../../layout/scene-light'
import { patchCentre } from '../../plants/place'

/** Colour wants so much light at the tips, µmol m⁻² s⁻¹. Common practice, from memory. */
export const COLOUR_PAR = 60

/** Where the tips of a planting are, under the water line, and the light there with every other canopy over them, µmol m⁻² s⁻¹. */
export function tipsOf(
  { planting, topCm }: Canopy,
  canopies: readonly Canopy[],
  scene: Scene,
): { at: { x: number; y: number; z: number }; par: number } {
  const surface = lightOnWater(scene)
  const at = { ...patchCentre(planting), y: Math.min(topCm, surface.waterlineCm) }
  return { at, par: parAt(at, canopies, surface, planting.id) }
}
