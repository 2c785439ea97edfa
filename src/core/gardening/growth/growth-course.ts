import type { Entry } from '../../journal/entry'
import { entryDay, ofPlanting } from '../../history/journal-index'
import { plantingsAt, speciesOf } from '../../history/lookup'
import { tankNow } from '../../history/tank-at'
import type { Planting, Species, TankHistory } from '../../history/types'
import { coverGain, coverOn, fitCover } from '../../plants/cover'
import { fitGrowth, growthSegments, type GrowthFit } from '../../plants/growth'
import { isFlat, isStem } from '../../plants/groups'
import { daysToSurface, FURTHEST_DAYS, heightCourse, heightOn } from '../../plants/height'
import { paceOf, type Pace } from '../../plants/pace'
import { headroom, standsInAir } from '../../plants/place'
import { turnOf, turnsOf, type Turn } from '../../plants/turn'
import type { Estimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import { reasonsFor, type TurnReasons } from './turn-reasons'

/** How far back growth is shown, and how far ahead, days. */
export const BACK_DAYS = 182
export const AHEAD_DAYS = 56
const WEEK_DAYS = 7
/** Days between two points of a line that is drawn. */
const STEP_DAYS = 4
/** So many turns of longer ago are told. */
const MOST_EARLIER = 2

/** A turn, and what changed about then. */
type ReasonedTurn = Turn & { reasons: TurnReasons }

/** How one planting has grown and will: heights, or cover of what lies flat. */
export interface GrowthCourse {
  planting: Planting
  species: Species
  of: 'height' | 'cover'
  /** What was seen, cm or %; `glance`: waved through. */
  seen: { day: number; value: number; glance: boolean }[]
  cuts: { day: number; from: number | null; to: number }[]
  /** Falls that no trim explains: a cut nobody wrote down, or stems that broke or melted. */
  falls: { from: { day: number; cm: number }; to: { day: number; cm: number } }[]
  /** What is reckoned between and beyond, on a grid of days. */
  reckoned: { day: number; value: number; low: number; high: number }[]
  /** Water over its root, cm; null where none is. */
  roomCm: number | null
  /** cm a day, or points of cover a week; null: never judged. */
  rate: Estimate | null
  /** Share of the rate that its own record tells, 0–1. */
  ownShare: number
  surface: ReturnType<typeof daysToSurface>
  turn: ReasonedTurn | null
  /** Those of longer ago, the latest first. */
  earlier: ReasonedTurn[]
  pace: Pace | null
}

/** The course of every planting that stands: what lags or turned first, then what is soonest at the surface, then the fastest. */
export const growthCourses = (history: TankHistory, now: Instant): GrowthCourse[] =>
  plantingsAt(history, now)
    .map((planting) =>
      isFlat(speciesOf(history, planting).group)
        ? coverCourse(history, planting, now)
        : heightCourseOf(history, planting, now),
    )
    .sort((a, b) => rank(a) - rank(b) || pressing(a) - pressing(b))

function rank({ pace, turn, of }: GrowthCourse): number {
  if (pace?.slower === 'yes') return 0
  if (turn) return 1
  return of === 'height' ? 2 : 3
}
/** Days to the surface; what does not go there comes after, by how little it grows. */
const pressing = ({ surface, rate }: GrowthCourse): number =>
  surface?.value ?? FURTHEST_DAYS / Math.max(1e-3, rate?.value ?? 0)

function daysShown(plantedAt: Instant, today: number): number[] {
  const from = Math.max(dayOf(plantedAt), today - BACK_DAYS)
  const past = Math.ceil((today - from) / STEP_DAYS)
  const ahead = AHEAD_DAYS / STEP_DAYS
  return Array.from({ length: past + ahead + 1 }, (_, i) => today + (i - past) * STEP_DAYS).filter(
    (day) => day >= from,
  )
}

function heightCourseOf(history: TankHistory, planting: Planting, now: Instant): GrowthCourse {
  const today = dayOf(now)
  const species = speciesOf(history, planting)
  const fit: GrowthFit = fitGrowth(history, planting, now)
  const course = heightCourse(history, planting, now, fit)
  const segments = growthSegments(history, planting.id, now)
  const turn = turnOf(segments, today)
  const reasoned = (one: Turn) => ({ ...one, reasons: reasonsFor(history, planting, one) })
  const tank = tankNow(history, now)
  const cuts = ofPlanting(history.entries, planting.id).flatMap((entry) =>
    entry.kind === 'trim' && shownFrom(today)(entry)
      ? [{ day: entryDay(entry), from: entry.fromCm, to: entry.toCm }]
      : [],
  )
  // The day before and of each cut are drawn, so that a cut stands upright.
  const days = [
    ...daysShown(planting.plantedAt, today),
    ...cuts.flatMap(({ day }) => [day - 1e-3, day]),
  ].sort((a, b) => a - b)
  return {
    planting,
    species,
    of: 'height',
    seen: seenOf(history, planting, today, 'height'),
    cuts,
    falls: segments.flatMap(({ fellFrom, points: [to] }) =>
      fellFrom && to.day > today - BACK_DAYS ? [{ from: fellFrom, to }] : [],
    ),
    reckoned: days
      .filter((day) => day >= today - BACK_DAYS)
      .map((day) => ({ day, ...ends(heightOn(course, day)) })),
    roomCm: isStem(species.group) && !standsInAir(tank, planting) ? headroom(tank, planting) : null,
    rate: fit.rate,
    ownShare: fit.ownShare,
    surface: daysToSurface(history, planting, now),
    turn: turn && reasoned(turn),
    earlier: turnsOf(segments, today)
      .filter((one) => one !== turn)
      .slice(0, MOST_EARLIER)
      .map(reasoned),
    pace: paceOf(history, planting, now),
  }
}

function coverCourse(history: TankHistory, planting: Planting, now: Instant): GrowthCourse {
  const today = dayOf(now)
  const fit = fitCover(history, planting, now)
  return {
    planting,
    species: speciesOf(history, planting),
    of: 'cover',
    seen: seenOf(history, planting, today, 'cover'),
    cuts: [],
    falls: [],
    reckoned: fit
      ? daysShown(planting.plantedAt, today).map((day) => ({
          day,
          ...ends(coverOn(fit, day, today)),
        }))
      : [],
    roomCm: null,
    rate: fit && coverGain(fit, WEEK_DAYS),
    ownShare: fit ? 1 : 0,
    surface: null,
    turn: null,
    earlier: [],
    pace: null,
  }
}

const ends = ({ value, low, high }: Estimate) => ({ value, low, high })

const shownFrom = (today: number) => (entry: Entry) =>
  entryDay(entry) <= today && entryDay(entry) > today - BACK_DAYS

const seenOf = (
  history: TankHistory,
  planting: Planting,
  today: number,
  what: GrowthCourse['of'],
): GrowthCourse['seen'] =>
  ofPlanting(history.entries, planting.id).flatMap((entry) =>
    entry.kind === 'measure' && entry.measure === what && shownFrom(today)(entry)
      ? [{ day: entryDay(entry), value: entry.value, glance: entry.certainty === 'glance' }]
      : [],
  )
