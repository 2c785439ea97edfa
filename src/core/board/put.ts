import type { Board, BoardPiece, Glass, Point, Species, Zone } from '../history/types'
import { nextStake } from '../layout/next-stake'
import { isStem } from '../plants/groups'
import { carpetPots, denseStems, PLUGS_A_POT } from '../plants/portions'
import { polygonArea } from '../vessel/volume'
import { boxOf, depthAt, middleOf, spanOfHeight, type Box } from './board'
import { toMm } from './to-mm'
import { freeLabel } from './duplicate'
import { moveThings } from './edit'
import { intoBox } from './stretch'
import { cutAtGlass, inwards } from './within-glass'
import { pieceOfShape, type PieceShape } from './shapes'

type Within = Pick<Glass, 'lengthCm' | 'depthCm' | 'heightCm' | 'waterlineCm' | 'build'>

/** Where a zone begins, share of the depth from the front. Common practice: thirds, the foreground the smallest. */
const MIDGROUND_FROM = 0.34
const BACKGROUND_FROM = 0.67
/** Leaves sit so high on a piece, share of its height. */
const PERCH_SHARE = 0.8

/** A new planting in a patch of the plan: stake, zone, how many, and, for what grows on stone or wood, its perch, by where it is drawn. */
export function putPlanting(
  board: Board,
  glass: Within,
  species: Species,
  drawn: readonly Point[],
  id: string,
): Board {
  const patch = cutAtGlass(glass, drawn) ?? drawn
  const { group, name } = species
  const perch = group === 'epiphyte' || group === 'moss' ? perchAt(board, patch) : null
  const planting = {
    id,
    stake: nextStake(group, board.plantings),
    name,
    speciesId: species.id,
    zone: zoneOf(species, glass, patch, perch !== null),
    patch,
    stems: countFor(species, patch),
    perch,
  }
  return { ...board, plantings: [...board.plantings, planting] }
}

function zoneOf(
  { group }: Species,
  { depthCm }: Within,
  patch: readonly Point[],
  perched: boolean,
): Zone {
  if (group === 'floating') return 'surface'
  if (perched) return 'hardscape'
  const share = middleOf(patch).z / depthCm
  if (share >= BACKGROUND_FROM) return 'background'
  return share >= MIDGROUND_FROM ? 'midground' : 'foreground'
}

/** How many are set into a patch: stems densely, plugs of a carpet, crowns at their mature width. */
function countFor({ group, matureWidthCm }: Species, patch: readonly Point[]): number {
  const area = polygonArea(patch)
  if (isStem(group)) return Math.min(2000, Math.max(1, denseStems(area)))
  if (group === 'carpet') return carpetPots(area) * PLUGS_A_POT
  return Math.min(200, Math.max(1, Math.round(area / matureWidthCm ** 2)))
}

/** The piece under the middle of a patch, and how high on it a rhizome sits; null where there is none. */
export function perchAt(
  { pieces }: Pick<Board, 'pieces'>,
  patch: readonly Point[],
): { hardscapeId: string; heightCm: number } | null {
  const { x, z } = middleOf(patch)
  const under = pieces.filter(({ footprint }) => {
    const { left, right, front, back } = boxOf(footprint)
    return x >= left && x <= right && z >= front && z <= back
  })
  if (under.length === 0) return null
  const top = under.reduce((a, b) => (spanOfHeight(b).top > spanOfHeight(a).top ? b : a))
  const { foot, top: height } = spanOfHeight(top)
  return { hardscapeId: top.id, heightCm: toMm(foot + PERCH_SHARE * (height - foot)) }
}

/** Where a plant that grows on stone and wood comes to sit: on the piece under its patch, else on the nearest one; null where there is none. */
export function perchNear(
  board: Pick<Board, 'pieces'>,
  patch: readonly Point[],
): { hardscapeId: string; heightCm: number } | null {
  const under = perchAt(board, patch)
  if (under || board.pieces.length === 0) return under
  const from = middleOf(patch)
  const away = ({ footprint }: BoardPiece) => {
    const { x, z } = middleOf(footprint)
    return Math.hypot(x - from.x, z - from.z)
  }
  const nearest = board.pieces.reduce((a, b) => (away(b) < away(a) ? b : a))
  return perchAt({ pieces: [nearest] }, nearest.footprint)
}

/** A new piece of a shape in a box of the plan, as high as its proportions have it, seated on the ground; of its usual size about a point. */
export function putPiece(
  board: Board,
  glass: Within,
  shape: PieceShape,
  at: Box | { x: number; z: number },
  id: string,
): Board {
  const usual = shape.size
  const drawn = 'left' in at
  const x = drawn ? (at.left + at.right) / 2 : at.x
  const z = drawn ? (at.front + at.back) / 2 : at.z
  const width = drawn ? at.right - at.left : Math.min(usual.width, glass.lengthCm)
  const depth = drawn ? at.back - at.front : Math.min(usual.depth, glass.depthCm)
  const footCm = depthAt(board, glass, { x, z })
  const room = Math.max(1, glass.heightCm - footCm)
  const height = Math.min(room, drawn ? (usual.height * width) / usual.width : usual.height)
  const piece: BoardPiece = {
    ...pieceOfShape(shape, id, { x, z, footCm }, { width, depth, height }),
    label: freeLabel(shape.name, board),
  }
  const put = { ...board, pieces: [...board.pieces, piece] }
  const { left, right, front, back } = boxOf(piece.footprint)
  // About a point near the glass it is pushed behind it; behind a curved pane or before a chamber towards the middle.
  const boxed = moveThings(put, glass, [id], {
    dx: Math.max(0, -left) - Math.max(0, right - glass.lengthCm),
    dz: Math.max(0, -front) - Math.max(0, back - glass.depthCm),
  })
  const { footprint } = boxed.pieces[boxed.pieces.length - 1]
  return moveThings(boxed, glass, [id], inwards(glass, footprint))
}

/** A new piece with the footprint a hand drew; from the front it is as the shape has it, as wide as it was drawn. */
export function putPieceDrawn(
  board: Board,
  glass: Within,
  shape: PieceShape,
  footprint: readonly Point[],
  id: string,
): Board {
  const put = putPiece(board, glass, shape, boxOf(footprint), id)
  return {
    ...put,
    pieces: put.pieces.map((piece) => (piece.id === id ? { ...piece, footprint } : piece)),
  }
}

/** A piece with the outline a hand drew from the front: so wide, from its foot to its top. From above it is stretched to that width. */
export function outlinedFromFront(
  board: Board,
  glass: Within,
  id: string,
  outline: readonly Point[],
): Board {
  const { left, right } = boxOf(outline)
  return {
    ...board,
    pieces: board.pieces.map((piece) => {
      if (piece.id !== id) return piece
      const { front, back } = boxOf(piece.footprint)
      const wide = intoBox(piece.footprint, { left, right, front, back })
      return { ...piece, outline, footprint: cutAtGlass(glass, wide) ?? wide }
    }),
  }
}

/** The least a planting is set wide with one tap, cm. Common practice: what a pot is split over. */
const LEAST_SET_CM = 8

/** The place of a planting set with one tap: as wide as one grown plant of its kind, about a point, behind the glass. */
export function usualPlace(
  [x, z]: Point,
  { matureWidthCm }: Pick<Species, 'matureWidthCm'>,
  { lengthCm, depthCm }: Pick<Glass, 'lengthCm' | 'depthCm'>,
): Box {
  const half = Math.min(Math.max(LEAST_SET_CM, matureWidthCm), depthCm, lengthCm) / 2
  const cx = Math.min(Math.max(half, x), lengthCm - half)
  const cz = Math.min(Math.max(half, z), depthCm - half)
  return { left: cx - half, right: cx + half, front: cz - half, back: cz + half }
}
