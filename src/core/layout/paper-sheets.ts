/** Paper as it is printed on, cm, lying: what printers leave blank at the edges is taken off. */
export const PAPERS = {
  A4: { width: 29.7, height: 21 },
  A3: { width: 42, height: 29.7 },
  Letter: { width: 27.94, height: 21.59 },
} as const
export type Paper = keyof typeof PAPERS
/** What a printer leaves blank on each side, cm. Common practice. */
const BLANK_CM = 1
/** Sheets lap over each other by so much, so that they can be glued, cm. */
export const LAP_CM = 1

/** One sheet of a drawing cut up: its place among the others, and the window of the drawing it shows, cm on paper. */
export interface PaperSheet {
  column: number
  row: number
  x: number
  y: number
  width: number
  height: number
}

/**
 * A drawing of `widthCm` × `heightCm` on paper cut up into sheets that lap over each other by a centimetre, row by row. The paper lies or stands,
 * whichever takes fewer sheets. Throws RangeError for a drawing without extent.
 */
export function paperSheets(
  widthCm: number,
  heightCm: number,
  paper: Paper,
): { sheets: PaperSheet[]; lying: boolean; columns: number; rows: number } {
  if (!(widthCm > 0) || !(heightCm > 0)) throw new RangeError('A drawing needs an extent')
  const { width, height } = PAPERS[paper]
  const room = (lying: boolean) => ({
    across: (lying ? width : height) - 2 * BLANK_CM,
    down: (lying ? height : width) - 2 * BLANK_CM,
  })
  const countOf = (extent: number, one: number) =>
    Math.max(1, Math.ceil((extent - LAP_CM) / (one - LAP_CM) - 1e-9))
  const takes = (lying: boolean) => {
    const { across, down } = room(lying)
    return countOf(widthCm, across) * countOf(heightCm, down)
  }
  const lying = takes(true) <= takes(false)
  const { across, down } = room(lying)
  const [columns, rows] = [countOf(widthCm, across), countOf(heightCm, down)]
  const sheets = Array.from({ length: columns * rows }, (_, i): PaperSheet => {
    const [column, row] = [i % columns, Math.floor(i / columns)]
    return {
      column,
      row,
      x: column * (across - LAP_CM),
      y: row * (down - LAP_CM),
      width: across,
      height: down,
    }
  })
  return { sheets, lying, columns, rows }
}
