import type { Planting, Species } from '../history/types'
import { dailyLightIntegral, transmission } from '../chemistry/light'
import { sideways, USUAL_ABOVE_CM, type Beam } from '../vessel/beam'
import { polygonArea } from '../vessel/volume'

/** Attenuation of clear planted-tank water, per cm. Common practice (about half the light lost in 70 cm). */
const WATER_ATTENUATION = 0.01
/** A lamp as wide as a tank spreads as if it hung so much higher, cm, and falls off by this power of the distance: between that of a line and of a point. Common practice: of what falls on the water a quarter to a third is left under 45 cm. */
const VIRTUAL_HEIGHT_CM = 30
const FALL_OFF = 1.2
/** Extinction of a leaf canopy per unit leaf area index for spherical leaf angles (Monsi & Saeki 1953; Campbell & Norman 1998, ch. 15). */
const CANOPY_EXTINCTION = 0.5
/** A full floating cover takes about half the light. Common practice. */
const FLOATER_SHARE = 0.5

/** The light that falls on the water, µmol m⁻² s⁻¹, all lamps in it; how high they hang, and the beams of those of which that is known. */
export interface LightOnWater {
  par: number
  waterlineCm: number
  lampCm?: number
  beams?: readonly Beam[]
}

export interface StandingPlant {
  planting: Planting
  species: Species
  /** Root and top above the bottom glass, cm. */
  rootCm: number
  topCm: number
  coverPercent: number
  bareShare: number
}

/** A planting with what of its patch is asked for again and again: its box and its area, cm and cm². */
export interface Canopy extends StandingPlant {
  left: number
  right: number
  front: number
  back: number
  ground: number
}

/** Plantings made ready to be asked for their shade at many places. */
export const canopyOf = (plants: readonly StandingPlant[]): Canopy[] =>
  plants.map((plant) => {
    const { patch } = plant.planting
    const [xs, zs] = [patch.map((one) => one[0]), patch.map((one) => one[1])]
    return {
      ...plant,
      left: Math.min(...xs),
      right: Math.max(...xs),
      front: Math.min(...zs),
      back: Math.max(...zs),
      ground: Math.max(1, polygonArea(patch)),
    }
  })

/** Leaf area index of a planting between a height and its top: leaf area over ground area, both cm². Zero above its top. */
export function leafAreaIndexAbove(
  plant: StandingPlant & { ground?: number },
  heightCm: number,
): number {
  const { planting, species } = plant
  const ground = plant.ground ?? Math.max(1, polygonArea(planting.patch))
  const leafArea = species.leaf.lengthCm ** 2 * 0.35
  switch (species.group) {
    case 'stem-fast':
    case 'stem-slow': {
      const lowestLeaf = plant.rootCm + plant.bareShare * (plant.topCm - plant.rootCm)
      const stretch = Math.max(0, plant.topCm - Math.max(heightCm, lowestLeaf))
      const nodes = stretch / Math.max(1.3, species.leaf.lengthCm * 0.95)
      return (planting.stems * nodes * 2 * leafArea) / ground
    }
    case 'rosette':
    case 'crypt':
    case 'epiphyte':
      return heightCm < plant.topCm
        ? 1.6 * Math.min(1, (plant.topCm - heightCm) / Math.max(1, plant.topCm - plant.rootCm))
        : 0
    case 'moss':
    case 'carpet':
    case 'floating':
      return 0
  }
}

/** Share of the light that a planting lets through to a height below it, 0–1; `density`: of its leaves, in parts of what they are over its patch. */
export function canopyTransmission(plant: StandingPlant, heightCm: number, density = 1): number {
  return transmission(CANOPY_EXTINCTION, density * leafAreaIndexAbove(plant, heightCm))
}

/**
 * How dense the leaves of an outgrown planting lie beside its patch, in parts of their density over it: what has reached the surface
 * goes along it, and the same leaves cover a larger place.
 */
function thinned(plant: Canopy, apart: number, spread: number): number {
  if (apart === 0 || spread === 0) return 1
  const wide = Math.max(1, plant.right - plant.left)
  const deep = Math.max(1, plant.back - plant.front)
  return (wide * deep) / ((wide + 2 * spread) * (deep + 2 * spread))
}

/** How far beyond its patch a canopy still shades, fading, cm: lamps are wide, leaves lean out. Common practice. */
const SHADE_REACH_CM = 5

/**
 * PAR (µmol m⁻² s⁻¹) reaching a point at height `y` and place (`x`, `z`) of the plan: lamp and its spread, floaters, water, and every canopy
 * that stands over or beside it (`except` leaves a planting out of its own shade). What has outgrown the water lies along the
 * surface and shades that much farther. An estimate to a factor of about 1.5 unless measured.
 */
export function parAt(
  point: { x: number; y: number; z: number },
  plants: readonly Canopy[],
  surface: LightOnWater,
  except: string | null = null,
): number {
  let par = openPar(point, surface)
  for (const plant of plants)
    if (plant.planting.id !== except) par *= letThrough(plant, point, surface.waterlineCm)
  return par
}

/** PAR at a place with nothing over it: lamps, their spread, and water. A lamp whose beam is known gives less aside of it. */
export function openPar(
  point: { x: number; y: number; z: number },
  { par, waterlineCm, lampCm, beams = [] }: LightOnWater,
): number {
  const depth = Math.max(0, waterlineCm - point.y)
  const even = beams.reduce((rest, beam) => rest - beam.par, par)
  const lit = beams.reduce(
    (sum, beam) =>
      sum +
      beam.par *
        spreadOver(depth, beam.aboveCm) *
        sideways(beam, point, waterlineCm + beam.aboveCm - point.y),
    Math.max(0, even) * spreadOver(depth, lampCm),
  )
  return lit * transmission(WATER_ATTENUATION, depth)
}

/** How far beyond its box a planting shades at all, cm; see {@link letThrough}. */
export const shadeReach = (plant: Canopy, waterlineCm: number): number =>
  plant.species.group === 'floating' ? 0 : alongSurface(plant, waterlineCm) + SHADE_REACH_CM

/** How much of a planting lies along the surface, cm: what has outgrown the water, but not what stands above it. */
const alongSurface = ({ topCm, rootCm }: Canopy, waterlineCm: number): number =>
  rootCm >= waterlineCm ? 0 : Math.max(0, topCm - waterlineCm)

/** Share of the light that one planting lets through to a place, 0–1. */
export function letThrough(
  plant: Canopy,
  point: { x: number; y: number; z: number },
  waterlineCm: number,
): number {
  const apart = Math.max(
    plant.left - point.x,
    point.x - plant.right,
    plant.front - point.z,
    point.z - plant.back,
    0,
  )
  if (plant.species.group === 'floating')
    return apart === 0 ? 1 - floaterShade(plant.coverPercent) : 1
  const spread = alongSurface(plant, waterlineCm)
  const reach = Math.min(1, Math.max(0, 1 - (apart - spread) / SHADE_REACH_CM))
  return reach > 0
    ? 1 - reach * (1 - canopyTransmission(plant, point.y, thinned(plant, apart, spread)))
    : 1
}

/** Share of the light that floaters take which cover so much, %. */
export const floaterShade = (coverPercent: number): number => (FLOATER_SHARE * coverPercent) / 100

/** What spreading leaves of the light at a depth, share; a lamp that hangs higher falls off less. `lampCm`: above the water. */
export function spreadOver(depthCm: number, lampCm: number = USUAL_ABOVE_CM): number {
  const from = VIRTUAL_HEIGHT_CM + lampCm
  return (from / (from + depthCm)) ** FALL_OFF
}

/** Day's light at a point, mol m⁻² d⁻¹. */
export function dliAt(par: number, hours: number): number {
  return dailyLightIntegral(par, hours)
}
