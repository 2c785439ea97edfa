import type { Entry, EntryOf } from '../journal/entry'
import { entryDay, ofPlanting } from '../history/journal-index'
import { mainKind } from '../history/tank-at'
import type { Planting, TankHistory } from '../history/types'
import { Z80, type Estimate } from '../quantity/estimate'
import { dayOf, type Instant } from '../quantity/time'

/** Logistic cover: N(t) = K / (1 + (K/N0 − 1)e^(−rt)), % of the patch (Verhulst 1838). N0 in (0, K]. r per day; r < 0 is loss. */
export function logisticCover(n0: number, r: number, k: number, days: number): number {
  if (n0 <= 0) return 0
  if (n0 >= k && r >= 0) return k
  return k / (1 + (k / Math.min(n0, k * 0.999) - 1) * Math.exp(-r * days))
}

export interface CoverFit {
  /** r per day of the logistic, 80 % range; negative: the carpet is going. */
  rate: Estimate
  /** Cover today, %. */
  now: Estimate
  points: { day: number; percent: number; entryId: string }[]
}

const COVER_CEILING = 100
/** Reading cover by eye: ± 6 points; ± 15 at a glance. Common practice. */
export const EYE_SD = 6
const GLANCE_SD = 15
/** Of this an eye has a part for good, which no number of looks takes away, points at half cover. */
const EYE_BIAS = 3
/** A look weighs half after so many days: carpets turn with light, gas and season. */
const HALF_LIFE_DAYS = 40
/** Rates before any look: a healthy carpet doubles in three weeks when young; what floats doubles in two to five days in good light, in a fortnight in dim. Common practice. */
const PRIOR_RATE = {
  rooted: { mean: 0.015, sd: 0.025 },
  floating: { mean: 0.18, sd: 0.1 },
} as const
const WINDOW_DAYS = 90

const logit = (percent: number) => {
  const p = Math.min(0.98, Math.max(0.02, percent / COVER_CEILING))
  return Math.log(p / (1 - p))
}
const expit = (x: number) => COVER_CEILING / (1 + Math.exp(-x))

/**
 * Course of a carpet (or floaters) from cover entries of the last 90 days: logit(cover) is straight in time for logistic
 * growth, so slope and level are found by weighted least squares with a prior on the slope. Null with no entry at all.
 */
export function fitCover(
  history: TankHistory,
  planting: Pick<Planting, 'id'>,
  now: Instant,
): CoverFit | null {
  const prior = PRIOR_RATE[floats(history, planting.id) ? 'floating' : 'rooted']
  const today = dayOf(now)
  const all = ofPlanting(history.entries, planting.id).filter(
    (entry): entry is EntryOf<'measure'> & Entry =>
      entry.kind === 'measure' && entry.measure === 'cover' && entryDay(entry) <= today,
  )
  if (all.length === 0) return null
  const recent = all.filter((entry) => entryDay(entry) > today - WINDOW_DAYS)
  const used = recent.length > 0 ? recent : all.slice(-1)
  const rows = used.map((entry) => {
    const p = Math.min(0.98, Math.max(0.02, entry.value / COVER_CEILING))
    const sd = (entry.certainty === 'glance' ? GLANCE_SD : EYE_SD) / COVER_CEILING / (p * (1 - p))
    const t = entryDay(entry) - today
    return { t, y: logit(entry.value), w: 2 ** (t / HALF_LIFE_DAYS) / sd ** 2 }
  })
  const total = rows.reduce((sum, row) => sum + row.w, 0)
  const meanT = rows.reduce((sum, row) => sum + row.w * row.t, 0) / total
  const meanY = rows.reduce((sum, row) => sum + row.w * row.y, 0) / total
  const spread = rows.reduce((sum, row) => sum + row.w * (row.t - meanT) ** 2, 0)
  const joint = rows.reduce((sum, row) => sum + row.w * (row.t - meanT) * (row.y - meanY), 0)
  const priorPrecision = 1 / prior.sd ** 2
  const r = (priorPrecision * prior.mean + joint) / (priorPrecision + spread)
  const rSd = 1 / Math.sqrt(priorPrecision + spread)
  const level = meanY - r * meanT
  // In logits an eye’s standing error is the same everywhere: it errs less near nothing and near everything.
  const bias = (EYE_BIAS / COVER_CEILING) * 4
  const levelSd = Math.hypot(1 / Math.sqrt(total), rSd * meanT, bias)
  const looks = used.length === 1 ? 'one look' : `${used.length} looks`
  const because = `${looks} at the cover in ${WINDOW_DAYS} days`
  return {
    rate: { value: r, low: r - Z80 * rSd, high: r + Z80 * rSd, because },
    now: {
      value: expit(level),
      low: expit(level - Z80 * levelSd),
      high: expit(level + Z80 * levelSd),
      because,
    },
    points: all.map((entry) => ({ day: entryDay(entry), percent: entry.value, entryId: entry.id })),
  }
}

function floats(history: TankHistory, plantingId: string): boolean {
  const planting = history.plantings.find(({ id }) => id === plantingId)
  const kind = planting && mainKind(planting).speciesId
  return history.species.find(({ id }) => id === kind)?.group === 'floating'
}

/** Cover on a day, %: between looks a straight line, after the last one the logistic. Null fit: 100 % for what was never judged. */
export function coverOn(fit: CoverFit | null, day: number, today: number): Estimate {
  if (!fit) return { value: 80, low: 50, high: 100, because: 'nobody has judged its cover yet' }
  const { points } = fit
  const next = points.findIndex((point) => point.day > day)
  if (day < today && next > 0) {
    const [a, b] = [points[next - 1], points[next]]
    const t = (day - a.day) / (b.day - a.day)
    const value = a.percent + t * (b.percent - a.percent)
    return {
      value,
      low: Math.max(0, value - 8),
      high: Math.min(100, value + 8),
      because: 'between two looks',
    }
  }
  if (next === 0)
    return {
      value: points[0].percent * 0.7,
      low: 0,
      high: points[0].percent,
      because: 'before the first look',
    }
  return coverIn(fit, day - today)
}

/** Cover `days` from now, %, when the present course goes on: the logistic from every end of level and rate. */
export function coverIn(fit: CoverFit, days: number): Estimate {
  const along = (n0: number, r: number) => logisticCover(n0, r, COVER_CEILING, days)
  const ends = [
    along(fit.now.low, fit.rate.low),
    along(fit.now.low, fit.rate.high),
    along(fit.now.high, fit.rate.low),
    along(fit.now.high, fit.rate.high),
  ]
  return {
    value: along(fit.now.value, fit.rate.value),
    low: Math.min(...ends),
    high: Math.max(...ends),
    because: fit.now.because,
  }
}

/** What cover gains in so many days, points, at the present level: from the middling rate and both its ends. Negative: it goes. */
export function coverGain(fit: CoverFit, days: number): Estimate {
  const { now, rate } = fit
  const gain = (r: number) => logisticCover(now.value, r, COVER_CEILING, days) - now.value
  return {
    value: gain(rate.value),
    low: gain(rate.low),
    high: gain(rate.high),
    because: rate.because,
  }
}
