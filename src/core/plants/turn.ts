import { normalCdf } from '../quantity/normal'
import { normalEstimate, type Estimate } from '../quantity/estimate'
import { inverseOfSymmetric } from '../quantity/symmetric'
import type { GrowthSegment } from './growth'

/** Growth that went on at another rate from a day on. */
export interface Turn {
  /** Day number, with the range of days in which it lies at four in five. */
  day: number
  low: number
  high: number
  /** cm a day before and after. */
  before: Estimate
  after: Estimate
  /** Odds, 0–1, that the rate turned at all in these days. */
  chance: number
}

/** Heights of so many days are looked at for a turn in the last few weeks, and so many stretches between two heights it takes to say anything. */
const WINDOW_DAYS = 150
const RECENT_DAYS = 45
const LEAST_STRETCHES = 5
/** A rate that turns does so by about so much of itself. Common practice: a lamp turned down, gas that fails, a season. */
const TURNS_BY = 0.5
/** Before any height a turn in these weeks is as likely as this: lamps, gas and seasons see to it. Common practice. */
const PRIOR_CHANCE = 0.4
/** Odds above which it is said: more likely than not, and no more is claimed. */
const SAID_FROM = 0.55
/** The way it went must be as sure as this, 0–1. */
const SURE_OF_WAY = 0.9
/** Spurts and lulls between two heights, variance a day in squares of the daily rate. Common practice; less than `height.ts` has, where nothing learns from the scatter. */
const UNEVEN = 0.25
const LEAST_UNEVEN_CM2 = 0.004

/** How careful a keeper reads is learnt from the scatter of the heights; at first it counts as so many heights of the usual care. */
const GUESSED = 3

/** What lies between two heights of a stretch: from, to, and what grew. */
interface Stretch {
  from: number
  to: number
  grew: number
  /** Midway between the two heights, cm. */
  at: number
  variance: number
  /** Shared with the stretch before it through the height they meet at: negative. Zero for the first after a cut. */
  withBefore: number
}

/**
 * Whether and when the growth of a planting turned in the last weeks: one rate against two with a day between, by generalised least
 * squares on what grew between heights (two stretches share the reading they meet at), every day tried, and what height does to growth
 * fitted along. Bayes: the difference of the rates is normal about nothing by half the rate, the days are as likely as each other, and
 * how carefully the keeper reads is learnt from the scatter (normal and inverse gamma, conjugate). Null where there is too little to
 * say, or it is less likely than not.
 */
export function turnOf(segments: readonly GrowthSegment[], today: number): Turn | null {
  const first = stretchesOf(segments, today, 0)
  if (first.length < LEAST_STRETCHES) return null
  const overall = Math.max(0.01, oneRate(first))
  const all = stretchesOf(segments, today, overall)
  const days = daysTried(all, today)
  if (days.length === 0) return null
  const { fits, factors, free } = everyDay(all, days, overall)
  const total = factors.reduce((sum, one) => sum + one, 0)
  const odds = (PRIOR_CHANCE / (1 - PRIOR_CHANCE)) * (total / days.length)
  const chance = odds / (1 + odds)
  if (chance < SAID_FROM) return null
  const at = (share: number) => days[quantileOf(factors, share * total)]
  const best = factors.indexOf(Math.max(...factors))
  const { at: found, inverse, rest } = fits[best]
  const scale = (GUESSED + rest) / free
  // Which way it went must be as sure as that it did.
  if (normalCdf(Math.abs(found[1]) / Math.sqrt(scale * inverse[4])) < SURE_OF_WAY) return null
  const sinceVariance = inverse[0] + inverse[4] + 2 * inverse[1]
  return {
    day: days[best],
    low: at(0.1),
    high: at(0.9),
    before: normalEstimate(found[0], Math.sqrt(scale * inverse[0]), 'the heights before', 0),
    after: normalEstimate(
      found[0] + found[1],
      Math.sqrt(scale * sinceVariance),
      'the heights since',
      0,
    ),
    chance,
  }
}

/** The fit with a turn on each day, and by how much it is likelier than none (the marginal likelihoods of two linear models). */
function everyDay(all: readonly Stretch[], days: readonly number[], overall: number) {
  const columns = columnsOf(all)
  const ridge = [1e-9, 1 / (TURNS_BY * overall) ** 2, (SLOWS_OVER_CM / overall) ** 2]
  const still = regression(columns.grew, [columns.days, columns.height], [ridge[0], ridge[2]])
  const fits = days.map((day) => {
    const since = freed(all, ({ from, to }) => Math.max(0, to - Math.max(from, day)))
    return regression(columns.grew, [columns.days, since, columns.height], ridge)
  })
  const free = GUESSED + all.length
  const factors = fits.map(
    (fit) =>
      Math.sqrt((ridge[1] * still.determinant) / fit.determinant) *
      ((GUESSED + still.rest) / (GUESSED + fit.rest)) ** (free / 2),
  )
  return { fits, factors, free }
}

function quantileOf(weights: readonly number[], upTo: number): number {
  let sum = 0
  const found = weights.findIndex((one) => (sum += one) >= upTo)
  return found < 0 ? weights.length - 1 : found
}

function stretchesOf(segments: readonly GrowthSegment[], today: number, rate: number): Stretch[] {
  const uneven = LEAST_UNEVEN_CM2 + UNEVEN * rate * rate
  return segments.flatMap(({ points }) => {
    const seen = points
      .filter(({ day }) => day > today - WINDOW_DAYS && day <= today)
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

/** The days of the last weeks with two stretches before and after them. */
function daysTried(all: readonly Stretch[], today: number): number[] {
  const from = Math.max(all[1].to, today - RECENT_DAYS)
  const to = all[all.length - 2].from
  return Array.from({ length: Math.max(0, Math.floor(to - from) + 1) }, (_, i) => from + i)
}

/** Each stretch freed of what it shares with the one before (the Cholesky factor of a matrix of three diagonals), for any column of figures. */
function freed(all: readonly Stretch[], figure: (of: Stretch) => number): Float64Array {
  const free = new Float64Array(all.length)
  let last = 0
  for (let i = 0; i < all.length; i++) {
    const tie = i === 0 ? 0 : all[i].withBefore / last
    const own = Math.sqrt(Math.max(1e-9, all[i].variance - tie * tie))
    free[i] = (figure(all[i]) - (i === 0 ? 0 : tie * free[i - 1])) / own
    last = own
  }
  return free
}

const dot = (a: Float64Array, b: Float64Array) => a.reduce((sum, one, i) => sum + one * b[i], 0)

function oneRate(all: readonly Stretch[]): number {
  const grew = freed(all, (of) => of.grew)
  const days = freed(all, ({ from, to }) => to - from)
  return dot(days, grew) / dot(days, days)
}

/** Growth slows towards the surface and quickens after a cut: the rate falls by all of itself over so many centimetres, or rises; one standard deviation. Common practice. */
const SLOWS_OVER_CM = 40

/** What grew, the days it took, and those days by how far above the middling height of the record the plant then stood: a plant near the surface is not to be taken for one that turned. */
function columnsOf(all: readonly Stretch[]) {
  const usual = all.reduce((sum, { at }) => sum + at, 0) / all.length
  return {
    grew: freed(all, ({ grew }) => grew),
    days: freed(all, ({ from, to }) => to - from),
    height: freed(all, ({ from, to, at }) => (at - usual) * (to - from)),
  }
}

/** Ridge regression: the best figures for the columns, the inverse and the determinant of their normal matrix, and what is left of the sum of squares, the ridge in it. */
function regression(
  grew: Float64Array,
  columns: readonly Float64Array[],
  ridge: readonly number[],
) {
  const n = columns.length
  const normal = Float64Array.from(columns.flatMap((a) => columns.map((b) => dot(a, b))))
  ridge.forEach((one, i) => (normal[i * n + i] += one))
  const inverse = inverseOfSymmetric(normal, n)
  const right = columns.map((one) => dot(one, grew))
  const at = right.map((_, i) => right.reduce((sum, one, j) => sum + inverse[i * n + j] * one, 0))
  const rest = dot(grew, grew) - at.reduce((sum, one, i) => sum + one * right[i], 0)
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
