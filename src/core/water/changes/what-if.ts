import { quickselect } from 'simple-statistics'
import { fillNormal } from '../../quantity/normal'
import { seededRandom } from '../../quantity/random'
import type { GainState } from '../estimate/gain-filter'

/** A way of keeping the water, as far as it moves one parameter. Rates in canonical unit a day at full volume. */
export interface Regime {
  changeFraction: number
  changeEveryDays: number
  /** What the new water holds, and what tops up what evaporates. */
  source: number
  topUpSource: number
  dosePerDay: number
  /** Parts of the present: 1 is as it is. */
  feed: number
  plants: number
  light: number
  evaporation: number
}
export interface WhatIfInput {
  state: GainState
  gainDrift: number
  unrest: number
  days: number
  /** Days until the next change. */
  firstChangeIn: number
  /** What is known of the present gain: each is added to the gain as far as it differs from the present. */
  feedPerDay: { value: number; sd: number }
  uptakePerDay: { value: number; sd: number }
  /** Share of the volume that evaporates a day. */
  evaporationShare: number
  present: Regime
  trial: Regime
  limit: number
}
export interface WhatIfBand {
  /** One value a day from today, 10 %, 50 % and 90 % of the runs. */
  low: number[]
  middle: number[]
  high: number[]
  /** Days from now at which a run first stands above the limit: 10 %, 50 %, 90 % of all runs; null: not within the days. */
  over: { earliest: number | null; likely: number | null; latest: number | null }
  /** Share of the runs that go over it at all. */
  overShare: number
}
export interface WhatIfResult {
  present: WhatIfBand
  trial: WhatIfBand
  runs: number
}

/** Growth at a part of the present light: saturating, half-way at six tenths of the present. Common practice for tanks near enough light. */
const LIGHT_HALF = 0.6
export const growthAtLight = (light: number): number =>
  (light * (1 + LIGHT_HALF)) / (light + LIGHT_HALF)

/** Runs that are lived between two words about progress. */
export const BATCH = 100
const DRAWN = 4

/**
 * Monte Carlo over what is not known of a tank: level and gain from the estimate's covariance, its wandering from day to day, feed
 * and uptake from their ranges. Every run is lived twice, under the present regime and under the trial, with the same noise.
 * Repeatable by `seed`. In steps, so that a worker stays answerable between them: `run(from, to)` lives runs in order, `result` sums up.
 */
export function makeRuns(
  input: WhatIfInput,
  runs: number,
  seed: number,
): { run: (from: number, to: number) => void; result: () => WhatIfResult } {
  const random = seededRandom(seed)
  const { days, state } = input
  const width = days + 1
  // A day after the other, so that the runs of one day lie together.
  const paths = { present: new Float64Array(runs * width), trial: new Float64Array(runs * width) }
  const over = {
    present: new Float64Array(runs).fill(Infinity),
    trial: new Float64Array(runs).fill(Infinity),
  }
  const cSd = Math.sqrt(Math.max(0, state.cc))
  const slope = state.cc > 0 ? state.cg / state.cc : 0
  const gSd = Math.sqrt(Math.max(0, state.gg - slope * state.cg))
  const driftSd = Math.sqrt(input.gainDrift)
  const unrestSd = Math.sqrt(input.unrest)
  // Of a run: its beginning, what is known of food and plants, then two numbers a day.
  const drawn = new Float64Array(DRAWN + 2 * days)
  const noise = drawn.subarray(DRAWN)

  function live(
    run: number,
    which: 'present' | 'trial',
    c0: number,
    g0: number,
    feed: number,
    uptake: number,
  ): void {
    const keeping = input[which]
    const { changeFraction, changeEveryDays, source } = keeping
    const { limit } = input
    const path = paths[which]
    const shift = gainShift(input, keeping, feed, uptake)
    let c = c0
    let g = g0
    let before = c
    let first = c > limit ? 0 : Infinity
    path[run] = c
    let nextChange =
      which === 'trial' && input.trial.changeEveryDays !== input.present.changeEveryDays
        ? Math.min(input.firstChangeIn, input.trial.changeEveryDays)
        : input.firstChangeIn
    for (let day = 1; day <= days; day++) {
      c = Math.max(0, c + g + shift + unrestSd * noise[2 * day - 2])
      g += driftSd * noise[2 * day - 1]
      // Before the change, when it stands highest.
      if (c > limit && first === Infinity) first = crossingDay(before, c, limit, day)
      before = c
      path[day * runs + run] = c
      if (changeFraction > 0 && day >= nextChange - 1e-9) {
        c = c * (1 - changeFraction) + source * changeFraction
        nextChange += changeEveryDays
      }
    }
    over[which][run] = first
  }

  return {
    run(from, to) {
      for (let run = from; run < to; run++) {
        fillNormal(drawn, random)
        const c0 = Math.max(0, state.c + cSd * drawn[0])
        const g0 = state.g + slope * cSd * drawn[0] + gSd * drawn[1]
        const feed = Math.max(0, input.feedPerDay.value + input.feedPerDay.sd * drawn[2])
        const uptake = Math.max(0, input.uptakePerDay.value + input.uptakePerDay.sd * drawn[3])
        live(run, 'present', c0, g0, feed, uptake)
        live(run, 'trial', c0, g0, feed, uptake)
      }
    },
    result: () => ({
      present: bandOf(paths.present, over.present, runs, width),
      trial: bandOf(paths.trial, over.trial, runs, width),
      runs,
    }),
  }
}

/** What a regime adds to the gain a day. Doses and top-ups are events in the record, not part of the gain, and are counted whole. */
function gainShift(input: WhatIfInput, regime: Regime, feed: number, uptake: number): number {
  return (
    (regime.feed - 1) * feed +
    regime.dosePerDay +
    (1 - regime.plants * growthAtLight(regime.light)) * uptake +
    regime.topUpSource * input.evaporationShare * regime.evaporation
  )
}

function crossingDay(before: number, after: number, limit: number, day: number): number {
  const rise = after - before
  if (before > limit) return day - 1
  return rise > 0 ? day - 1 + (limit - before) / rise : day
}

function bandOf(path: Float64Array, over: Float64Array, runs: number, width: number): WhatIfBand {
  const band: Pick<WhatIfBand, 'low' | 'middle' | 'high'> = { low: [], middle: [], high: [] }
  for (let day = 0; day < width; day++) {
    const column = path.subarray(day * runs, (day + 1) * runs)
    // The middle parts the runs: the low end lies before it, the high end behind it.
    const middle = Math.floor(0.5 * (runs - 1))
    band.middle.push(selected(column, 0.5, 0, runs - 1))
    band.low.push(selected(column, 0.1, 0, middle))
    band.high.push(selected(column, 0.9, middle, runs - 1))
  }
  const crossings = Float64Array.from(over).sort()
  const at = (share: number) => {
    const day = crossings[Math.min(runs - 1, Math.floor(share * runs))]
    return Number.isFinite(day) ? day : null
  }
  return {
    ...band,
    over: { earliest: at(0.1), likely: at(0.5), latest: at(0.9) },
    overShare: crossings.filter(Number.isFinite).length / runs,
  }
}

/**
 * The quantile of values that need not be in order (R’s type 7, as `quantile`), by selection instead of sorting: Floyd & Rivest 1975.
 * It is known to lie in places `from` to `to`. Moves the values about.
 */
function selected(values: Float64Array, p: number, from: number, to: number): number {
  const at = p * (values.length - 1)
  const below = Math.floor(at)
  quickselect(values as unknown as number[], below, from, to)
  const low = values[below]
  if (at === below) return low
  let high = Infinity
  for (let k = below + 1; k <= to; k++) if (values[k] < high) high = values[k]
  if (to < values.length - 1 && below === to) high = values[to + 1]
  return low + (at - below) * (high - low)
}
