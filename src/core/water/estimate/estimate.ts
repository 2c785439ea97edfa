import { rememberedAt } from '../../quantity/remember'
import { entryDay } from '../../history/journal-index'
import { readingsOf } from '../../history/journal-index'
import type { EntryOf } from '../../journal/entry'
import type { TankHistory } from '../../history/types'
import { normalEstimate, type Estimate } from '../../quantity/estimate'
import { type Result, ok, refuse } from '../../quantity/result'
import { sayNumber } from '../../quantity/say'
import { dayOf, type Instant } from '../../quantity/time'
import { PARAMETER_UNITS, type Parameter } from '../../quantity/units'
import { litresOver } from '../../vessel/litres-over'
import { thinProbeReadings } from './thin-probe-readings'
import { fractionForTarget } from '../changes/dilution'
import { habitualDosing, habitualTopUps } from '../balance/habit'
import {
  applyEvent,
  carry,
  runGainFilter,
  scoreGainFilter,
  type Doubt,
  type FilterReading,
  type FilterSettings,
  type GainState,
} from './gain-filter'
import { FACTS } from '../facts/parameters'
import { likelihoodOfReading } from './reading-uncertainty'
import { nextChange } from '../changes/regime'
import { levelOfSource } from '../facts/sources'
import { waterEvents } from './water-events'

export interface BandPoint {
  day: number
  value: number
  low: number
  high: number
}
export interface JudgedReading {
  entryId: string
  day: number
  value: number
  /** What the method can tell: the interval of a card or a drop, else plus and minus its spread (80 %). */
  low: number
  high: number
  sd: number
  method: string
  /** Null when used; else why it was set aside. */
  setAside: string | null
  /** What the keeper said of its use, if anything. */
  use: EntryOf<'reading'>['use'] | null
}
export interface WaterEstimate {
  parameter: Parameter
  now: Estimate
  /** Net gain beyond changes, top-ups and doses; zero for what settles. */
  gainPerDay: Estimate
  /** Smoothed past, one point a day (a week, long ago) and at every event. */
  past: BandPoint[]
  readings: JudgedReading[]
  /** Filtered state at `now`, the seed of every forecast. */
  state: GainState
  settings: FilterSettings
  litres: number
  readingsUsed: number
  /** What the keeper's habit of dosing adds a day, canonical unit. */
  dosePerDay: number
  /** What the keeper's habit of topping up brings a day, canonical unit. */
  topUpPerDay: number
}

/** Candidate restlessness of the daily gain, in squares of its prior spread a day: from a tank that hardly alters to one that turns within a fortnight. */
const RESTLESS = [0.00018, 0.0007, 0.0028, 0.011] as const
/** All that is not modelled, in squares of the prior spread of the level, a day. */
const UNREST = 0.00022
/** Spreads tried for what settles, in parts of its usual spread. */
const SPREADS = [0.35, 0.7, 1.3] as const
/** A surprise past three standard deviations (two-sided 0.3 %) is doubted, unless the next reading within three weeks bears it out. */
const DOUBT: Doubt = { gate: 3, windowDays: 21 }
/** Days of the past that are pencilled day by day; before them a point a week will do. */
const DAILY_DAYS = 190

/**
 * What a parameter of a tank was and is, from sparse readings of known coarseness, the changes, top-ups and doses between them,
 * and a daily gain that may drift. Canonical unit; ranges are 80 %.
 * A reading that fits neither the forecast nor its successor is set aside and named. Refuses when there is no reading at all.
 */
export const estimateParameter = rememberedAt(
  (history: TankHistory) => history,
  (history, parameter: Parameter, now: Instant) => reckon(history, parameter, now),
)

function reckon(history: TankHistory, parameter: Parameter, now: Instant): Result<WaterEstimate> {
  const today = dayOf(now)
  const known = readingsOf(history.entries, parameter).filter((entry) => entryDay(entry) <= today)
  const all = known.filter(({ use }) => use !== 'never')
  const { label } = PARAMETER_UNITS[parameter]
  const { behaviour } = FACTS[parameter]
  if (all.length === 0)
    return refuse(`No ${label} reading yet: one test gives Vivero something to reckon from.`)
  const litresOf = litresOver(history)
  const litres = litresOf(today)
  const from = Math.min(dayOf(history.vessel.startedAt), dayOf(all[0].at))
  const { events, fullness } = waterEvents(history, parameter, litresOf, from, today)
  const source = thinProbeReadings(
    all,
    events.map((event) => event.day),
  )
  const readings = source.map((entry) => filterReading(entry, 1 / fullness(entryDay(entry))))
  const { run, settings, ignore } = fit(parameter, from, readings, events, gridOf(from, today))
  const state = run.filtered.at(-1)
  if (!state) return refuse('The story of this tank has no day to reckon over yet.')
  const used = readings.length - ignore.size
  const lastReading = all.at(-1)
  const sinceLast = lastReading ? Math.round(today - dayOf(lastReading.at)) : 0
  const diluted = behaviour === 'settling' ? 0 : events.filter((event) => event.a < 0.99).length
  const carried =
    diluted === 0 ? '' : `, carried through ${diluted === 1 ? 'one change' : `${diluted} changes`}`
  return ok({
    parameter,
    now: normalEstimate(
      state.c,
      Math.sqrt(state.cc),
      `${used} ${used === 1 ? 'reading' : 'readings'}, the last ${sinceLast === 0 ? 'today' : `${sinceLast} days old`}${carried}`,
      0,
    ),
    gainPerDay: normalEstimate(
      state.g,
      Math.sqrt(state.gg),
      'what readings, changes and doses leave unexplained, per day',
    ),
    past: bandOf(run.smoothed),
    readings: [
      ...source.map((entry, i) => judged(entry, readings[i], ignore.get(i) ?? null)),
      ...known.filter(({ use }) => use === 'never').map(neverUsed),
    ].sort((a, b) => a.day - b.day),
    state,
    settings,
    litres,
    readingsUsed: used,
    dosePerDay: habitualDosing(history, parameter, today, litres),
    topUpPerDay: behaviour === 'settling' ? 0 : habitualTopUps(history, parameter, today, litres),
  })
}

/** A change to come: when, how much of the water, and what the new water holds of the parameter. */
export interface ComingChange {
  day: number
  fraction: number
  source: number
}

/**
 * A parameter to come, one point a day for `days`, from an estimate; changes as given, doses and top-ups as the habit has them.
 * The gain goes on drifting, so the band widens. 80 % band, floor zero.
 */
export function forecastParameter(
  estimate: Pick<WaterEstimate, 'state' | 'settings' | 'dosePerDay' | 'topUpPerDay'>,
  days: number,
  changes: readonly ComingChange[],
): BandPoint[] {
  let state = estimate.state
  const start = state.day
  const points: BandPoint[] = [point(state)]
  const pending = changes
    .filter((change) => change.day >= start && change.day <= start + days)
    .sort((a, b) => a.day - b.day)
  for (let k = 1; k <= days; k++) {
    const target = start + k
    while (pending.length > 0 && pending[0].day <= target) {
      const change = pending.shift()!
      state = carry(state, change.day, estimate.settings)
      points.push(point(state))
      // What settles is back where it was within the day.
      if (estimate.settings.settle?.diluted !== false)
        state = applyEvent(state, {
          a: 1 - change.fraction,
          b: change.fraction * change.source,
          sd: 0,
        })
      points.push(point(state))
    }
    state = carry(state, target, estimate.settings)
    state = { ...state, c: state.c + estimate.dosePerDay + estimate.topUpPerDay }
    points.push(point(state))
  }
  return points
}

/** What comes to the water a day beside changes: the gain, doses and top-ups as the habit has them. Canonical unit a day. */
export const incomePerDay = (
  estimate: Pick<WaterEstimate, 'gainPerDay' | 'dosePerDay' | 'topUpPerDay'>,
): number => estimate.gainPerDay.value + estimate.dosePerDay + estimate.topUpPerDay

/** The changes to come if the routine (or the habit) is kept, from `now` for `days`. An overdue change is taken as done tomorrow. */
export function routineChanges(
  history: TankHistory,
  parameter: Parameter,
  now: Instant,
  days: number,
): ComingChange[] {
  const next = nextChange(history, now)
  if (!next) return []
  const today = dayOf(now)
  const source = levelOfSource(history, next.sourceId, parameter, today)
  const out = []
  for (let day = Math.max(next.day, today + 1); day <= today + days; day += next.everyDays)
    out.push({ day, fraction: next.fraction, source })
  return out
}

export interface Crossing {
  /** Days from now at the centre and the two ends of the band; null: not within the forecast. Zero: already there. */
  likely: number | null
  earliest: number | null
  latest: number | null
}

/**
 * When a forecast first stands above `limit`: by its centre, its upper edge (earliest) and its lower edge (latest), days from its beginning.
 * It is judged from after what is done at its beginning: a change made today counts before “over it now” is said.
 */
export function crossing(points: readonly BandPoint[], limit: number): Crossing {
  const start = points[0].day
  const begun = points.slice(points.findLastIndex(({ day }) => day === start))
  const first = (pick: (point: BandPoint) => number) => {
    const found = begun.findIndex((candidate) => pick(candidate) > limit)
    if (found <= 0) return found === 0 ? 0 : null
    const [a, b] = [begun[found - 1], begun[found]]
    const rise = pick(b) - pick(a)
    const share = rise > 0 ? (limit - pick(a)) / rise : 1
    return a.day + Math.max(0, Math.min(1, share)) * (b.day - a.day) - start
  }
  return {
    likely: first((p) => p.value),
    earliest: first((p) => p.high),
    latest: first((p) => p.low),
  }
}

/** How much to change now to stand at `target`: fraction and litres with their range, or why it cannot be done. `source` in the same unit. */
export function changeForTarget(
  estimate: Pick<WaterEstimate, 'now' | 'litres' | 'parameter'>,
  target: number,
  source: number,
): Result<{ fraction: Estimate; litres: Estimate }> {
  const middle = fractionForTarget(estimate.now.value, target, source)
  if (!middle.ok) return middle
  const low = fractionForTarget(estimate.now.low, target, source)
  const high = fractionForTarget(estimate.now.high, target, source)
  const ends = [low.ok ? low.value : 0, high.ok ? high.value : 1].sort((a, b) => a - b)
  const { canonical } = PARAMETER_UNITS[estimate.parameter]
  const because = `from ${sayNumber(estimate.now.value)} ${canonical} now with source water at ${sayNumber(source)} ${canonical}`
  const fraction: Estimate = { value: middle.value, low: ends[0], high: ends[1], because }
  const scale = (x: number) => x * estimate.litres
  return ok({
    fraction,
    litres: {
      value: scale(fraction.value),
      low: scale(fraction.low),
      high: scale(fraction.high),
      because,
    },
  })
}

function settingsFor(parameter: Parameter, readings: readonly FilterReading[]): FilterSettings[] {
  const { behaviour, prior, settle } = FACTS[parameter]
  if (!settle)
    return RESTLESS.map((share) => ({
      gainDrift: share * prior.gSd ** 2,
      unrest: UNREST * prior.cSd ** 2,
      prior: { ...prior },
    }))
  if (settle.mean !== null)
    return SPREADS.map((share) => ({
      gainDrift: 0,
      unrest: 0,
      prior: { ...prior },
      settle: {
        mean: settle.mean ?? 0,
        sd: share * settle.sd,
        tauDays: settle.tauDays,
        diluted: behaviour === 'processed',
      },
    }))
  // Where it settles: the prior is one reading among the keeper's own.
  const weights = readings.map((reading) => 1 / (reading.sd ** 2 + (prior.cSd / 2) ** 2))
  const own = 1 / prior.cSd ** 2
  const mean =
    readings.reduce((sum, reading, i) => sum + weights[i] * reading.value, own * prior.c) /
    weights.reduce((sum, weight) => sum + weight, own)
  return SPREADS.map((share) => ({
    gainDrift: 0,
    unrest: 0,
    prior: { ...prior, c: mean, cSd: share * prior.cSd, gSd: 0 },
    settle: { mean, sd: share * settle.sd, tauDays: settle.tauDays, diluted: false },
  }))
}

function fit(
  parameter: Parameter,
  from: number,
  readings: FilterReading[],
  events: Parameters<typeof runGainFilter>[2],
  grid: number[],
) {
  const candidates = settingsFor(parameter, readings)
  // A spike of what bacteria take away is over before a second test: it is believed at once.
  const doubt = FACTS[parameter].behaviour === 'processed' ? null : DOUBT
  // Each set-aside reading costs as much as a surprise at the gate, so that discarding never pays.
  const scored = scoreGainFilter(from, readings, events, candidates, doubt).map((one) => ({
    ...one,
    score: one.logLikelihood - one.unused * (0.5 * DOUBT.gate ** 2 + 2),
  }))
  const settings = averaged(scored)
  const run = runGainFilter(from, readings, events, grid, settings, doubt)
  const ignore = new Map(
    run.innovations
      .filter((innovation) => !innovation.used)
      .map(({ index, surprise, sd }) => [index, sentence(parameter, surprise, sd)]),
  )
  return { run, settings, ignore }
}

/** Settings weighted by how likely each made the readings: the single likeliest would be too sure of a calm that few readings show. */
function averaged(scored: readonly { settings: FilterSettings; score: number }[]): FilterSettings {
  const top = Math.max(...scored.map((one) => one.score))
  const weights = scored.map((one) => Math.exp(one.score - top))
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  const mean = (pick: (settings: FilterSettings) => number) =>
    scored.reduce((sum, one, i) => sum + weights[i] * pick(one.settings), 0) / total
  const [{ settings: any }] = scored
  const cSd = Math.sqrt(mean((settings) => settings.prior.cSd ** 2))
  return {
    ...any,
    gainDrift: mean((settings) => settings.gainDrift),
    prior: { ...any.prior, cSd },
    ...(any.settle
      ? {
          settle: {
            ...any.settle,
            sd: Math.sqrt(mean((settings) => (settings.settle?.sd ?? 0) ** 2)),
          },
        }
      : {}),
  }
}

function sentence(parameter: Parameter, surprise: number, sd: number): string {
  const { canonical } = PARAMETER_UNITS[parameter]
  const side = surprise > 0 ? 'above' : 'below'
  return `${sayNumber(Math.abs(surprise), sd)} ${canonical} ${side} what was expected (± ${sayNumber(2 * sd, sd)}), and the next reading did not bear it out; it is not used`
}

/** The days at which a state is wanted: one a week long ago, one a day of late, and today. */
function gridOf(from: number, today: number): number[] {
  const grid: number[] = []
  const daily = today - DAILY_DAYS
  for (let day = Math.ceil(from); day < Math.min(daily, today); day += 7) grid.push(day)
  for (let day = Math.ceil(Math.max(from, daily)); day < today; day++) grid.push(day)
  grid.push(today)
  return grid
}

function bandOf(states: readonly GainState[]): BandPoint[] {
  return states.map(point)
}

function point(state: GainState): BandPoint {
  const { value, low, high } = normalEstimate(state.c, Math.sqrt(Math.max(0, state.cc)), '', 0)
  return { day: state.day, value, low, high }
}

/** A reading the keeper will not have used: it is shown, with the reason. */
function neverUsed(entry: EntryOf<'reading'>): JudgedReading {
  const why = entry.useBecause ? `: ${entry.useBecause}` : ''
  return judged(entry, filterReading(entry, 1), `set aside by you${why}`)
}

/** An entry as the filter takes it in; `h` by how much the water was concentrated then. */
function filterReading(entry: EntryOf<'reading'>, h: number): FilterReading {
  const { mean, sd, interval } = likelihoodOfReading(entry)
  return { day: entryDay(entry), value: mean, sd, interval, h, believed: entry.use === 'always' }
}

function judged(
  entry: EntryOf<'reading'>,
  reading: FilterReading,
  setAside: string | null,
): JudgedReading {
  const span = reading.interval
    ? { value: reading.value, low: reading.interval.low, high: reading.interval.high }
    : normalEstimate(entry.value, reading.sd, '', 0)
  return {
    entryId: entry.id,
    day: reading.day,
    value: entry.value,
    low: span.low,
    high: span.high,
    sd: reading.sd,
    method: entry.method,
    setAside,
    use: entry.use ?? null,
  }
}
