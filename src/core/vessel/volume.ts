import type { Glass, Ground, Hardscape, Polygon } from '../history/types'
import {
  backAt,
  chamberOf,
  frontAt,
  isCurved,
  planArea,
  wallLength,
  type Plan,
} from '../history/glass-shape'

/** Litres of the whole vessel to the rim, a chamber at its back with it. cm in, L out. */
export function grossLitres(vessel: Plan & Pick<Glass, 'heightCm'>): number {
  return (planArea(vessel) * vessel.heightCm) / 1000
}

/** Litres in one centimetre of height where nothing stands in the water, a chamber with it. */
export function litresPerCentimetre(vessel: Plan): number {
  return planArea(vessel) / 1000
}

/** Litres of the water in a chamber walled off along the back, at the full line; zero without one. */
export function chamberLitres(vessel: Plan & Pick<Glass, 'waterlineCm'>): number {
  return (vessel.lengthCm * chamberOf(vessel) * vessel.waterlineCm) / 1000
}

/** Panels of Simpson's rule between two stations under a curved pane: 1e-6 of the volume. */
const PANELS = 128

/**
 * Litres of soil (or sand) that a sloped ground takes: a depth that runs straight from front to back and from station to station, over the
 * room in which things stand. Exact between straight panes (trapezoidal rule on straight pieces); under a curved one Simpson's rule.
 * Throws under two stations.
 */
export function groundLitres(ground: Pick<Ground, 'profile'>, vessel: Plan): number {
  const { profile } = ground
  if (profile.length < 2) throw new RangeError('A ground needs its depth at two stations at least')
  const across = (x: number) => {
    const [front, back] = [frontAt(vessel, x), backAt(vessel, x)]
    return (back - front) * groundDepth(ground, vessel.depthCm, x, (front + back) / 2)
  }
  let volume = 0
  for (let i = 1; i < profile.length; i++) {
    const [from, to] = [profile[i - 1].x, profile[i].x]
    volume += isCurved(vessel)
      ? simpson(across, from, to)
      : ((across(from) + across(to)) / 2) * (to - from)
  }
  return volume / 1000
}

function simpson(of: (x: number) => number, from: number, to: number): number {
  const step = (to - from) / PANELS
  let sum = of(from) + of(to)
  for (let i = 1; i < PANELS; i++) sum += (i % 2 === 1 ? 4 : 2) * of(from + i * step)
  return (sum * step) / 3
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
  const solid = SOLID_SHARE * groundLitres(layout.ground, vessel)
  const pieces = layout.hardscape.reduce((sum, piece) => sum + hardscapeLitres(piece), 0)
  return Math.max(0, filled - solid - pieces)
}

/** What fills a glass beside water, as far as volumes and masses go. */
export interface Stood {
  ground: Pick<Ground, 'profile'>
  hardscape: readonly Pick<Hardscape, 'outline' | 'footprint' | 'material'>[]
}

/** kg/L: water at 20 °C, soda-lime glass and acrylic (PMMA) by the CRC Handbook, from memory; stone and wet soil are common practice. */
const DENSITY = {
  water: 0.998,
  glass: 2.5,
  acrylic: 1.19,
  stone: 2.6,
  wood: 0.9,
  wetGround: 1.2,
} as const

/** What a stone or a piece of wood weighs, kg: displaced litres × density. Rough, ± a third. */
export const pieceKilograms = (piece: Stood['hardscape'][number]): number =>
  hardscapeLitres(piece) * DENSITY[piece.material]

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
  const ground = groundL * DENSITY.wetGround
  // Pore water is already in the wet ground's density.
  const water = Math.max(0, netLitres(vessel, layout) - groundL * (1 - SOLID_SHARE)) * DENSITY.water
  const glass = paneKilograms(vessel)
  return { water, glass, ground, hardscape, total: water + glass + ground + hardscape }
}
