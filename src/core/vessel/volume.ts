import { natureOf } from '../history/piece-nature'
import { groundLitres } from './ground-depth'
import { groundParts } from './ground-parts'
import type { Glass, Ground, Hardscape, Polygon } from '../history/types'
import { chamberOf, planArea, wallLength, type FloorPlan } from '../history/glass-shape'

/** Litres of the whole vessel to the rim, a chamber at its back with it. cm in, L out. */
export function grossLitres(vessel: FloorPlan & Pick<Glass, 'heightCm'>): number {
  return (planArea(vessel) * vessel.heightCm) / 1000
}

/** Litres in one centimetre of height where nothing stands in the water, a chamber with it. */
export function litresPerCentimetre(vessel: FloorPlan): number {
  return planArea(vessel) / 1000
}

/** Litres of the water in a chamber walled off along the back, at the full line; zero without one. */
export function chamberLitres(vessel: FloorPlan & Pick<Glass, 'waterlineCm'>): number {
  return (vessel.lengthCm * chamberOf(vessel) * vessel.waterlineCm) / 1000
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
  const solid = SOLID_SHARE * groundLitres(layout.ground, vessel)
  const pieces = layout.hardscape.reduce((sum, piece) => sum + hardscapeLitres(piece), 0)
  return Math.max(0, filled - solid - pieces)
}

/** What fills a glass beside water, as far as volumes and masses go. */
export interface Stood {
  ground: Pick<Ground, 'profile'> & Partial<Pick<Ground, 'material' | 'areas' | 'layers'>>
  hardscape: readonly Pick<Hardscape, 'outline' | 'footprint' | 'material' | 'nature'>[]
}

/** kg/L: water at 20 °C, soda-lime glass and acrylic (PMMA) by the CRC Handbook, from memory; stone and wet soil are common practice. */
const DENSITY = {
  water: 0.998,
  glass: 2.5,
  acrylic: 1.19,
  stone: 2.6,
  /** Lava and the like, 1.2–2.0. */
  porous: 1.6,
  wood: 0.9,
} as const

/** What a stone or a piece of wood weighs, kg: displaced litres × density. Rough, ± a third. */
export const pieceKilograms = (piece: Stood['hardscape'][number]): number =>
  hardscapeLitres(piece) * (natureOf(piece).porous ? DENSITY.porous : DENSITY[piece.material])

/** Ground of which nobody said what it is of is taken for soil. */
const groundKilograms = (ground: Stood['ground'], vessel: Glass): number =>
  groundParts({ ...ground, material: ground.material ?? 'active soil' }, vessel).reduce(
    (sum, { kilograms }) => sum + kilograms,
    0,
  )

/** Braces lie along the front and the back of the rim, so wide, cm. Common practice. */
const BRACE_CM = 5

/** What the empty vessel weighs, kg: bottom, walls, the wall of a chamber, braces. */
function paneKilograms(vessel: Glass): number {
  const { lengthCm, heightCm, glassMm, build } = vessel
  const chamberWall = chamberOf(vessel) > 0 ? lengthCm * heightCm : 0
  const braces = build?.bracing === 'braces' ? 2 * lengthCm * BRACE_CM : 0
  const panes = planArea(vessel) + heightCm * wallLength(vessel) + chamberWall + braces
  return ((panes * glassMm) / 10 / 1000) * DENSITY[build?.panes ?? 'glass']
}

/** What the filled vessel weighs, kg, without stand, hood and filter: a figure to plan a lift or a floor by, not to certify one. */
export function filledMass(
  vessel: Glass,
  layout: Stood | null,
): { water: number; glass: number; ground: number; hardscape: number; total: number } {
  const groundL = layout ? groundLitres(layout.ground, vessel) : 0
  const hardscape = layout
    ? layout.hardscape.reduce((sum, piece) => sum + pieceKilograms(piece), 0)
    : 0
  const ground = layout ? groundKilograms(layout.ground, vessel) : 0
  // Pore water is already in the wet ground's density.
  const water = Math.max(0, netLitres(vessel, layout) - groundL * (1 - SOLID_SHARE)) * DENSITY.water
  const glass = paneKilograms(vessel)
  return { water, glass, ground, hardscape, total: water + glass + ground + hardscape }
}
