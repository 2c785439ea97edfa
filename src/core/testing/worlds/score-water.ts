import type { TankHistory } from '../../history/types'
import { instantOf } from '../../quantity/time'
import {
  courseOf,
  estimateParameter,
  forecastParameter,
  type ComingChange,
  type WaterEstimate,
} from '../../water/estimate/estimate'
import { DAY0 } from '../tank'
import { Tally } from './tally'
import { keep, until, type Kept } from './water-keeper'
import {
  liveWater,
  truthOn,
  WORLD_DAYS,
  WORLD_KINDS,
  type WaterWorld,
  type WorldParameter,
} from './water-world'

export const AHEAD = [3, 7, 14, 28] as const
const NAIVE = ['last value', 'straight line', 'last value with changes'] as const
type Forecaster = 'ours' | (typeof NAIVE)[number]

export interface WaterScore {
  now: Tally
  past: Tally
  /** While the truth stood over {@link PEAK}. */
  peakNow: Tally
  peakPast: Tally
  ahead: Map<number, Tally>
  /** Absolute errors of forecasts, by days ahead. */
  errors: Map<number, Record<Forecaster, number[]>>
}
/** From here on ammonia and nitrite are no trace any more, mg/L. */
const PEAK = 0.05

const emptyScore = (): WaterScore => ({
  now: new Tally(),
  past: new Tally(),
  peakNow: new Tally(),
  peakPast: new Tally(),
  ahead: new Map(AHEAD.map((days) => [days, new Tally()])),
  errors: new Map(
    AHEAD.map((days) => [
      days,
      { ours: [], 'last value': [], 'straight line': [], 'last value with changes': [] },
    ]),
  ),
})

const LOOKS = [35, 65, 95, 121]

/** Worlds `from` to `to`, each of another kind, kept by a keeper and held against what Vivero says of them. */
export function scoreWater(
  from: number,
  to: number,
  parameters: readonly WorldParameter[],
): Record<WorldParameter, WaterScore> {
  const scores = Object.fromEntries(
    parameters.map((parameter) => [parameter, emptyScore()]),
  ) as Record<WorldParameter, WaterScore>
  for (let seed = from; seed < to; seed++) {
    const kept = keep(liveWater(WORLD_KINDS[seed % WORLD_KINDS.length], seed), seed)
    for (const parameter of parameters) scoreTank(kept, parameter, scores[parameter])
  }
  return scores
}

function scoreTank({ story, world }: Kept, parameter: WorldParameter, score: WaterScore): void {
  const looks =
    parameter === 'ammonia' || parameter === 'nitrite' ? [6, 12, 18, 26, ...LOOKS] : LOOKS
  for (const look of looks) {
    const day = look + 0.5
    const sofar = until(story, day)
    const result = estimateParameter(sofar, parameter, instantOf(DAY0 + day))
    if (!result.ok) continue
    const { now } = result.value
    const truth = truthOn(world, parameter, day)
    score.now.add(truth, now)
    if (truth > PEAK) score.peakNow.add(truth, now)
    scoreAhead(sofar, world, parameter, day, result.value, score)
    if (look === LOOKS[LOOKS.length - 1]) scorePast(world, parameter, result.value, score)
  }
}

function scorePast(
  world: WaterWorld,
  parameter: WorldParameter,
  estimate: WaterEstimate,
  score: WaterScore,
): void {
  for (const point of courseOf(estimate)) {
    const day = point.day - DAY0
    // Grid days alone: at a change there are two truths in a moment.
    if (Math.abs(day - Math.round(day)) > 1e-6 || day < estimate.readings[0].day - DAY0) continue
    const truth = truthOn(world, parameter, day)
    score.past.add(truth, point)
    if (truth > PEAK) score.peakPast.add(truth, point)
  }
}

function scoreAhead(
  sofar: TankHistory,
  world: WaterWorld,
  parameter: WorldParameter,
  day: number,
  estimate: WaterEstimate,
  score: WaterScore,
): void {
  const changes: ComingChange[] = world.changes
    .filter((change) => change.day > day && change.said !== null)
    .map((change) => ({
      day: DAY0 + change.day,
      fraction: change.said!,
      source: sourceOf(sofar, parameter),
    }))
  const points = forecastParameter(estimate, 28, changes)
  for (const days of AHEAD) {
    if (day + days > WORLD_DAYS) continue
    const truth = truthOn(world, parameter, day + days)
    const ours = points.findLast((point) => point.day <= DAY0 + day + days + 1e-6)!
    score.ahead.get(days)!.add(truth, ours)
    const errors = score.errors.get(days)!
    errors.ours.push(Math.abs(ours.value - truth))
    for (const name of NAIVE)
      errors[name].push(
        Math.abs(naive(name, estimate, DAY0 + day + days, changes, parameter) - truth),
      )
  }
}

function sourceOf({ sources }: TankHistory, parameter: WorldParameter): number {
  const { nitrateMgL, khDegrees, conductivityUs, ghDegrees } = sources[0].analyses[0].is
  if (parameter === 'nitrate') return nitrateMgL ?? 0
  if (parameter === 'kh') return khDegrees ?? 0
  // As a keeper would guess it: so many microsiemens a degree.
  return parameter === 'conductivity' ? (conductivityUs ?? 12 + 32 * (ghDegrees ?? 0)) : 0
}

function naive(
  name: (typeof NAIVE)[number],
  { readings }: WaterEstimate,
  day: number,
  changes: readonly ComingChange[],
  parameter: WorldParameter,
): number {
  const last = readings[readings.length - 1]
  if (name === 'last value') return last.value
  if (name === 'straight line') {
    const before = readings.findLast((reading) => reading.day < last.day - 0.5)
    if (!before) return last.value
    const slope = (last.value - before.value) / (last.day - before.day)
    return Math.max(0, last.value + slope * (day - last.day))
  }
  void parameter
  return changes
    .filter((change) => change.day <= day)
    .reduce((level, { fraction, source }) => level * (1 - fraction) + fraction * source, last.value)
}

const mean = (values: readonly number[]) =>
  values.reduce((sum, one) => sum + one, 0) / values.length

/** How the forecast’s mean error compares with the best naive one, `days` ahead: under 1 is better. */
export function againstNaive(score: WaterScore, days: number): number {
  const errors = score.errors.get(days)!
  return mean(errors.ours) / Math.min(...NAIVE.map((name) => mean(errors[name])))
}
