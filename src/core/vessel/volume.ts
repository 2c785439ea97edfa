import type { Glass, Ground, Hardscape, Polygon } from '../history/types'

/** Litres of the whole glass box to the rim. cm in, L out. */
export function grossLitres(vessel: Pick<Glass, 'lengthCm' | 'depthCm' | 'heightCm'>): number {
  return (vessel.lengthCm * vessel.depthCm * vessel.heightCm) / 1000
}

/** Litres in one centimetre of height where nothing stands in the water. */
export function litresPerCentimetre(vessel: Pick<Glass, 'lengthCm' | 'depthCm'>): number {
  return (vessel.lengthCm * vessel.depthCm) / 1000
}

/**
 * Litres of soil (or sand) that a sloped ground takes: the exact integral of a depth that runs straight from front to
 * back and from station to station (trapezoidal rule, exact for straight pieces). Throws under two stations.
 */
export function groundLitres(ground: Pick<Ground, 'profile'>, depthCm: number): number {
  const { profile } = ground
  if (profile.length < 2) throw new RangeError('A ground needs its depth at two stations at least')
  let volume = 0
  for (let i = 1; i < profile.length; i++) {
    const [a, b] = [profile[i - 1], profile[i]]
    const meanHere = (a.frontCm + a.backCm) / 2
    const meanNext = (b.frontCm + b.backCm) / 2
    volume += ((meanHere + meanNext) / 2) * (b.x - a.x) * depthCm
  }
  return volume / 1000
}

/** Depth of the ground at a point of the plan, cm, straight between stations; outside the ends the end station holds. */
export function groundDepth(
  ground: Pick<Ground, 'profile'>,
  depthCm: number,
  x: number,
  z: number,
): number {
  const { profile } = ground
  const last = profile.length - 1
  let i = 1
  while (i < last && profile[i].x < x) i++
  const [a, b] = [profile[i - 1], profile[i]]
  const t = b.x === a.x ? 0 : Math.min(1, Math.max(0, (x - a.x) / (b.x - a.x)))
  const front = a.frontCm + t * (b.frontCm - a.frontCm)
  const back = a.backCm + t * (b.backCm - a.backCm)
  return front + Math.min(1, Math.max(0, z / depthCm)) * (back - front)
}

/** Area of a simple polygon in its own units squared (shoelace formula), whichever way round it is drawn. */
export function polygonArea(polygon: Polygon): number {
  let twice = 0
  for (let i = 0; i < polygon.length; i++) {
    const [x1, y1] = polygon[i]
    const [x2, y2] = polygon[(i + 1) % polygon.length]
    twice += x1 * y2 - x2 * y1
  }
  return Math.abs(twice) / 2
}

/** Share of a stone's bounding prism (outline height × footprint area) that is stone; an ellipsoid fills 2/3 of its own. */
const SOLIDITY = { stone: 2 / 3, wood: 0.3 } as const

/** Litres of water a piece displaces: footprint area × height × solidity. A rough figure, ± a third. */
function hardscapeLitres(piece: Pick<Hardscape, 'outline' | 'footprint' | 'material'>): number {
  const heights = piece.outline.map((point) => point[1])
  const height = Math.max(...heights) - Math.min(...heights)
  return (polygonArea(piece.footprint) * height * SOLIDITY[piece.material]) / 1000
}

/** Share of a settled ground that is solid; the rest is pore water. Common practice for granulated soil and for sand. */
const SOLID_SHARE = 0.55

/** Litres of water at the full line: the box to the line, less the solid of the ground and the hardscape. Never below zero. */
export function netLitres(vessel: Glass, layout: Stood | null): number {
  const filled = litresPerCentimetre(vessel) * vessel.waterlineCm
  if (!layout) return filled
  const solid = SOLID_SHARE * groundLitres(layout.ground, vessel.depthCm)
  const pieces = layout.hardscape.reduce((sum, piece) => sum + hardscapeLitres(piece), 0)
  return Math.max(0, filled - solid - pieces)
}

/** What fills a glass beside water, as far as volumes and masses go. */
export interface Stood {
  ground: Pick<Ground, 'profile'>
  hardscape: readonly Pick<Hardscape, 'outline' | 'footprint' | 'material'>[]
}

/** kg/L: water at 20 °C (CRC Handbook); glass, stone and wet soil are common practice. */
const DENSITY = { water: 0.998, glass: 2.5, stone: 2.6, wood: 0.9, wetGround: 1.2 } as const

/** What a stone or a piece of wood weighs, kg: displaced litres × density. Rough, ± a third. */
export const pieceKilograms = (piece: Stood['hardscape'][number]): number =>
  hardscapeLitres(piece) * DENSITY[piece.material]

/** What the filled vessel weighs, kg, without stand, hood and filter: a figure to plan a lift or a floor by, not to certify one. */
export function filledMass(
  vessel: Glass,
  layout: Stood | null,
): { water: number; glass: number; ground: number; hardscape: number; total: number } {
  const glassCm = vessel.glassMm / 10
  const panes =
    vessel.lengthCm * vessel.depthCm + 2 * vessel.heightCm * (vessel.lengthCm + vessel.depthCm)
  const groundL = layout ? groundLitres(layout.ground, vessel.depthCm) : 0
  const hardscape = layout
    ? layout.hardscape.reduce((sum, piece) => sum + pieceKilograms(piece), 0)
    : 0
  const ground = groundL * DENSITY.wetGround
  // Pore water is already in the wet ground's density.
  const water = Math.max(0, netLitres(vessel, layout) - groundL * (1 - SOLID_SHARE)) * DENSITY.water
  const glass = ((panes * glassCm) / 1000) * DENSITY.glass
  return { water, glass, ground, hardscape, total: water + glass + ground + hardscape }
}
