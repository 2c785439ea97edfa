import { leastOf, mostOf } from '@/core/quantity/extent'
import { zoneFormat } from '@/core/quantity/zone'
import { entriesOf } from '@/core/history/journal-index'
import type { EntryKind } from '@/core/journal/entry'
import type { Band, TankHistory } from '@/core/history/types'
import type { Estimate } from '@/core/quantity/estimate'
import { dayOf, type Instant } from '@/core/quantity/time'
import { PARAMETERS, type Parameter } from '@/core/quantity/units'
import type { WaterConditions } from '@/core/water/estimate/conditions'
import {
  courseOf,
  forecastParameter,
  routineChanges,
  type BandPoint,
} from '@/core/water/estimate/estimate'
import { bandNow } from '@/core/water/facts/parameters'
import { outsideBand } from '@/core/water/balance/worth-testing'

/** Size of a strip's drawing; every strip shares its days. */
export const STRIP = { width: 340, height: 30, past: 150, ahead: 42 } as const

export interface Sparkline {
  parameter: Parameter
  now: Estimate
  lastDay: number
  /** Chance of standing outside the band. */
  outside: number
  band: Band
  /** Drawn: the pencilled range and middle, past and to come, as path data; the band as a rectangle; readings as marks. */
  range: string
  line: string
  rangeAhead: string
  lineAhead: string
  wanted: { y: number; height: number } | null
  marks: { x: number; y: number; top: number; foot: number; aside: boolean }[]
}
/** Something done, as ticks on the shared days. */
export interface Lane {
  kind: EntryKind
  says: string
  ticks: string
  count: number
}

const x = (day: number, today: number) =>
  ((day - today + STRIP.past) / (STRIP.past + STRIP.ahead)) * STRIP.width
/** A point each so many days is as fine as a strip can show. */
const EVERY_DAYS = 4
const PAD = 3

/** A strip for every parameter that was ever read, those that were read lately first as the desk lists them. */
export function sparklinesOf(
  history: TankHistory,
  conditions: WaterConditions,
  now: Instant,
): Sparkline[] {
  return PARAMETERS.flatMap((parameter): Sparkline[] => {
    const estimate = conditions.of(parameter)
    const last = estimate?.readings.at(-1)
    if (!estimate || !last) return []
    const today = dayOf(now)
    const past = thin(courseOf(estimate).filter((point) => point.day >= today - STRIP.past))
    const ahead = thin(
      forecastParameter(
        estimate,
        STRIP.ahead,
        routineChanges(history, parameter, now, STRIP.ahead),
      ),
    )
    const band = bandNow(history, parameter, now)
    const readings = estimate.readings.filter((reading) => reading.day >= today - STRIP.past)
    const values = [...past, ...ahead]
      .flatMap((point) => [point.low, point.high])
      .concat(
        readings.filter((reading) => reading.setAside === null).map((reading) => reading.value),
      )
    const [least, most] = scaleOf(values, band)
    const y = (value: number) =>
      Number(
        (
          STRIP.height -
          PAD -
          ((Math.min(most, Math.max(least, value)) - least) / (most - least)) *
            (STRIP.height - 2 * PAD)
        ).toFixed(1),
      )
    const at = (point: BandPoint) => Number(x(point.day, today).toFixed(1))
    const corners = (points: readonly BandPoint[], pick: (point: BandPoint) => number) =>
      points.map((point): Corner => [at(point), y(pick(point))])
    const area = (points: readonly BandPoint[]) =>
      points.length < 2
        ? ''
        : `${pathOf([
            ...corners(points, (point) => point.high),
            ...corners([...points].reverse(), (point) => point.low),
          ])}z`
    const line = (points: readonly BandPoint[]) =>
      points.length < 2 ? '' : pathOf(corners(points, (point) => point.value))
    const [top, foot] = [y(band.high ?? most), y(band.low ?? least)]
    return [
      {
        parameter,
        now: estimate.now,
        lastDay: last.day,
        outside: outsideBand(estimate.state.c, Math.max(1e-9, Math.sqrt(estimate.state.cc)), band),
        band,
        range: area(past),
        line: line(past),
        rangeAhead: area(ahead),
        lineAhead: line(ahead),
        wanted:
          band.low === null && band.high === null
            ? null
            : { y: top, height: Math.max(1, foot - top) },
        marks: readings.map((reading) => ({
          x: Number(x(reading.day, today).toFixed(1)),
          y: y(reading.value),
          top: y(reading.high),
          foot: y(reading.low),
          aside: reading.setAside !== null,
        })),
      },
    ]
  })
}

type Corner = readonly [x: number, y: number]

/** A path in steps from corner to corner: half as long to send as one of places. */
function pathOf(corners: readonly Corner[]): string {
  const steps = corners.slice(1).map(([x1, y1], i) => {
    const [x0, y0] = corners[i]
    return `${Number((x1 - x0).toFixed(1))} ${Number((y1 - y0).toFixed(1))}`
  })
  return `M${corners[0].join(' ')}l${steps.join(' ')}`
}

/** From a little under the least to a little over the most of what is drawn, the near end of the band with it. */
function scaleOf(values: readonly number[], band: Band): [number, number] {
  const [low, high] = [leastOf(values), mostOf(values)]
  const room = Math.max(high - low, Math.abs(high) * 0.05, 1e-3)
  const least = band.low !== null && band.low > low - room ? Math.min(low, band.low) : low
  const most = band.high !== null && band.high < high + room ? Math.max(high, band.high) : high
  return [Math.max(0, least - room * 0.08), most + room * 0.08]
}

function thin(points: readonly BandPoint[]): BandPoint[] {
  let last = -Infinity
  return points.filter((point, i) => {
    const next = points[i + 1]
    // A change is a step: both of its sides are kept.
    const step = next !== undefined && next.day - point.day < 1e-6
    if (
      !step &&
      point.day - last < EVERY_DAYS &&
      i < points.length - 1 &&
      !(i > 0 && point.day - points[i - 1].day < 1e-6)
    )
      return false
    last = point.day
    return true
  })
}

const LANES: { kind: EntryKind; says: string }[] = [
  { kind: 'water-change', says: 'changes' },
  { kind: 'top-off', says: 'top-ups' },
  { kind: 'dose', says: 'doses' },
  { kind: 'feed', says: 'food' },
  { kind: 'trim', says: 'trims' },
  { kind: 'equipment', says: 'equipment' },
]

/** What was done, lane by lane, on the days of the strips. Lanes in which nothing happened are left out. */
export function lanesOf(history: TankHistory, now: Instant): Lane[] {
  const today = dayOf(now)
  return LANES.map(({ kind, says }) => {
    const days = entriesOf(history.entries, kind)
      .map((entry) => dayOf(entry.at))
      .filter((day) => day >= today - STRIP.past && day <= today)
    return {
      kind,
      says,
      count: days.length,
      ticks: days.map((day) => `M${x(day, today).toFixed(1)} 2v8`).join(''),
    }
  }).filter((lane) => lane.count > 0)
}

/** Beginnings of months on the shared days. */
export function monthsOf(now: Instant): { x: number; name: string }[] {
  const today = dayOf(now)
  const first = new Date((today - STRIP.past) * 86_400_000)
  return Array.from({ length: Math.ceil((STRIP.past + STRIP.ahead) / 30) + 1 }, (_, i) => {
    const at = Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + 1 + i, 1)
    return {
      x: Number(x(at / 86_400_000, today).toFixed(1)),
      name: zoneFormat('UTC', { month: 'short' }).format(at),
    }
  }).filter((month) => month.x < STRIP.width - 12)
}
export const TODAY_X = Number(x(0, 0).toFixed(1))
