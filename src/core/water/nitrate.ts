import { entriesOf, type EntryOf } from '../history/entries'
import { currentLayout } from '../history/lookup'
import type { TankHistory } from '../history/types'
import { normalEstimate, type Estimate } from '../quantity/estimate'
import { type Result, ok, refuse } from '../quantity/result'
import { dayOf, instantOf, type Instant } from '../quantity/time'
import { netLitres } from '../vessel/volume'
import { fractionForTarget } from './dilution'
import { applyEvent, carry, runGainFilter, scoreGainFilter, type Doubt, type FilterEvent, type FilterReading, type FilterSettings, type GainState } from './gain-filter'
import { nitrateReadingSd } from './reading-uncertainty'
import { nextChange } from './regime'

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
  sd: number
  method: string
  /** Null when used; else why it was set aside. */
  setAside: string | null
}
export interface NitrateEstimate {
  now: Estimate
  gainPerDay: Estimate
  /** Smoothed past, one point a day and at every event. */
  past: BandPoint[]
  readings: JudgedReading[]
  /** Filtered state at `now`, the seed of every forecast. */
  state: GainState
  settings: FilterSettings
  litres: number
  readingsUsed: number
}

/** Prior before any reading: common practice for a planted display. */
const PRIOR = { c: 10, cSd: 15, g: 0.7, gSd: 1.5 } as const
/** Candidate restlessness of the daily gain, (mg/L/day)²/day: from a tank that hardly alters to one that turns within a fortnight. */
const GAIN_DRIFTS = [0.0004, 0.0016, 0.0064, 0.025] as const
const UNREST = 0.05
/** A surprise past three standard deviations (two-sided 0.3 %) is doubted, unless the next reading within three weeks bears it out. */
const DOUBT: Doubt = { gate: 3, windowDays: 21 }
/** Litres of a change are seldom read better than this share. */
const CHANGE_SPREAD = 0.04
const MAX_NODES_STEP_DAYS = 1

/**
 * What the nitrate (mg/L as NO3) of a tank was every day and is now, from sparse readings of known coarseness, the changes
 * and top-ups between them, and a daily gain that may drift. Ranges are 80 %.
 * A reading that fits neither the forecast nor its successor is set aside and named. Refuses when there is no reading at all.
 */
export function estimateNitrate(history: TankHistory, now: Instant): Result<NitrateEstimate> {
  const today = dayOf(now)
  const source = entriesOf(history.entries, 'reading').filter((entry) => entry.parameter === 'nitrate' && dayOf(entry.at) <= today)
  if (source.length === 0) return refuse('No nitrate reading yet: one test gives Vivero something to reckon from.')
  const litres = netLitres(history.vessel, currentLayout(history))
  const from = Math.min(dayOf(history.vessel.startedAt), dayOf(source[0].at))
  const { events, missingLitres } = waterEvents(history, litres, from, today)
  const readings: FilterReading[] = source.map((entry) => ({
    day: dayOf(entry.at),
    value: entry.value,
    sd: nitrateReadingSd(entry.value, entry.method, entry.certainty),
    h: litres / Math.max(litres * 0.5, litres - missingLitres(dayOf(entry.at))),
  }))
  const grid = dailyGrid(from, today)
  const { run, settings, ignore } = fit(from, readings, events, grid)
  const state = run.filtered.at(-1)
  if (!state) return refuse('The story of this tank has no day to reckon over yet.')
  const used = readings.length - ignore.size
  const lastReading = source.at(-1)
  const sinceLast = lastReading ? Math.round(today - dayOf(lastReading.at)) : 0
  return ok({
    now: normalEstimate(
      state.c,
      Math.sqrt(state.cc),
      `${used} readings, the last ${sinceLast === 0 ? 'today' : `${sinceLast} days old`}, carried through ${events.filter((event) => event.a < 0.99).length} changes`,
      0,
    ),
    gainPerDay: normalEstimate(state.g, Math.sqrt(state.gg), 'what readings and changes leave unexplained, per day'),
    past: bandOf(run.smoothed),
    readings: source.map((entry, i) => judged(entry, readings[i], ignore.get(i) ?? null)),
    state,
    settings,
    litres,
    readingsUsed: used,
  })
}

/**
 * The nitrate to come, one point a day for `days`, from an estimate; changes as given (day, fraction, source nitrate).
 * The gain goes on drifting, so the band widens. 80 % band, floor zero.
 */
export function forecastNitrate(estimate: NitrateEstimate, days: number, changes: readonly { day: number; fraction: number; sourceNitrate: number }[]): BandPoint[] {
  let state = estimate.state
  const start = state.day
  const points: BandPoint[] = [point(state)]
  const pending = changes.filter((change) => change.day >= start && change.day <= start + days).sort((a, b) => a.day - b.day)
  for (let k = 1; k <= days; k++) {
    const target = start + k
    while (pending.length > 0 && pending[0].day <= target) {
      const change = pending.shift()!
      state = carry(state, change.day, estimate.settings)
      points.push(point(state))
      state = applyEvent(state, { a: 1 - change.fraction, b: change.fraction * change.sourceNitrate, sd: 0 })
      points.push(point(state))
    }
    state = carry(state, target, estimate.settings)
    points.push(point(state))
  }
  return points
}

/** The changes to come if the routine (or the habit) is kept, from `now` for `days`. An overdue change is taken as done tomorrow. */
export function routineChanges(history: TankHistory, now: Instant, days: number): { day: number; fraction: number; sourceNitrate: number }[] {
  const next = nextChange(history, now)
  if (!next) return []
  const today = dayOf(now)
  const out = []
  for (let day = Math.max(next.day, today + 1); day <= today + days; day += next.everyDays) {
    out.push({ day, fraction: next.fraction, sourceNitrate: next.sourceNitrate })
  }
  return out
}

export interface Crossing {
  /** Days from now at the centre and the two ends of the band; null: not within the forecast. Zero: already there. */
  likely: number | null
  earliest: number | null
  latest: number | null
}

/** When a forecast first stands above `limit`: by its centre, its upper edge (earliest) and its lower edge (latest). */
export function crossing(points: readonly BandPoint[], limit: number): Crossing {
  const first = (pick: (point: BandPoint) => number) => {
    const found = points.findIndex((candidate) => pick(candidate) > limit)
    if (found === -1) return null
    if (found === 0) return 0
    const [a, b] = [points[found - 1], points[found]]
    const rise = pick(b) - pick(a)
    const share = rise > 0 ? (limit - pick(a)) / rise : 1
    return a.day + Math.max(0, Math.min(1, share)) * (b.day - a.day) - points[0].day
  }
  return { likely: first((p) => p.value), earliest: first((p) => p.high), latest: first((p) => p.low) }
}

/** How much to change now to stand at `target`: fraction and litres with their range, or why it cannot be done. */
export function changeForTarget(estimate: NitrateEstimate, target: number, sourceNitrate: number): Result<{ fraction: Estimate; litres: Estimate }> {
  const middle = fractionForTarget(estimate.now.value, target, sourceNitrate)
  if (!middle.ok) return middle
  const low = fractionForTarget(estimate.now.low, target, sourceNitrate)
  const high = fractionForTarget(estimate.now.high, target, sourceNitrate)
  const because = `from ${Math.round(estimate.now.value)} mg/L now with source water at ${sourceNitrate} mg/L`
  const fraction: Estimate = { value: middle.value, low: low.ok ? low.value : 0, high: high.ok ? high.value : 1, because }
  const scale = (x: number) => x * estimate.litres
  return ok({ fraction, litres: { value: scale(fraction.value), low: scale(fraction.low), high: scale(fraction.high), because } })
}

function fit(from: number, readings: FilterReading[], events: FilterEvent[], grid: number[]) {
  const candidates = GAIN_DRIFTS.map((gainDrift): FilterSettings => ({ gainDrift, unrest: UNREST, prior: { ...PRIOR } }))
  // Each set-aside reading costs as much as a surprise at the gate, so that discarding never pays.
  const scored = scoreGainFilter(from, readings, events, candidates, DOUBT).map((one) => ({ ...one, score: one.logLikelihood - one.unused * (0.5 * DOUBT.gate ** 2 + 2) }))
  const best = scored.reduce((a, b) => (b.score > a.score ? b : a))
  const run = runGainFilter(from, readings, events, grid, best.settings, DOUBT)
  const ignore = new Map(run.innovations.filter((innovation) => !innovation.used).map(({ index, surprise, sd }) => [index, sentence(surprise, sd)]))
  return { run, settings: best.settings, ignore }
}

function sentence(surprise: number, sd: number): string {
  const side = surprise > 0 ? 'above' : 'below'
  return `${Math.abs(surprise).toFixed(0)} mg/L ${side} what was expected (± ${(2 * sd).toFixed(0)}), and the next reading did not bear it out; it is not used`
}

/** Changes and top-ups as linear maps, and how many litres are missing from the full line at a day. */
function waterEvents(history: TankHistory, litres: number, from: number, today: number) {
  const evaporation = history.vessel.evaporationLitresPerDay ?? 0
  const refills: number[] = [from]
  const events: FilterEvent[] = []
  const nitrateOf = (sourceId: string | null) => history.sources.find((candidate) => candidate.id === sourceId)?.nitrateMgL ?? history.sources[0]?.nitrateMgL ?? 0
  const dated = [...entriesOf(history.entries, 'water-change'), ...entriesOf(history.entries, 'top-off')].map((entry) => ({ entry, day: dayOf(entry.at) })).sort((a, b) => a.day - b.day)
  for (const { entry, day } of dated) {
    if (day < from || day > today) continue
    if (entry.kind === 'water-change') {
      const missing = Math.min(litres * 0.5, evaporation * (day - refills[refills.length - 1]))
      const added = entry.fraction * (litres - missing) + missing
      const b = (nitrateOf(entry.sourceId) * added) / litres
      events.push({ day, a: 1 - entry.fraction, b, sd: CHANGE_SPREAD * PRIOR.c })
      refills.push(day)
    } else {
      events.push({ day, a: 1, b: (nitrateOf(entry.sourceId) * entry.litres) / litres, sd: 0 })
      refills.push(day)
    }
  }
  const missingLitres = (day: number) => {
    const last = refills.findLast((refill) => refill < day) ?? from
    return evaporation * (day - last)
  }
  return { events, missingLitres }
}

function dailyGrid(from: number, today: number): number[] {
  const grid: number[] = []
  for (let day = Math.ceil(from); day < today; day += MAX_NODES_STEP_DAYS) grid.push(day)
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

function judged(entry: EntryOf<'reading'>, reading: FilterReading, setAside: string | null): JudgedReading {
  return { entryId: entry.id, day: reading.day, value: reading.value, sd: reading.sd, method: entry.method, setAside }
}

/** The instant at which a crossing is likely, for the calendar. */
export function crossingAt(now: Instant, days: number): Instant {
  return instantOf(dayOf(now) + days)
}
