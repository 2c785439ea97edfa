import type { Board, BoardPiece, BoardPlanting, Glass, Point, Polygon } from '../history/types'
import { pruned } from './arrange'
import { fittingsOf } from './fittings'
import { toMm } from './to-mm'
import { mainKind, type Tank } from '../history/tank-at'
import { groundDepth } from '../vessel/ground-depth'

export type Box = Readonly<Record<'left' | 'right' | 'front' | 'back', number>>

/** The layout that stands in a tank, as it is drawn; null for a bare vessel. */
export function boardOf({
  layout,
  plantings,
  equipment,
  vessel,
}: Pick<Tank, 'layout' | 'plantings' | 'equipment' | 'vessel'>): Board | null {
  if (!layout) return null
  const { laidAt: _laidAt, ...ground } = layout.ground
  return pruned({
    ground,
    pieces: layout.hardscape.map(
      ({ id, label, material: of, focal, nature, outline, footprint }) => ({
        id,
        label,
        material: of,
        focal,
        ...(nature ? { nature } : {}),
        outline,
        footprint,
      }),
    ),
    plantings: plantings.map((planting) => {
      const { id, stake, name, zone, patch, stems, perch } = planting
      return { id, stake, name, speciesId: mainKind(planting).speciesId, zone, patch, stems, perch }
    }),
    fittings: fittingsOf({ equipment, vessel }),
    ...(layout.arrangement ? { arrangement: layout.arrangement } : {}),
  })
}

/** The box of an outline seen from above, cm. Throws RangeError without corners. */
export function boxOf(outline: Polygon): Box {
  if (outline.length === 0) throw new RangeError('An outline without corners has no box')
  const [xs, zs] = [outline.map((point) => point[0]), outline.map((point) => point[1])]
  return {
    left: Math.min(...xs),
    right: Math.max(...xs),
    front: Math.min(...zs),
    back: Math.max(...zs),
  }
}

/** From foot to top, seen from the front, cm above the bottom glass. */
export function spanOfHeight(piece: Pick<BoardPiece, 'outline'>): { foot: number; top: number } {
  const { front, back } = boxOf(piece.outline)
  return { foot: front, top: back }
}

/** Middle of the box of an outline. */
export function middleOf(outline: Polygon): { x: number; z: number } {
  const { left, right, front, back } = boxOf(outline)
  return { x: (left + right) / 2, z: (front + back) / 2 }
}

/** Depth of the ground at a place of the board, cm. */
export const depthAt = (
  { ground }: Pick<Board, 'ground'>,
  { depthCm }: Pick<Glass, 'depthCm'>,
  { x, z }: { x: number; z: number },
): number => groundDepth(ground, depthCm, x, z)

/** Where a planting begins, cm above the bottom: at the surface, on its perch, or on the ground. */
export function footOf(
  { zone, perch, patch }: Pick<BoardPlanting, 'zone' | 'perch' | 'patch'>,
  board: Pick<Board, 'ground'>,
  glass: Pick<Glass, 'depthCm' | 'waterlineCm'>,
): number {
  if (zone === 'surface') return glass.waterlineCm
  return perch?.heightCm ?? depthAt(board, glass, middleOf(patch))
}

export const shifted = (outline: Polygon, dx: number, dy: number): Point[] =>
  outline.map(([x, y]): Point => [toMm(x + dx), toMm(y + dy)])
