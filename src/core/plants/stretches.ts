import { inverseOfSymmetric } from '../quantity/symmetric'
import type { GrowthSegment } from './growth'

/** Spurts and lulls between two heights, variance a day in squares of the daily rate. Common practice; less than `height.ts` has, where nothing learns from the scatter. */
const UNEVEN = 0.25
const LEAST_UNEVEN_CM2 = 0.004

/** What lies between two heights of a stretch: from, to, and what grew. */
export interface Stretch {
  from: number
  to: number
  grew: number
  /** Midway between the two heights, cm. */
  at: number
  variance: number
  /** Shared with the stretch before it through the height they meet at: negative. Zero for the first after a cut. */
  withBefore: number
}

/** What grew between heights from a day to another, day numbers. `rate`: what grows a day, cm, which sets how unevenly it does. */
export function stretchesOf(
  segments: readonly GrowthSegment[],
  { from, to }: { from: number; to: number },
  rate: number,
): Stretch[] {
  const uneven = LEAST_UNEVEN_CM2 + UNEVEN * rate * rate
  return segments.flatMap(({ points }) => {
    const seen = points
      .filter(({ day }) => day >= from && day <= to)
      // Of two readings of one day the later one: nothing grows in between.
      .filter(({ day }, i, all) => i + 1 === all.length || all[i + 1].day - day >= SAME_DAY)
    return seen.slice(1).map((point, i): Stretch => {
      const last = seen[i]
      return {
        from: last.day,
        to: point.day,
        grew: point.cm - last.cm,
        at: (point.cm + last.cm) / 2,
        variance: uneven * (point.day - last.day) + last.sd ** 2 + point.sd ** 2,
        withBefore: i === 0 ? 0 : -(last.sd ** 2),
      }
    })
  })
}
const SAME_DAY = 0.5

/** What frees each stretch of what it shares with the one before: the Cholesky factor of a matrix of three diagonals. */
export interface Freeing {
  tie: Float64Array
  own: Float64Array
}
export function freeingOf(all: readonly Stretch[]): Freeing {
  const tie = new Float64Array(all.length)
  const own = new Float64Array(all.length)
  for (let i = 0; i < all.length; i++) {
    if (i > 0) tie[i] = all[i].withBefore / own[i - 1]
    own[i] = Math.sqrt(Math.max(1e-9, all[i].variance - tie[i] * tie[i]))
  }
  return { tie, own }
}

/** A column of figures freed, one for each stretch. */
export function freed(
  all: readonly Stretch[],
  figure: (of: Stretch) => number,
  { tie, own }: Freeing = freeingOf(all),
): Float64Array {
  const free = new Float64Array(all.length)
  for (let i = 0; i < all.length; i++)
    free[i] = (figure(all[i]) - (i === 0 ? 0 : tie[i] * free[i - 1])) / own[i]
  return free
}

/** Of two columns of one length. */
export function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i] * b[i]
  return sum
}

/** The one rate that suits all best, cm a day. */
export function oneRate(all: readonly Stretch[]): number {
  const grew = freed(all, (of) => of.grew)
  const days = freed(all, ({ from, to }) => to - from)
  return dot(days, grew) / dot(days, days)
}

/** Ridge regression: the best figures for the columns, the inverse and the determinant of their normal matrix, and what is left of the sum of squares, the ridge in it. */
export function regression(
  grew: Float64Array,
  columns: readonly Float64Array[],
  ridge: readonly number[],
): Regression {
  const normal = Float64Array.from(columns.flatMap((a) => columns.map((b) => dot(a, b))))
  return solved(
    normal,
    columns.map((one) => dot(one, grew)),
    dot(grew, grew),
    ridge,
  )
}
interface Regression {
  at: number[]
  inverse: Float64Array
  rest: number
  determinant: number
}

/** The same from its products: the normal matrix (which the ridge is added to), what each column has in common with the answer, and the answer with itself. */
export function solved(
  normal: Float64Array,
  right: readonly number[],
  square: number,
  ridge: readonly number[],
): Regression {
  const n = right.length
  for (let i = 0; i < n; i++) normal[i * n + i] += ridge[i]
  const inverse = inverseOfSymmetric(normal, n)
  const at = new Array<number>(n).fill(0)
  let rest = square
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) at[i] += inverse[i * n + j] * right[j]
    rest -= at[i] * right[i]
  }
  return { at, inverse, rest: Math.max(0, rest), determinant: determinantOf(normal, n) }
}

/** The determinant of a matrix of two or three rows. */
function determinantOf(m: Float64Array, n: number): number {
  if (n === 2) return m[0] * m[3] - m[1] * m[2]
  return (
    m[0] * (m[4] * m[8] - m[5] * m[7]) -
    m[1] * (m[3] * m[8] - m[5] * m[6]) +
    m[2] * (m[3] * m[7] - m[4] * m[6])
  )
}
