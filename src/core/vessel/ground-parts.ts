import { backAt, frontAt, type FloorPlan } from '../history/glass-shape'
import { isSpread, LAYER_DENSITY, WET_DENSITY } from '../history/ground-kinds'
import type { Ground, GroundLayer } from '../history/types'
import { crossings, shared, without, type Span } from './crossings'
import { areaAt, groundDepth, groundLitres } from './ground-depth'

type Drawn = Pick<Ground, 'material' | 'profile' | 'areas' | 'layers'>
/** So much of one material, or of one layer under or over it. */
export interface GroundPart {
  of: Ground['material'] | GroundLayer['of']
  litres: number
  kilograms: number
}

/** Width of a slice, cm: an outline of a hand’s breadth is known to a hundredth so. */
const SLICE_CM = 0.25

/**
 * What a ground is made up of: litres and wet kilograms of each material, the areas drawn in it taken from the main one, and of each layer,
 * taken from all of them alike. Slices across the tank (midpoint rule), exact from front to back. Materials in the order in which they are met,
 * the main one first.
 */
export function groundParts(ground: Drawn, plan: FloorPlan): GroundPart[] {
  const whole = groundLitres(ground, plan)
  const litres = new Map<Ground['material'], number>([[ground.material, whole]])
  for (const [material, much] of areaLitres(ground, plan)) {
    litres.set(ground.material, litres.get(ground.material)! - much)
    litres.set(material, (litres.get(material) ?? 0) + much)
  }
  const layers = (ground.layers ?? []).map((layer) => ({
    of: layer.of,
    litres: layerLitres(layer, plan),
  }))
  const layered = layers.reduce((sum, one) => sum + one.litres, 0)
  const left = whole > 0 ? Math.max(0, whole - layered) / whole : 0
  return [
    ...[...litres].map(([of, much]) => ({
      of,
      litres: Math.max(0, much) * left,
      kilograms: Math.max(0, much) * left * WET_DENSITY[of],
    })),
    ...layers.map(({ of, litres: much }) => ({
      of,
      litres: much,
      kilograms: much * LAYER_DENSITY[of],
    })),
  ]
}

/** Litres of a layer: as said, or its thickness over the room in which things stand. */
function layerLitres({ of, litres, cm }: GroundLayer, plan: FloorPlan): number {
  if (!isSpread(of)) return litres ?? 0
  const flat = [0, plan.lengthCm].map((x) => ({ x, frontCm: cm ?? 0, backCm: cm ?? 0 }))
  return groundLitres({ profile: flat }, plan)
}

/** Litres of what is drawn otherwise than the main material; where areas lie over each other the one drawn last. */
function areaLitres(ground: Drawn, plan: FloorPlan): Map<Ground['material'], number> {
  const found = new Map<Ground['material'], number>()
  const areas = [...(ground.areas ?? [])].reverse()
  if (areas.length === 0) return found
  for (let x = SLICE_CM / 2; x < plan.lengthCm; x += SLICE_CM) {
    let free: Span[] = [[frontAt(plan, x), backAt(plan, x)]]
    for (const { outline, material } of areas) {
      const taken = crossings(outline, x).flatMap((span) => shared(free, span))
      free = taken.reduce(without, free)
      const much = taken.reduce(
        (sum, [from, to]) =>
          sum + (to - from) * groundDepth(ground, plan.depthCm, x, (from + to) / 2),
        0,
      )
      found.set(material, (found.get(material) ?? 0) + (much * SLICE_CM) / 1000)
    }
  }
  return found
}

/** The material at a place of the plan: of the area drawn last there, else the main one. */
export const materialAt = (
  ground: Pick<Ground, 'material' | 'areas'>,
  x: number,
  z: number,
): Ground['material'] => areaAt(ground.areas, x, z)?.material ?? ground.material
