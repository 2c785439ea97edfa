import { isWithin } from '../history/glass-shape'
import { jetWay, type Leg } from './jet-way'
import type { FlowSetting } from '../history/equipment'
import type { Tank } from '../history/tank-at'
import type { Glass, Hardscape, Point } from '../history/types'

/**
 * Flow close to the ground, cell by cell: rows from the front to the back, each from left to right. A rough picture: a free jet that turns
 * at the far pane and comes back along the other side, with wakes behind what stands in its way. To a factor of two.
 */
export interface FlowMap {
  columns: number
  rows: number
  stepCm: number
  /** cm/s at the middle of each cell; negative outside the glass. */
  speed: Float64Array
  /** The way of each jet, from its outlet. */
  paths: Point[][]
}

/** A hose of a canister, cm inside. Common practice: 12–16 mm tubes, spray bars wider. */
const OUTLET_CM = 1.6
/** Axial speed of a round free jet: u = 6.2 · u₀ · d / s beyond its core (Rajaratnam 1976, Turbulent Jets). */
const DECAY = 6.2
/** Half its speed at a tenth of the way off the axis (same). */
const SPREAD = 0.1
/** A jet along the surface or above the middle reaches the ground weakened; one aimed at it does not. Rough. */
const AT_GROUND = { 'at the ground': 1, other: 0.5 } as const
/** Behind a piece the water stands for so many times its width, and keeps so much of its speed. Rough. */
const WAKE_WIDTHS = 1.5
const WAKE_KEEPS = 0.25

interface Jet {
  legs: Leg[]
  /** Speed at the outlet, cm/s. */
  outlet: number
  atGround: number
}

/** The flow of a tank by the outlets of its filters and pumps; null where nobody said where one is, or how much it moves. */
export function flowMap(
  { vessel, layout, equipment }: Pick<Tank, 'vessel' | 'layout' | 'equipment'>,
  stepCm = 2,
): FlowMap | null {
  const jets = jetsOf(equipment, vessel)
  if (jets.length === 0) return null
  const columns = Math.max(2, Math.round(vessel.lengthCm / stepCm))
  const rows = Math.max(2, Math.round(vessel.depthCm / stepCm))
  const speed = new Float64Array(columns * rows)
  const wakes = jets.map(({ legs }) => wakesOf(layout?.hardscape ?? [], legs))
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const at: Point = [(column + 0.5) * stepCm, (row + 0.5) * stepCm]
      speed[row * columns + column] = isWithin(vessel, at)
        ? Math.hypot(...jets.map((jet, i) => speedOf(jet, wakes[i], at)))
        : -1
    }
  const paths = jets.map(({ legs }) => [legs[0].from, ...legs.map(({ to }) => to)])
  return { columns, rows, stepCm, speed, paths }
}

function jetsOf(equipment: Tank['equipment'], vessel: Glass): Jet[] {
  return equipment.flatMap((one) => {
    if (one.kind !== 'filter' && one.kind !== 'pump') return []
    const setting = one.setting as FlowSetting | null
    const legs = setting && jetWay(setting, vessel)
    if (!setting?.litresPerHour || !legs) return []
    const outlet = ((setting.litresPerHour * 1000) / 3600 / (Math.PI * OUTLET_CM ** 2)) * 4
    const atGround =
      setting.aimedAt === 'at the ground' ? AT_GROUND['at the ground'] : AT_GROUND.other
    return [{ legs, outlet, atGround }]
  })
}

function speedOf({ legs, outlet, atGround }: Jet, wakes: readonly Wake[], at: Point): number {
  const speeds = legs.map(({ from, to, before, keeps }) => {
    const { along, off } = footOf(at, from, to)
    const way = Math.max(1, before + along)
    const axial = Math.min(outlet, (DECAY * outlet * OUTLET_CM) / way)
    return keeps * axial * Math.exp(-Math.LN2 * (off / Math.max(1, SPREAD * way)) ** 2)
  })
  // What a jet sets going turns slowly through the whole tank: no corner is wholly still.
  const stirred = outlet * STIRRED
  const shaded = wakes.some((wake) => inWake(wake, at)) ? WAKE_KEEPS : 1
  return atGround * shaded * Math.max(stirred, ...speeds)
}
/** Share of the outlet’s speed that turns through all of the tank. Rough. */
const STIRRED = 0.012

/** How far along a leg a place is, and how far off it, cm. */
function footOf([x, z]: Point, [ax, az]: Point, [bx, bz]: Point) {
  const length = Math.hypot(bx - ax, bz - az)
  const [ux, uz] = [(bx - ax) / length, (bz - az) / length]
  const along = Math.min(length, Math.max(0, (x - ax) * ux + (z - az) * uz))
  return { along, off: Math.hypot(x - ax - along * ux, z - az - along * uz) }
}

interface Wake {
  /** Behind the middle of a piece, along the leg that passes it. */
  at: Point
  way: Point
  half: number
  reach: number
}

/** A piece lower than this is flowed over, cm. Rough. */
const FLOWED_OVER_CM = 6

/** Where the water stands behind the pieces that each leg meets. */
function wakesOf(pieces: readonly Hardscape[], legs: readonly Leg[]): Wake[] {
  return pieces.flatMap(({ footprint, outline }): Wake[] => {
    const heights = outline.map((point) => point[1])
    if (Math.max(...heights) - Math.min(...heights) < FLOWED_OVER_CM) return []
    const [xs, zs] = [footprint.map((p) => p[0]), footprint.map((p) => p[1])]
    const at: Point = [
      (Math.min(...xs) + Math.max(...xs)) / 2,
      (Math.min(...zs) + Math.max(...zs)) / 2,
    ]
    const nearest = legs
      .map((leg) => ({ leg, off: footOf(at, leg.from, leg.to).off }))
      .reduce((a, b) => (b.off < a.off ? b : a))
    const { from, to } = nearest.leg
    const length = Math.hypot(to[0] - from[0], to[1] - from[1])
    const way: Point = [(to[0] - from[0]) / length, (to[1] - from[1]) / length]
    const across = Math.abs(way[0]) > Math.abs(way[1]) ? zs : xs
    const along = Math.abs(way[0]) > Math.abs(way[1]) ? xs : zs
    const width = Math.max(...across) - Math.min(...across)
    const half = width / 2
    const reach = (Math.max(...along) - Math.min(...along)) / 2 + WAKE_WIDTHS * width
    return [{ at, way, half, reach }]
  })
}

function inWake({ at, way, half, reach }: Wake, [x, z]: Point): boolean {
  const [dx, dz] = [x - at[0], z - at[1]]
  const along = dx * way[0] + dz * way[1]
  return along > 0 && along < reach && Math.abs(dx * way[1] - dz * way[0]) < half
}

/** Water slower than this lets dirt settle and stay, cm/s. Common practice. */
export const STANDS_CM_S = 0.5

/** The share of the ground over which the water stands, 0–1, and the middle of it, cm; null where it hardly does. */
export function standingWater({
  columns,
  stepCm,
  speed,
}: FlowMap): { share: number; x: number; z: number } | null {
  let [inside, still, x, z] = [0, 0, 0, 0]
  speed.forEach((one, i) => {
    if (one < 0) return
    inside++
    if (one >= STANDS_CM_S) return
    still++
    x += ((i % columns) + 0.5) * stepCm
    z += (Math.floor(i / columns) + 0.5) * stepCm
  })
  return still === 0 ? null : { share: still / inside, x: x / still, z: z / still }
}
