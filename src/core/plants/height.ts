import type { Planting, Species, TankHistory } from '../history/types'
import { speciesOf } from '../history/lookup'
import { tankAt, tankNow } from '../history/tank-at'
import { Z80, type Estimate } from '../quantity/estimate'
import { dayOf, type Instant } from '../quantity/time'
import { fitGrowth, type GrowthFit } from './growth'
import { isStem } from './groups'
import { headroom, standsInAir } from './place'

/** Height at which planting usually starts when nobody measured it, as a share of mature height. Common practice. */
const START_SHARE = 0.25

/** How high a planting of a kind stands when it is set, cm, where nobody measured it. */
export const startHeight = ({ matureHeightCm }: Pick<Species, 'matureHeightCm'>): number =>
  START_SHARE * matureHeightCm

/** A stem that has reached the surface goes on along it: its length may pass the headroom by this factor. Common practice. */
export const ALONG_SURFACE = 1.5
/** A kind seldom stands higher than this share of what the books say, and its leaves may stand so far out of the water, cm. Common practice. */
const GROWN_SHARE = 1.25
const LEAVES_OVER_CM = 4
/** Growth is not even: it comes in spurts of a week or so, by a third more or less. Variance a day, in squares of the daily rate. Common practice. */
const UNEVEN = 0.6
/** Between two heights that are known spurts and lulls make good for each other in part. */
const BETWEEN = 0.22
/** And a rate is not the same from one month to the next, share of it. */
const RATE_TURNS = 0.17
/** A plant that hardly grows has this much of unevenness all the same, cm²/day. */
const LEAST_UNEVEN_CM2 = 0.004

interface Anchor {
  day: number
  cm: number
  sd: number
}

/** Everything needed to say a planting's height on any day. Serialisable. */
export interface HeightCourse {
  plantingId: string
  anchors: Anchor[]
  rate: { value: number; sd: number; because: string }
  /** Where growth levels off, cm. */
  ceilingCm: number
}

/** The height course of a planting: known points, and the rate that carries it beyond the last of them. */
export function heightCourse(
  history: TankHistory,
  planting: Planting,
  now: Instant,
  fit: GrowthFit = fitGrowth(history, planting, now),
): HeightCourse {
  const species = speciesOf(history, planting)
  const points = fit.segments.flatMap((segment) => segment.points)
  const planted: Anchor = {
    day: dayOf(planting.plantedAt),
    cm: startHeight(species),
    sd: species.matureHeightCm * 0.12,
  }
  const known = points.filter((point) => point.day > planted.day)
  const rate = {
    value: fit.rate.value,
    sd: (fit.rate.high - fit.rate.low) / (2 * Z80),
    because: fit.rate.because,
  }
  const ceilingCm = Math.max(
    ...known.map((point) => point.cm),
    ceilingOf(tankAt(history, lastDay(planting, now)), planting, species),
  )
  return {
    plantingId: planting.id,
    anchors: withGrownHeights([planted, ...known], fit.segments, rate, ceilingCm),
    rate,
    ceilingCm,
  }
}

/** Where growth levels off, cm: stems lie along the surface of the water, what stands in air stops below the rim. */
function ceilingOf(
  tank: Parameters<typeof headroom>[0],
  planting: Planting,
  { group, matureHeightCm }: Species,
): number {
  const room = headroom(tank, planting)
  const grown = matureHeightCm * GROWN_SHARE
  if (standsInAir(tank, planting)) return Math.min(grown, room)
  return isStem(group) ? room * ALONG_SURFACE : Math.min(grown, room + LEAVES_OVER_CM)
}

type Rate = HeightCourse['rate']

/** How far off `days` of growth at a rate may be, cm² (variance). */
function growthVariance(rate: Rate, days: number): number {
  const turns = RATE_TURNS * rate.value * days
  return (rate.sd * days) ** 2 + turns * turns + unevenness(rate) * days
}
const unevenness = ({ value }: Rate): number => LEAST_UNEVEN_CM2 + UNEVEN * value * value

/** So little before a cut the plant stands as it has grown, days. */
const JUST_BEFORE = 1e-3

/** The known heights, and before each cut of which only what was left is known, the height it had grown to: it grew until the scissors. */
function withGrownHeights(
  known: readonly Anchor[],
  segments: GrowthFit['segments'],
  rate: Rate,
  ceilingCm: number,
): Anchor[] {
  // Every stretch but the first begins with what a cut left.
  const cuts = new Set(segments.slice(1).map(({ points }) => points[0].day))
  return known.flatMap(({ day, cm, sd }, i) => {
    const last = known[i - 1]
    const anchor = { day, cm, sd }
    if (!last || !cuts.has(day) || day - last.day <= JUST_BEFORE) return [anchor]
    const days = day - last.day
    const grown = {
      day: day - JUST_BEFORE,
      cm: Math.max(cm, Math.min(ceilingCm, last.cm + rate.value * days)),
      sd: Math.sqrt(last.sd ** 2 + growthVariance(rate, days)),
    }
    return [grown, anchor]
  })
}

/** The last day on which a planting stood, or today: the tank round it then sets its ceiling. */
const lastDay = ({ removedAt }: Planting, now: Instant): number =>
  removedAt === null ? dayOf(now) : Math.min(dayOf(now), dayOf(removedAt)) - 1e-6

/**
 * Height on a day, cm, with its 80 % range: between two known points a straight line whose doubt swells in the middle;
 * after the last, the growth rate up to the ceiling. Before planting: zero.
 */
export function heightOn(course: HeightCourse, day: number): Estimate {
  const { anchors, ceilingCm } = course
  if (day < anchors[0].day) return { value: 0, low: 0, high: 0, because: 'not planted yet' }
  const last = anchors[anchors.length - 1]
  // Forecasts ask day after day: years of heights need not be walked through for each.
  if (last.day <= day) return beyond(course, last, day)
  const next = anchors.findIndex((anchor) => anchor.day > day)
  const [a, b] = [anchors[next - 1], anchors[next]]
  const t = b.day === a.day ? 0 : (day - a.day) / (b.day - a.day)
  const value = a.cm + t * (b.cm - a.cm)
  const sway = Math.sqrt(BETWEEN * t * (1 - t) * (b.day - a.day) * unevenness(course.rate))
  const sd = Math.hypot((1 - t) * a.sd, t * b.sd, sway)
  const clip = (x: number) => Math.max(0, Math.min(ceilingCm, x))
  return {
    value: clip(value),
    low: clip(value - Z80 * sd),
    high: clip(value + Z80 * sd),
    because: 'between two known heights',
  }
}

function beyond(course: HeightCourse, last: Anchor, day: number): Estimate {
  const dt = day - last.day
  const { rate, ceilingCm } = course
  const sd = Math.sqrt(last.sd ** 2 + growthVariance(rate, dt))
  const value = last.cm + rate.value * dt
  const clip = (x: number) => Math.max(0, Math.min(ceilingCm, x))
  // At the ceiling the growth stops, not the doubt: the last reading's own error stays about it.
  const low = Math.max(0, Math.min(clip(value - Z80 * sd), clip(value) - Z80 * last.sd))
  const high = Math.max(clip(value + Z80 * sd), clip(value) + Z80 * last.sd)
  return {
    value: clip(value),
    low,
    high,
    because: `its last known height, then ${rate.because}`,
  }
}

/**
 * Days until a planting touches the water line, from `now`; `null` ends mean it is not in sight at that end of the range.
 * Only for what grows upward without limit (stems) under water; others give null.
 */
export function daysToSurface(
  history: TankHistory,
  planting: Planting,
  now: Instant,
): { value: number; low: number; high: number | null; because: string } | null {
  const { group } = speciesOf(history, planting)
  const tank = tankNow(history, now)
  if (!isStem(group) || standsInAir(tank, planting)) return null
  const fit = fitGrowth(history, planting, now)
  const course = heightCourse(history, planting, now, fit)
  const today = heightOn(course, dayOf(now))
  const room = headroom(tank, planting)
  const left = room - today.value
  const reach = (pick: (height: Estimate) => number): number | null => {
    if (pick(today) >= room) return 0
    for (let days = 1; days <= FURTHEST_DAYS; days++)
      if (pick(heightOn(course, dayOf(now) + days)) >= room) return days
    return null
  }
  if (left <= 0)
    return {
      value: 0,
      low: 0,
      high: reach(({ low }) => low),
      because: 'it stands as high as the water over it',
    }
  if (fit.rate.value <= 0.005) return null
  return {
    value: left / fit.rate.value,
    low: reach(({ high }) => high) ?? FURTHEST_DAYS,
    high: reach(({ low }) => low),
    because: fit.rate.because,
  }
}
/** Nobody looks further ahead for a plant’s tops. */
export const FURTHEST_DAYS = 400
