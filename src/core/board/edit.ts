import type {
  Board,
  BoardFitting,
  BoardPiece,
  BoardPlanting,
  Glass,
  Point,
  Polygon,
} from '../history/types'
import { pruned } from './arrange'
import { boxOf, depthAt, middleOf, shifted, type Box } from './board'
import { ordered } from './stretch'
import { planOf, thingOf, thingsOn, withThing } from './things'
import { toMm } from './to-mm'

/** The glass a board is drawn in. */
type Within = Pick<Glass, 'lengthCm' | 'depthCm' | 'heightCm' | 'waterlineCm'>

/**
 * Things moved by cm, to the right (`dx`), to the back (`dz`) and up (`dy`). They stop at the glass. A piece that is moved along the ground
 * is seated on it anew; what grows on a piece goes with it.
 */
export function moveThings(
  board: Board,
  glass: Within,
  ids: readonly string[],
  by: { dx?: number; dz?: number; dy?: number },
): Board {
  const pieces = board.pieces.filter(({ id }) => ids.includes(id))
  const fittings = board.fittings?.filter(({ id }) => ids.includes(id)) ?? []
  const boxes = thingsOn(board)
    .filter(({ one }) => ids.includes(one.id))
    .map((thing) => boxOf(planOf(thing)))
  if (boxes.length === 0) return board
  const dx = stopped(by.dx ?? 0, boxes, 'left', 'right', glass.lengthCm)
  const dz = stopped(by.dz ?? 0, boxes, 'front', 'back', glass.depthCm)
  const rises = new Map(
    pieces.map((piece) => [piece.id, riseOf(board, glass, piece, dx, dz, by.dy ?? 0)]),
  )
  return {
    ...board,
    ...(fittings.length > 0
      ? { fittings: movedFittings(board.fittings ?? [], ids, glass, { dx, dz, dy: by.dy ?? 0 }) }
      : {}),
    pieces: board.pieces.map((piece) =>
      rises.has(piece.id)
        ? {
            ...piece,
            footprint: shifted(piece.footprint, dx, dz),
            outline: shifted(piece.outline, dx, rises.get(piece.id)!),
          }
        : piece,
    ),
    plantings: board.plantings.map((planting) => {
      const rise = planting.perch ? rises.get(planting.perch.hardscapeId) : undefined
      if (rise === undefined && !ids.includes(planting.id)) return planting
      return {
        ...planting,
        patch: shifted(planting.patch, dx, dz),
        perch:
          planting.perch && rise !== undefined
            ? { ...planting.perch, heightCm: toMm(planting.perch.heightCm + rise) }
            : planting.perch,
      }
    }),
  }
}

/** A lamp hangs no higher than so much over the rim, cm. */
const OVER_RIM_CM = 150

function movedFittings(
  fittings: readonly BoardFitting[],
  ids: readonly string[],
  { heightCm, waterlineCm }: Within,
  { dx, dz, dy }: Required<Parameters<typeof moveThings>[3]>,
): BoardFitting[] {
  return fittings.map((one) => {
    if (!ids.includes(one.id)) return one
    // A lamp hangs over the water, all else within the glass.
    const [least, most] =
      one.part === 'lamp' ? [waterlineCm, heightCm + OVER_RIM_CM] : [0, heightCm]
    const y = Math.max(least, Math.min(most, one.y + dy))
    return { ...one, x: toMm(one.x + dx), z: toMm(one.z + dz), y: toMm(y) }
  })
}

/** A way cut short where the first of the boxes meets the glass. One that stands outside already may only come in. */
function stopped(
  way: number,
  boxes: readonly Box[],
  low: 'left' | 'front',
  high: 'right' | 'back',
  most: number,
): number {
  const least = Math.min(...boxes.map((box) => box[low]))
  const farthest = Math.max(...boxes.map((box) => box[high]))
  return way < 0 ? Math.min(0, Math.max(way, -least)) : Math.max(0, Math.min(way, most - farthest))
}

function riseOf(
  board: Board,
  glass: Within,
  piece: BoardPiece,
  dx: number,
  dz: number,
  dy: number,
): number {
  const { x, z } = middleOf(piece.footprint)
  const seated = depthAt(board, glass, { x: x + dx, z: z + dz }) - depthAt(board, glass, { x, z })
  const { front: foot, back: top } = boxOf(piece.outline)
  const rise = seated + dy
  return Math.max(-foot, Math.min(rise, Math.max(0, glass.heightCm - top)))
}

/** A thing stretched into another box, seen from above; of a piece foot and top as well. Sides are a centimetre at least and end at the glass. */
export function resizeThing(
  board: Board,
  glass: Within,
  id: string,
  box: Partial<Box> & { foot?: number; top?: number },
): Board {
  return withThing(board, id, (handling, one) => {
    const before = boxOf(handling.plan(one))
    const [left, right] = ordered(
      box.left ?? before.left,
      box.right ?? before.right,
      glass.lengthCm,
      box.left !== undefined,
    )
    const [front, back] = ordered(
      box.front ?? before.front,
      box.back ?? before.back,
      glass.depthCm,
      box.front !== undefined,
    )
    return handling.stretched(one, { left, right, front, back }, box, glass)
  })
}

/** A thing turned about its middle, seen from above, degrees anticlockwise. Seen from the front it becomes as wide as its new footprint. It is pushed back behind the glass. */
export function turnThing(board: Board, glass: Within, id: string, degrees: number): Board {
  const turned = withThing(board, id, (handling, one) =>
    handling.turned(one, rotated(handling.plan(one), degrees)),
  )
  return backInside(turned, glass, id)
}

function rotated(outline: Polygon, degrees: number): Point[] {
  const { x: cx, z: cz } = middleOf(outline)
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
  return outline.map(([x, z]): Point => [
    toMm(cx + (x - cx) * cos - (z - cz) * sin),
    toMm(cz + (x - cx) * sin + (z - cz) * cos),
  ])
}

/** Pushed behind the glass where it stands out; what is larger than the glass is made to fit. */
function backInside(board: Board, glass: Within, id: string): Board {
  const thing = thingOf(board, id)
  if (!thing || thing.is === 'fitting') return board
  const { left, right, front, back } = boxOf(planOf(thing))
  const [dx, dz] = [inward(left, right, glass.lengthCm), inward(front, back, glass.depthCm)]
  if (right - left > glass.lengthCm || back - front > glass.depthCm)
    return resizeThing(board, glass, id, { left, right, front, back })
  return dx === 0 && dz === 0
    ? board
    : withThing(board, id, (handling, one) => handling.shifted(one, dx, dz))
}
const inward = (low: number, high: number, most: number): number => {
  if (low < 0) return -low
  return high > most ? most - high : 0
}

/** What is said of a planting beside where it stands. */
export const sayOfPlanting = (
  board: Board,
  id: string,
  says: Partial<Omit<BoardPlanting, 'id' | 'patch'>>,
): Board => ({
  ...board,
  plantings: board.plantings.map((one) => (one.id === id ? { ...one, ...says } : one)),
})

/** What is said of a piece beside where it lies. */
export const sayOfPiece = (
  board: Board,
  id: string,
  says: Partial<Pick<BoardPiece, 'label' | 'material' | 'focal' | 'nature'>>,
): Board => ({
  ...board,
  pieces: board.pieces.map((one) => (one.id === id ? { ...one, ...says } : one)),
})

/** Things taken off the board. What grows on a piece that goes is left, on the ground beneath it. */
export const removeThings = (board: Board, ids: readonly string[]): Board =>
  pruned({
    ...board,
    ...(board.fittings ? { fittings: board.fittings.filter(({ id }) => !ids.includes(id)) } : {}),
    pieces: board.pieces.filter(({ id }) => !ids.includes(id)),
    plantings: board.plantings
      .filter(({ id }) => !ids.includes(id))
      .map((one) =>
        one.perch && ids.includes(one.perch.hardscapeId) ? { ...one, perch: null } : one,
      ),
  })

/** The ground at one station drawn to a depth at the front or the back glass, cm; never below the bottom nor above the rim. */
export function drawGround(
  board: Board,
  glass: Within,
  station: number,
  end: 'frontCm' | 'backCm',
  depth: number,
): Board {
  const cm = toMm(Math.min(glass.heightCm, Math.max(0, depth)))
  const profile = board.ground.profile.map((one, i) =>
    i === station ? { ...one, [end]: cm } : one,
  )
  return onGround(board, { ...board.ground, profile }, glass)
}

/** A board on another ground: what is seated on it rises and sinks with it, and what grows on that goes along. Raised ground buries no stone. */
function onGround(board: Board, ground: Board['ground'], glass: Within): Board {
  const laid = { ...board, ground }
  const rises = new Map(
    board.pieces.map((piece) => {
      const at = middleOf(piece.footprint)
      const { front: foot, back: top } = boxOf(piece.outline)
      const rise = depthAt(laid, glass, at) - depthAt(board, glass, at)
      return [
        piece.id,
        toMm(Math.max(-foot, Math.min(rise, Math.max(0, glass.heightCm - top)))),
      ] as const
    }),
  )
  return {
    ...laid,
    pieces: board.pieces.map((piece) => {
      const rise = rises.get(piece.id) ?? 0
      return rise === 0 ? piece : { ...piece, outline: shifted(piece.outline, 0, rise) }
    }),
    plantings: board.plantings.map((planting) => {
      const rise = planting.perch ? (rises.get(planting.perch.hardscapeId) ?? 0) : 0
      return planting.perch && rise !== 0
        ? {
            ...planting,
            perch: { ...planting.perch, heightCm: toMm(planting.perch.heightCm + rise) },
          }
        : planting
    }),
  }
}

/** A new station of the ground between two others, as deep as the ground is there already. Nothing where one stands within two centimetres. */
export function addStation(board: Board, x: number): Board {
  const { profile } = board.ground
  const next = profile.findIndex((one) => one.x > x)
  if (next < 1 || profile.some((one) => Math.abs(one.x - x) < 2)) return board
  const [a, b] = [profile[next - 1], profile[next]]
  const t = (x - a.x) / (b.x - a.x)
  const between = {
    x: toMm(x),
    frontCm: toMm(a.frontCm + t * (b.frontCm - a.frontCm)),
    backCm: toMm(a.backCm + t * (b.backCm - a.backCm)),
  }
  return {
    ...board,
    ground: {
      ...board.ground,
      profile: [...profile.slice(0, next), between, ...profile.slice(next)],
    },
  }
}

/** The ground drawn at a place along the tank: at the station there, or at a new one where none stands within two centimetres. */
export function drawGroundAt(
  board: Board,
  glass: Within,
  x: number,
  end: 'frontCm' | 'backCm',
  depth: number,
): Board {
  const more = addStation(board, x)
  const { profile } = more.ground
  const nearest = profile.reduce(
    (best, one, i) => (Math.abs(one.x - x) < Math.abs(profile[best].x - x) ? i : best),
    0,
  )
  return drawGround(more, glass, nearest, end, depth)
}

/** A station taken away; the first and the last stay. */
export function removeStation(board: Board, station: number): Board {
  const { profile } = board.ground
  if (station <= 0 || station >= profile.length - 1) return board
  return {
    ...board,
    ground: { ...board.ground, profile: profile.filter((_, i) => i !== station) },
  }
}
