import { contours } from 'd3-contour'

/** Where a field of cells, rows from the front, stands under a threshold, as path data in cm; empty where it nowhere does. */
export function pathUnder(
  values: ArrayLike<number>,
  { columns, rows, stepCm }: { columns: number; rows: number; stepCm: number },
  threshold: number,
): string {
  const round = (cells: number) => Math.round(cells * stepCm * 10) / 10
  // The library looks for what stands above: the negative above a negative threshold.
  return contours()
    .size([columns, rows])
    .contour(
      Array.from(values, (one) => -one),
      -threshold,
    )
    .coordinates.flatMap((polygon) =>
      polygon.map((ring) => `M${ring.map(([x, z]) => `${round(x)} ${round(z)}`).join('L')}Z`),
    )
    .join('')
}
