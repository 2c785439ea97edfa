import { GLANCE_FACTOR } from '../quantity/glance'
import type { GrowthLesson } from '../history/growth-lesson'
import { rememberedAt } from '../quantity/remember'
import type { Certainty } from '../journal/entry'
import { entryDay, ofPlanting } from '../history/journal-index'
import { speciesOf } from '../history/lookup'
import { plantingAsLastSeen } from '../history/tank-at'
import type { Planting, TankHistory } from '../history/types'
import { normalEstimate, Z80, type Estimate } from '../quantity/estimate'
import { dayOf, type Instant } from '../quantity/time'
import { factsOf } from './kinds'
import { expectedOfEach } from './shared-growth'
import { conditionsFor, vigour } from './vigour'

/** A height that is known: measured, or left by a trim. */
interface HeightPoint {
  day: number
  cm: number
  sd: number
  entryId: string
}
/** Undisturbed growth between two trims (or planting and the first trim). */
export interface GrowthSegment {
  points: HeightPoint[]
  /** The height before it, where it begins with one that is far lower and no trim was written down: a cut that was forgotten, or stems that broke or melted. */
  fellFrom?: HeightPoint
}
export interface GrowthFit {
  /** cm a day, 80 % range. */
  rate: Estimate
  /** Heights that bear on the rate. */
  heights: number
  segments: GrowthSegment[]
  /** How much of the answer is the keeper's own record rather than the species prior, 0–1. */
  ownShare: number
}

/** Reading a ruler against a swaying stem: a share of the height, and what a ruler cannot tell, cm. Common practice. */
const READ = { share: 0.065, cm: 0.35 } as const
/** What a cut leaves is told a little better than what stands. */
const CUT_FACTOR = 0.8
/** The spread with which a height is read, cm. */
export const readingSd = (cm: number): number => READ.cm + READ.share * Math.abs(cm)
/** An entry weighs half after this many days: growth follows the season, the gas and the light. */
const HALF_LIFE_DAYS = 45

const sdOf = (cm: number, certainty: Certainty) =>
  readingSd(cm) * (certainty === 'glance' ? GLANCE_FACTOR : 1)

/** A height has fallen when it lies this many reading errors, and by so much of itself, under the one before: no plant shrinks by itself. Common practice. */
const FELL_SDS = 3
const FELL_SHARE = 0.2
const hasFallen = (from: HeightPoint, to: HeightPoint): boolean =>
  from.cm - to.cm > Math.max(FELL_SDS * Math.hypot(from.sd, to.sd), FELL_SHARE * from.cm)

function cutSegments(history: TankHistory, plantingId: string, now: Instant): GrowthSegment[] {
  const today = dayOf(now)
  const segments: GrowthSegment[] = [{ points: [] }]
  for (const entry of ofPlanting(history.entries, plantingId)) {
    const day = entryDay(entry)
    if (day > today) break
    const here = segments[segments.length - 1].points
    if (entry.kind === 'measure' && entry.measure === 'height') {
      const sd = sdOf(entry.value, entry.certainty)
      const point = { day, cm: entry.value, sd, entryId: entry.id }
      const before = here.at(-1)
      if (before && hasFallen(before, point)) segments.push({ points: [point], fellFrom: before })
      else here.push(point)
    } else if (entry.kind === 'trim') {
      if (entry.fromCm !== null)
        here.push({ day, cm: entry.fromCm, sd: readingSd(entry.fromCm), entryId: entry.id })
      const sd = CUT_FACTOR * readingSd(entry.toCm)
      segments.push({ points: [{ day, cm: entry.toCm, sd, entryId: entry.id }] })
    }
  }
  return segments.filter((segment) => segment.points.length > 0)
}

/** Heights of a planting up to `now`, cut into segments at every trim; a trim ends one segment and begins the next. */
export const growthSegments = rememberedAt(
  (history: TankHistory) => history.entries,
  (history, plantingId: string, now: Instant) => cutSegments(history, plantingId, now),
)

/**
 * Growth rate of a planting in cm a day: weighted least squares with one slope over all segments and an intercept for
 * each, joined with what was to be expected of it (conjugate normal): the species prior under the light and gas of the day, moved by what the
 * other plantings of the tank do against theirs ({@link expectedOfEach}). A segment adds Σ w (t − t̄)² of precision, w = ½^(age/45 d)/sd².
 * With no entries the prior is the answer; each dated height outweighs it a little more. Pure least squares is the limit
 * of a flat prior. When the residuals are larger than the stated reading errors, the range is widened by their ratio.
 */
export function fitGrowth(history: TankHistory, planting: Planting, now: Instant): GrowthFit {
  const segments = growthSegments(history, planting.id, now)
  return fitSegments(segments, expectedGrowth(history, planting, now), dayOf(now))
}

/** What is to be expected of a planting before its own heights, cm a day, by its kind, the day's conditions, the rest of the tank and its kin in other tanks. */
function expectedGrowth(history: TankHistory, planting: Planting, now: Instant): Prior {
  const books = booksSay(history, planting, now)
  const learnt = expectedInTank(history, history.kin ?? NO_KIN, now).get(planting.id)
  if (!learnt || books.mean < HARDLY_GROWS) return books
  return {
    mean: books.mean * Math.max(LEAST_RATIO, learnt.ratio),
    sd: Math.max(LEAST_SD, books.mean * Math.sqrt(learnt.variance)),
    from: learnt.from,
    kin: learnt.kin,
  }
}

/** What does not grow upwards teaches nothing of growth, cm a day. */
const HARDLY_GROWS = 0.005
/** However badly all else grows, a planting is not expected to shrink. */
const LEAST_RATIO = 0.1

const NO_KIN: readonly GrowthLesson[] = []
// Of the whole story: what each planting should do is read from its facts, not from the entries alone.
const expectedInTank = rememberedAt(
  (history: TankHistory) => history,
  (history, kin: readonly GrowthLesson[], now: Instant) =>
    expectedOfEach([...growthLessons(history, now), ...kin]),
)

/** What the heights of each planting of a tank, gone ones too, say against the books of its kind. */
export function growthLessons(history: TankHistory, now: Instant): GrowthLesson[] {
  const today = dayOf(now)
  return history.plantings.flatMap((record): GrowthLesson[] => {
    if (dayOf(record.stands[0].from) > today) return []
    const planting = plantingAsLastSeen(record, today)
    const books = booksSay(history, planting, now)
    if (books.mean < HARDLY_GROWS) return []
    const own = ownSlope(growthSegments(history, planting.id, now), today)
    return [
      {
        tankId: history.vessel.id,
        plantingId: planting.id,
        speciesId: planting.speciesId,
        booksVariance: (books.sd / books.mean) ** 2,
        own: own && {
          ratio: own.rate / books.mean,
          variance: 1 / (own.precision * books.mean ** 2),
        },
      },
    ]
  })
}

/** The range of a species is that of many tanks: knowing light and gas narrows it a little, and moves it. */
const NARROWED = 0.85
const LEAST_SD = 0.01

/** What a species usually does under the light, gas and air of a planting's day, cm a day. */
export function booksSay(
  history: TankHistory,
  planting: Planting,
  now: Instant,
): { mean: number; sd: number } {
  const species = speciesOf(history, planting)
  const { value, low, high } = species.growthCmPerDay
  const factor = vigour(conditionsFor(history, planting, dayOf(now)), factsOf(species))
  const sd = ((high - low) / (2 * Z80)) * Math.sqrt(factor) * NARROWED
  return { mean: value * factor, sd: Math.max(LEAST_SD, sd) }
}

/** The slope of a planting's own heights and its precision; null without two heights on two days. */
export function ownSlope(
  segments: readonly GrowthSegment[],
  today: number,
  halfLifeDays = HALF_LIFE_DAYS,
) {
  let precision = 0
  let moment = 0
  let heights = 0
  let residual = 0
  let freedom = 0
  for (const { points } of segments) {
    const slope = segmentSlope(points, today, halfLifeDays)
    if (!slope) continue
    precision += slope.precision
    moment += slope.precision * slope.rate
    heights += points.length
    residual += slope.chiSquare
    freedom += points.length - 2
  }
  if (precision === 0) return null
  const inflation = freedom > 0 ? Math.max(1, residual / freedom) : 1
  return { rate: moment / precision, precision: precision / inflation, heights }
}

/** What is to be expected of a planting, cm a day; how many others of its tank it was learnt from, and how many of its kind in other tanks. */
interface Prior {
  mean: number
  sd: number
  from?: number
  kin?: number
}

/** The same on bare segments: see {@link fitGrowth}. `today` sets the age of each point. */
export function fitSegments(
  segments: GrowthSegment[],
  prior: Prior,
  today: number,
  halfLifeDays = HALF_LIFE_DAYS,
): GrowthFit {
  const own = ownSlope(segments, today, halfLifeDays)
  const [precision, heights] = [own?.precision ?? 0, own?.heights ?? 0]
  const priorPrecision = 1 / prior.sd ** 2
  const total = priorPrecision + precision
  const mean = (priorPrecision * prior.mean + precision * (own?.rate ?? 0)) / total
  const ownShare = precision / total
  return {
    rate: normalEstimate(
      mean,
      1 / Math.sqrt(total),
      becauseOf(heights, segments.length, ownShare, prior),
    ),
    heights,
    segments,
    ownShare,
  }
}

/** Of a record that says so much by itself the other plantings move nothing worth a word. */
const OWN_WORD = 0.9

function becauseOf(
  heights: number,
  stretches: number,
  ownShare: number,
  { from = 0, kin = 0 }: Prior,
): string {
  const moved = [
    ...(from > 0 ? [`${from === 1 ? 'one other planting' : `${from} other plantings`} here`] : []),
    ...(kin > 0 ? [`${kin === 1 ? 'one' : kin} of its kind in other tanks`] : []),
  ]
  const others =
    moved.length === 0 || ownShare > OWN_WORD ? '' : `, moved by ${moved.join(' and ')}`
  if (heights === 0)
    return `what the species usually does in such light${others}; no two heights without a trim between them yet`
  const stretch = stretches === 1 ? 'stretch' : 'stretches'
  return `${heights} heights in ${stretches} ${stretch} between trims; ${Math.round(ownShare * 100)} % your own record${others}`
}

/** Weighted slope of one segment; null under two distinct days. */
function segmentSlope(
  points: readonly HeightPoint[],
  today: number,
  halfLifeDays: number,
): { rate: number; precision: number; chiSquare: number } | null {
  if (points.length < 2) return null
  const weights = points.map((point) => 2 ** (-(today - point.day) / halfLifeDays) / point.sd ** 2)
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  const meanDay = points.reduce((sum, point, i) => sum + weights[i] * point.day, 0) / total
  const meanCm = points.reduce((sum, point, i) => sum + weights[i] * point.cm, 0) / total
  let spread = 0
  let joint = 0
  points.forEach((point, i) => {
    spread += weights[i] * (point.day - meanDay) ** 2
    joint += weights[i] * (point.day - meanDay) * (point.cm - meanCm)
  })
  if (spread < 1e-9) return null
  const rate = joint / spread
  const chiSquare = points.reduce(
    (sum, point) => sum + ((point.cm - meanCm - rate * (point.day - meanDay)) / point.sd) ** 2,
    0,
  )
  return { rate, precision: spread, chiSquare }
}
