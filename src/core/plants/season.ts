import type { TankHistory } from '../history/types'
import { dayOf, type Instant } from '../quantity/time'
import { inverseOfSymmetric } from '../quantity/symmetric'
import { Z80 } from '../quantity/estimate'
import { growthSegments } from './growth'
import { dot, freed, oneRate, stretchesOf } from './stretches'

/** Growth that goes with the year, over all plantings of a tank. */
export interface GrowthSeason {
  /** Day number, within the last year, about which it grows fastest; half a year later it is slowest. */
  fastest: number
  /** By how much of its yearly mean, 0–1, at its fastest, with its range. */
  by: { value: number; low: number; high: number }
  /** Plantings it was learnt from. */
  plantings: number
}

const YEAR_DAYS = 365.25
/** So long a record and so many stretches in each quarter of a year it takes to tell a season from a tank that ages. */
const LEAST_DAYS = 400
const QUARTERS = 4
const LEAST_IN_QUARTER = 4
/** Seasons indoors move growth by about so much of itself each way. Common practice: windows, warmth, short days of a room. */
const USUAL_SIZE = 0.2
/** Odds above which a season is said, and it must move growth by as much to be worth a word. */
const SAID = 0.9
const LEAST_SIZE = 0.1
/** No year is quite a wave, and no planting’s mean quite known: its size is good to so much of itself besides. From memory of fits to other shapes. */
const SHAPE = 0.08
/** How carefully heights are read is learnt from their scatter; at first it counts as so many heights of the usual care. */
const GUESSED = 3

/** What all plantings say together of a yearly wave: its normal equations, and what is left without it. */
interface Pooled {
  normal: Float64Array
  right: [number, number]
  rest: number
  stretches: number
  plantings: number
}

/**
 * Whether growth in a tank goes with the year: one wave of a year (cosine and sine) over the growth of all plantings, each in parts of its
 * own mean rate, which is fitted along and projected out (Frisch & Waugh 1933), as is what its height does. Bayes against no wave, as in {@link turnOf}.
 * Null where the record is shorter than thirteen months or empty in a quarter of the year, or a wave is not likely enough or too small to
 * matter. The wave does not tell light of a window from warmth: it says when, not why.
 */
export function seasonOf(history: TankHistory, now: Instant): GrowthSeason | null {
  const pooled = pooledOf(history, now)
  if (!pooled) return null
  const { normal, right, rest, stretches } = pooled
  const ridge = 1 / USUAL_SIZE ** 2
  const joined = Float64Array.from(normal)
  joined[0] += ridge
  joined[3] += ridge
  const inverse = inverseOfSymmetric(joined, 2)
  const [a, b] = [0, 1].map((i) => inverse[2 * i] * right[0] + inverse[2 * i + 1] * right[1])
  const left = Math.max(0, rest - a * right[0] - b * right[1])
  const free = GUESSED + stretches
  const determinant = joined[0] * joined[3] - joined[1] * joined[2]
  const odds =
    (ridge / Math.sqrt(determinant)) * ((GUESSED + rest) / (GUESSED + left)) ** (free / 2)
  const size = Math.hypot(a, b)
  if (odds / (1 + odds) < SAID || size < LEAST_SIZE) return null
  const [u, v] = [a / size, b / size]
  const scale = (GUESSED + left) / free
  const read = Math.sqrt(scale * (u * u * inverse[0] + 2 * u * v * inverse[1] + v * v * inverse[3]))
  const sd = Math.hypot(read, SHAPE * size)
  const today = dayOf(now)
  const phase = (Math.atan2(b, a) / (2 * Math.PI)) * YEAR_DAYS
  const fastest = phase + YEAR_DAYS * Math.floor((today - phase) / YEAR_DAYS)
  return {
    fastest,
    by: {
      value: size,
      low: Math.max(0, size - Z80 * sd),
      high: Math.min(1, size + Z80 * sd),
    },
    plantings: pooled.plantings,
  }
}

/** The mean of the wave between two days: growth of a stretch is that of all its days. */
function waveBetween(of: (angle: number) => number, from: number, to: number): number {
  const angle = (2 * Math.PI) / YEAR_DAYS
  const middle = (from + to) / 2
  const half = (angle * (to - from)) / 2
  return of(angle * middle) * (half < 1e-6 ? 1 : Math.sin(half) / half)
}

function pooledOf(history: TankHistory, now: Instant): Pooled | null {
  const today = dayOf(now)
  const pooled: Pooled = {
    normal: new Float64Array(4),
    right: [0, 0],
    rest: 0,
    stretches: 0,
    plantings: 0,
  }
  const quarters = new Array<number>(QUARTERS).fill(0)
  let [first, last] = [Infinity, -Infinity]
  for (const { id } of history.plantings) {
    const segments = growthSegments(history, id, now)
    const span = { from: -Infinity, to: today }
    const rough = stretchesOf(segments, span, 0)
    if (rough.length < LEAST_STRETCHES) continue
    const rate = oneRate(rough)
    if (rate < HARDLY_GROWS) continue
    const all = stretchesOf(segments, span, rate)
    const usual = all.reduce((sum, { at }) => sum + at, 0) / all.length
    const own = [
      freed(all, ({ from, to }) => to - from),
      freed(all, ({ from, to, at }) => (at - usual) * (to - from)),
    ]
    const wave = (of: (angle: number) => number) =>
      freed(all, ({ from, to }) => rate * (to - from) * waveBetween(of, from, to))
    const [grew, cos, sin] = without(own, [
      freed(all, (of) => of.grew),
      wave(Math.cos),
      wave(Math.sin),
    ])
    const columns = [cos, sin]
    columns.forEach((one, i) => {
      pooled.right[i] += dot(one, grew)
      columns.forEach((other, j) => (pooled.normal[2 * i + j] += dot(one, other)))
    })
    pooled.rest += dot(grew, grew)
    pooled.stretches += all.length - own.length
    pooled.plantings++
    for (const { from, to } of all) {
      first = Math.min(first, from)
      last = Math.max(last, to)
      const day = (((from + to) / 2) % YEAR_DAYS) / YEAR_DAYS
      quarters[Math.min(QUARTERS - 1, Math.floor(day * QUARTERS))]++
    }
  }
  const enough = last - first >= LEAST_DAYS && quarters.every((count) => count >= LEAST_IN_QUARTER)
  return enough ? pooled : null
}
const LEAST_STRETCHES = 8
/** What does not grow upwards has no season, cm a day. */
const HARDLY_GROWS = 0.02

/** Columns without what lies along others of them (Gram and Schmidt). */
function without(
  others: readonly Float64Array[],
  columns: readonly Float64Array[],
): Float64Array[] {
  const base: Float64Array[] = []
  const freedOf = (column: Float64Array) => {
    const left = Float64Array.from(column)
    for (const one of base) {
      const share = dot(one, left)
      for (let i = 0; i < left.length; i++) left[i] -= share * one[i]
    }
    return left
  }
  for (const other of others) {
    const left = freedOf(other)
    const size = Math.sqrt(dot(left, left))
    if (size > 1e-9) base.push(left.map((one) => one / size))
  }
  return columns.map(freedOf)
}
