import { rememberedAt } from '../quantity/remember'
import { normalCdf } from '../quantity/normal'
import { normalEstimate, type Estimate } from '../quantity/estimate'
import type { GrowthSegment } from './growth'
import {
  dot,
  freed,
  freeingOf,
  oneRate,
  regression,
  solved,
  stretchesOf,
  type Freeing,
  type Stretch,
} from './stretches'

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

/** Turns are sought in the last half year, and heights from before it looked at; so many stretches between two heights it takes to say anything. */
const SOUGHT_DAYS = 182
const WINDOW_DAYS = SOUGHT_DAYS + 60
const LEAST_STRETCHES = 5
/** A rate that turns does so by about so much of itself. Common practice: a lamp turned down, gas that fails, a season. */
const TURNS_BY = 0.5
/** Before any height the odds that growth turns on a given day: two in five in six weeks; lamps, gas and seasons see to it. Common practice. */
const ODDS_A_DAY = 0.4 / 0.6 / 45
/** Chances above which it is said. Of the last weeks: more likely than not, and no more is claimed, since the keeper can still act on it. Of longer ago it must be surer: there are more days in which chance could have made one. */
const RECENT_DAYS = 45
const SAID_OF_LATE = 0.55
const SAID_OF_OLD = 0.9
/** What turns by less than this share is no turn to a keeper: weeks differ by as much. Common practice. */
const LEAST_TURN = 0.09
/** The way it went must be as sure as this, 0–1. */
const SURE_OF_WAY = 0.9
/** How careful a keeper reads is learnt from the scatter of the heights; at first it counts as so many heights of the usual care. */
const GUESSED = 3

/**
 * When the growth of a planting turned in the last half year, the latest first: one rate against two with a day between, by generalised
 * least squares on what grew between heights (two stretches share the reading they meet at), every day tried, and what height does to
 * growth fitted along. Bayes: the difference of the rates is normal about nothing by half the rate, each day has the same odds, and how
 * carefully the keeper reads is learnt from the scatter (normal and inverse gamma, conjugate). Where one is found, the times before and
 * after it are searched for another (binary segmentation: Scott & Knott 1974). Empty where there is too little to say, or it is less
 * likely than not.
 */
export const turnsOf = (segments: readonly GrowthSegment[], today: number): Turn[] =>
  allTurns(segments, 'turns', today)

const allTurns = rememberedAt(
  (segments: readonly GrowthSegment[]) => segments,
  (segments, _what: 'turns', today: number): Turn[] => {
    const between = (from: number, to: number): Turn[] => {
      const turn = turnBetween(segments, { from, to, today })
      return turn ? [...between(turn.high, to), turn, ...between(from, turn.low)] : []
    }
    return between(today - WINDOW_DAYS, today)
  },
)

/** The growth that turned in the last weeks, or null. */
export function turnOf(segments: readonly GrowthSegment[], today: number): Turn | null {
  const [latest] = turnsOf(segments, today)
  return latest && latest.day > today - RECENT_DAYS ? latest : null
}

/** The days whose heights are looked at. */
interface Span {
  from: number
  to: number
  today: number
}

function turnBetween(segments: readonly GrowthSegment[], span: Span): Turn | null {
  const first = stretchesOf(segments, span, 0)
  if (first.length < LEAST_STRETCHES) return null
  const overall = Math.max(0.01, oneRate(first))
  const all = stretchesOf(segments, span, overall)
  const days = daysTried(all, span.today)
  return (
    likeliest(all, days, overall, span) ?? likeliest(all, days.filter(ofLate(span)), overall, span)
  )
}

const ofLate =
  ({ today }: Span) =>
  (day: number) =>
    day > today - RECENT_DAYS

/** The likeliest turn on one of these days, or null where it is not likely enough. */
function likeliest(
  all: readonly Stretch[],
  days: readonly number[],
  overall: number,
  span: Span,
): Turn | null {
  if (days.length === 0) return null
  const { fits, factors, free } = everyDay(all, days, overall)
  const weights = factors.map((one, i) => one * stepAt(days[i], span.today))
  const total = weights.reduce((sum, one) => sum + one, 0)
  const odds = ODDS_A_DAY * total
  const chance = odds / (1 + odds)
  const best = factors.indexOf(Math.max(...factors))
  if (chance < (ofLate(span)(days[best]) ? SAID_OF_LATE : SAID_OF_OLD)) return null
  const at = (share: number) => days[quantileOf(weights, share * total)]
  const { at: found, inverse, rest } = fits[best]
  const scale = (GUESSED + rest) / free
  // Which way it went must be as sure as that it did, and by how much it must be worth a word.
  const beyond = Math.abs(found[1]) - LEAST_TURN * overall
  if (normalCdf(beyond / Math.sqrt(scale * inverse[4])) < SURE_OF_WAY) return null
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
  const freeing = freeingOf(all)
  const { grew, days: time, height } = columnsOf(all, freeing)
  const ridge = [1e-9, 1 / (TURNS_BY * overall) ** 2, (SLOWS_OVER_CM / overall) ** 2]
  const square = dot(grew, grew)
  const still = regression(grew, [time, height], [ridge[0], ridge[2]])
  const [tt, th, hh] = [dot(time, time), dot(time, height), dot(height, height)]
  const [tg, hg] = [dot(time, grew), dot(height, grew)]
  const since = sinceColumn(all, freeing, [time, height, grew])
  const free = GUESSED + all.length
  const fits = days.map((day) => {
    const [ss, ts, hs, sg] = since(day)
    const normal = Float64Array.of(tt, ts, th, ts, ss, hs, th, hs, hh)
    return solved(normal, [tg, sg, hg], square, ridge)
  })
  const factors = fits.map(
    (fit) =>
      Math.sqrt((ridge[1] * still.determinant) / fit.determinant) *
      ((GUESSED + still.rest) / (GUESSED + fit.rest)) ** (free / 2),
  )
  return { fits, factors, free }
}

/**
 * For a day the products of the column “days of each stretch since then”, freed, with itself and with others. It is nothing up to the first
 * stretch that reaches beyond the day, so that it is begun there; no column is made, since hundreds of days are tried.
 */
function sinceColumn(
  all: readonly Stretch[],
  { tie, own }: Freeing,
  [time, height, grew]: readonly Float64Array[],
) {
  return (day: number): [number, number, number, number] => {
    let [ss, ts, hs, sg, last] = [0, 0, 0, 0, 0]
    for (let i = firstBeyond(all, day); i < all.length; i++) {
      const { from, to } = all[i]
      const raw = Math.max(0, to - Math.max(from, day))
      last = (raw - tie[i] * last) / own[i]
      ss += last * last
      ts += last * time[i]
      hs += last * height[i]
      sg += last * grew[i]
    }
    return [ss, ts, hs, sg]
  }
}

/** Stretches lie in time order. */
function firstBeyond(all: readonly Stretch[], day: number): number {
  let [low, high] = [0, all.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (all[middle].to > day) high = middle
    else low = middle + 1
  }
  return low
}

function quantileOf(weights: readonly number[], upTo: number): number {
  let sum = 0
  const found = weights.findIndex((one) => (sum += one) >= upTo)
  return found < 0 ? weights.length - 1 : found
}

/** Of longer ago every third day is tried: it is dated to a week at best. */
const STEP_OF_OLD = 3

/** The days of the last half year with two stretches before and after them, each of the last weeks and some of those before. */
function daysTried(all: readonly Stretch[], today: number): number[] {
  const from = Math.max(all[1].to, today - SOUGHT_DAYS)
  const to = all[all.length - 2].from
  const days: number[] = []
  for (let day = from; day <= to; day += stepAt(day, today)) days.push(day)
  return days
}
const stepAt = (day: number, today: number) => (day > today - RECENT_DAYS ? 1 : STEP_OF_OLD)

/** Growth slows towards the surface and quickens after a cut: the rate falls by all of itself over so many centimetres, or rises; one standard deviation. Common practice. */
const SLOWS_OVER_CM = 40

/** What grew, the days it took, and those days by how far above the middling height of the record the plant then stood: a plant near the surface is not to be taken for one that turned. */
function columnsOf(all: readonly Stretch[], freeing: Freeing) {
  const usual = all.reduce((sum, { at }) => sum + at, 0) / all.length
  return {
    grew: freed(all, ({ grew }) => grew, freeing),
    days: freed(all, ({ from, to }) => to - from, freeing),
    height: freed(all, ({ from, to, at }) => (at - usual) * (to - from), freeing),
  }
}
