import type { BoardPiece, Hardscape, Point, Polygon } from '../history/types'
import { intoBox } from './stretch'

/** A shape to begin a piece with: seen from the front and from above, in parts of its box, and how large such a thing usually is, cm. */
export interface PieceShape {
  name: string
  material: Hardscape['material']
  outline: Polygon
  footprint: Polygon
  size: { width: number; depth: number; height: number }
}

const shape = (
  name: string,
  material: Hardscape['material'],
  [width, depth, height]: readonly [number, number, number],
  outline: readonly Point[],
  footprint: readonly Point[],
): PieceShape => ({ name, material, size: { width, depth, height }, outline, footprint })

const ROUND: readonly Point[] = [
  [0.5, 0],
  [0.82, 0.09],
  [1, 0.4],
  [0.94, 0.78],
  [0.62, 1],
  [0.28, 0.94],
  [0, 0.6],
  [0.12, 0.16],
]
const LONG: readonly Point[] = [
  [0.02, 0.35],
  [0.25, 0.04],
  [0.6, 0],
  [0.97, 0.3],
  [1, 0.66],
  [0.7, 1],
  [0.3, 0.92],
  [0, 0.7],
]

/** Twelve shapes of no thing in particular; a keeper’s own outline is drawn over one of them. Sizes: common practice. */
export const PIECE_SHAPES: readonly PieceShape[] = [
  shape(
    'upright stone',
    'stone',
    [14, 11, 26],
    [
      [0.1, 0],
      [0, 0.3],
      [0.16, 0.72],
      [0.42, 1],
      [0.62, 0.94],
      [0.8, 0.6],
      [1, 0.24],
      [0.92, 0],
    ],
    ROUND,
  ),
  shape(
    'slab',
    'stone',
    [24, 16, 6],
    [
      [0, 0],
      [0.04, 0.7],
      [0.3, 1],
      [0.8, 0.92],
      [1, 0.5],
      [0.98, 0],
    ],
    LONG,
  ),
  shape(
    'boulder',
    'stone',
    [20, 16, 14],
    [
      [0.04, 0],
      [0, 0.36],
      [0.16, 0.78],
      [0.44, 1],
      [0.76, 0.9],
      [0.98, 0.5],
      [0.96, 0],
    ],
    ROUND,
  ),
  shape(
    'cobble',
    'stone',
    [7, 6, 4],
    [
      [0.1, 0],
      [0, 0.4],
      [0.2, 0.86],
      [0.55, 1],
      [0.88, 0.74],
      [1, 0.3],
      [0.9, 0],
    ],
    ROUND,
  ),
  shape(
    'ridge',
    'stone',
    [34, 12, 15],
    [
      [0, 0],
      [0.08, 0.4],
      [0.22, 0.55],
      [0.36, 1],
      [0.5, 0.62],
      [0.66, 0.74],
      [0.82, 0.34],
      [1, 0],
    ],
    LONG,
  ),
  shape(
    'branch',
    'wood',
    [34, 12, 22],
    [
      [0, 0],
      [0.1, 0.28],
      [0.34, 0.5],
      [0.62, 0.72],
      [1, 1],
      [0.98, 0.9],
      [0.64, 0.58],
      [0.4, 0.34],
      [0.2, 0.1],
      [0.16, 0],
    ],
    [
      [0, 0.3],
      [0.3, 0],
      [0.7, 0.4],
      [1, 0.86],
      [0.96, 1],
      [0.6, 0.66],
      [0.26, 0.5],
      [0.04, 0.6],
    ],
  ),
  shape(
    'stump',
    'wood',
    [14, 14, 13],
    [
      [0, 0],
      [0.14, 0.3],
      [0.2, 1],
      [0.5, 0.92],
      [0.8, 1],
      [0.86, 0.34],
      [1, 0],
    ],
    ROUND,
  ),
  shape(
    'root',
    'wood',
    [38, 22, 18],
    [
      [0, 0],
      [0.12, 0.34],
      [0.3, 0.5],
      [0.42, 1],
      [0.52, 0.66],
      [0.68, 0.86],
      [0.78, 0.44],
      [1, 0.1],
      [0.98, 0],
      [0.72, 0.2],
      [0.5, 0.34],
      [0.28, 0.2],
      [0.14, 0],
    ],
    [
      [0, 0.5],
      [0.24, 0.3],
      [0.4, 0],
      [0.56, 0.26],
      [1, 0.2],
      [0.74, 0.56],
      [0.84, 1],
      [0.5, 0.76],
      [0.2, 0.9],
    ],
  ),
  shape(
    'bridge',
    'wood',
    [36, 12, 16],
    [
      [0, 0],
      [0.06, 0.6],
      [0.3, 0.96],
      [0.62, 1],
      [0.92, 0.66],
      [1, 0],
      [0.86, 0],
      [0.78, 0.44],
      [0.56, 0.66],
      [0.34, 0.62],
      [0.18, 0.36],
      [0.14, 0],
    ],
    LONG,
  ),
  shape(
    'cork tube',
    'wood',
    [26, 11, 11],
    [
      [0, 0.08],
      [0.02, 0.86],
      [0.4, 1],
      [0.98, 0.9],
      [1, 0.1],
      [0.6, 0],
    ],
    LONG,
  ),
  shape(
    'bark',
    'wood',
    [22, 4, 18],
    [
      [0, 0],
      [0.06, 0.9],
      [0.4, 1],
      [0.9, 0.86],
      [1, 0.1],
      [0.94, 0],
    ],
    LONG,
  ),
  shape(
    'background panel',
    'wood',
    [60, 3, 34],
    [
      [0, 0],
      [0, 0.92],
      [0.3, 1],
      [0.64, 0.94],
      [1, 0.98],
      [1, 0],
    ],
    [
      [0, 0.2],
      [0.5, 0],
      [1, 0.2],
      [1, 1],
      [0, 1],
    ],
  ),
]

/** A piece of a shape at a place of the plan, its foot on the ground there (`footCm`), in a box of its usual size or a given one. */
export function pieceOfShape(
  { name, material, outline, footprint, size }: PieceShape,
  id: string,
  { x, z, footCm }: { x: number; z: number; footCm: number },
  { width, depth, height }: PieceShape['size'] = size,
): BoardPiece {
  const [left, right] = [x - width / 2, x + width / 2]
  return {
    id,
    label: name,
    material,
    focal: false,
    outline: intoBox(outline, { left, right, front: footCm, back: footCm + height }),
    footprint: intoBox(footprint, { left, right, front: z - depth / 2, back: z + depth / 2 }),
  }
}

/** A soft round patch in a box of the plan, for a planting set with one stroke. */
export const roundPatch = (left: number, right: number, front: number, back: number): Point[] =>
  intoBox(ROUND, { left, right, front, back })
