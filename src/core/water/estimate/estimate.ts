import { entryDay, readingsOf } from '../../history/journal-index'
import type { TankHistory } from '../../history/types'
import type { EntryOf } from '../../journal/entry'
import { normalEstimate, Z80, type Estimate } from '../../quantity/estimate'
import { remembered, rememberedAt } from '../../quantity/remember'
import { type Result, ok, refuse } from '../../quantity/result'
import { sayDays, sayNumber } from '../../quantity/say'
import { dayOf, type Instant } from '../../quantity/time'
import { PARAMETER_UNITS, type Parameter } from '../../quantity/units'
import { habitualDosing, habitualTopUps } from '../balance/habit'
import { fractionForTarget } from '../changes/dilution'
import { nextChange } from '../changes/regime'
import { FACTS } from '../facts/parameters'
import { levelOfSource } from '../facts/sources'
import { filterReading, fitWater, gainOn, withDays, type FittedWater } from './fit-water'
import { stateOn, type GainState } from './gain-filter'
import { turnOf, type GainTurn } from './gain-steps'
import { sayTurn } from './gain-steps.words'
import { carry, dilute, ORDER, pour, WIDTH, type FilterSettings } from './gain-walk'
import { levelOf, slopeAt } from './log-level'
import type { FilterReading } from './track'
import { CHANGE_SPREAD } from './water-events'

const [C, G, , CC, CG, , GG] = ORDER

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
  /** What it gained half a year ago (or when it was first read, if that is less), by all that was read since. */
  gainBefore: number
  /** Since when it gains otherwise, where that can be told. */
  turn: GainTurn | null
  readings: JudgedReading[]
  /** Filtered state at `now` in its unit. */
  state: GainState
  /** The same as the filter has it, logarithms where `logs`: the seed of every forecast. */
  seed: GainState
  /** Whether it is reckoned in logarithms: what bacteria take away. */
  logs: boolean
  settings: FilterSettings
  litres: number
  readingsUsed: number
  /** The fit all this was read off; its course is drawn by `courseOf`. */
  fitted: FittedWater
  /** What the keeper's habit of dosing adds a day, canonical unit. */
  dosePerDay: number
  /** What the keeper's habit of topping up brings a day, canonical unit. */
  topUpPerDay: number
}

/** The present is held against so many days ago. */
const COMPARE_DAYS = 180

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
  if (all.length === 0)
    return refuse(
      `No ${PARAMETER_UNITS[parameter].label} reading yet: one test gives Vivero something to reckon from.`,
    )
  const fitted = fitWater(history, parameter, all, today)
  const { run, track, setAside, settings, logs, readings, entries, litres } = fitted
  const seed = stateOn(today, run.filtered, track.length - 1)
  const state = logs ? fromLogs(seed) : seed
  const used = readings.length - setAside.size
  const turn = turnOf(fitted.steps, (day) => gainOn(fitted, day))
  const why = turn ? `; ${sayTurn(turn, today)}` : ''
  return ok({
    parameter,
    now: presentOf(fitted, seed, used, today - dayOf(all[all.length - 1].at)),
    gainPerDay: normalEstimate(
      state.g,
      Math.sqrt(state.gg),
      `what readings, changes and doses leave unexplained, per day${why}`,
    ),
    turn,
    gainBefore: gainOn(fitted, Math.max(today - COMPARE_DAYS, readings[0].day)),
    fitted,
    readings: [
      ...entries.map((entry, i) =>
        judged(entry, readings[i], whySetAside(parameter, setAside.get(i))),
      ),
      ...known.filter(({ use }) => use === 'never').map(neverUsed),
    ].sort((a, b) => a.day - b.day),
    state,
    seed,
    logs,
    settings,
    litres,
    readingsUsed: used,
    dosePerDay: habitualDosing(history, parameter, today, litres),
    topUpPerDay:
      FACTS[parameter].behaviour === 'settling'
        ? 0
        : habitualTopUps(history, parameter, today, litres),
  })
}

/** What it is now, and on what that rests. */
function presentOf(
  { logs, events }: FittedWater,
  seed: GainState,
  used: number,
  age: number,
): Estimate {
  const { value, low, high } = point(seed, logs)
  const changes = events.filter((event) => event.a < 0.99).length
  const carried =
    changes === 0 ? '' : `, carried through ${changes === 1 ? 'one change' : `${changes} changes`}`
  const days = Math.round(age)
  const last = days === 0 ? 'today' : `${sayDays(days)} old`
  return {
    value,
    low,
    high,
    because: `${used} ${used === 1 ? 'reading' : 'readings'}, the last ${last}${carried}`,
  }
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
  estimate: Pick<WaterEstimate, 'seed' | 'logs' | 'settings' | 'dosePerDay' | 'topUpPerDay'>,
  days: number,
  changes: readonly ComingChange[],
): BandPoint[] {
  const { settings, logs, seed } = estimate
  const state = arrayOf(seed)
  const start = seed.day
  let at = start
  const points: BandPoint[] = [point(seed, logs)]
  const write = () => points.push(point(stateIn(state, at), logs))
  const go = (day: number) => {
    carry(state, day - at, settings)
    at = day
  }
  const pending = changes
    .filter((change) => change.day >= start && change.day <= start + days)
    .sort((a, b) => a.day - b.day)
  for (let k = 1; k <= days; k++) {
    const target = start + k
    while (pending.length > 0 && pending[0].day <= target) {
      const { day, fraction, source } = pending.shift()!
      go(day)
      write()
      // What settles is back where it was within the day.
      if (logs) dilute(state, 1 - fraction, fraction * source)
      else if (!settings.settle) pour(state, 1 - fraction, fraction * source, 0, CHANGE_SPREAD)
      write()
    }
    go(target)
    if (!settings.settle)
      state[C] = Math.max(0, state[C] + estimate.dosePerDay + estimate.topUpPerDay)
    write()
  }
  return points
}

function arrayOf({ c, g, cc, cg, gg }: GainState): Float64Array {
  const state = new Float64Array(WIDTH)
  state[C] = c
  state[G] = g
  state[CC] = cc
  state[CG] = cg
  state[GG] = gg
  return state
}
const stateIn = (state: Float64Array, day: number): GainState => ({
  day,
  c: state[C],
  g: state[G],
  cc: state[CC],
  cg: state[CG],
  gg: state[GG],
})

/** A state of logarithms in its unit: the middle of its band, and a spread that speaks for both its ends. */
function fromLogs(seed: GainState): GainState {
  const { value, low, high } = point(seed, true)
  const sd = Math.max((high - low) / (2 * Z80), 1e-6, Math.sqrt(seed.cc) / slopeAt(value) / 4)
  return { day: seed.day, c: value, g: 0, cc: sd * sd, cg: 0, gg: 0 }
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

/** Why a reading is not taken for what it shows, or null where it is. */
function whySetAside(
  parameter: Parameter,
  of: { surprise: number; sd: number; open: boolean } | undefined,
): string | null {
  if (!of) return null
  const { surprise, sd, open } = of
  const { canonical } = PARAMETER_UNITS[parameter]
  const side = surprise > 0 ? 'above' : 'below'
  const far = `${sayNumber(Math.abs(surprise), sd)} ${canonical} ${side} what was expected (± ${sayNumber(2 * sd, sd)})`
  return open
    ? `${far}; it counts by half until another test tells`
    : `${far}, and the next reading did not bear it out; it is not used`
}

/** What lies behind is known from both sides, by a model that is never the water: its spread is widened by so much. Found on simulated tanks of other laws (`testing/worlds`). */
const HINDSIGHT = 1.13

/**
 * The course behind an estimate with all that was read since, one point a day (a week, long ago) and at every event; 80 % band,
 * canonical unit. Only what is drawn or drawn up asks for it.
 */
export const courseOf = remembered(({ fitted }: Pick<WaterEstimate, 'fitted'>): BandPoint[] => {
  const { logs } = fitted
  const { track, run } = withDays(fitted)
  const points = new Array<BandPoint>(track.length)
  for (let k = 0; k < track.length; k++) {
    const sd = Math.sqrt(Math.max(0, run.smoothed[k * WIDTH + CC]))
    points[k] = bandAt(track.day[k], run.smoothed[k * WIDTH + C], logs ? sd : HINDSIGHT * sd, logs)
  }
  return points
})

const point = ({ day, c, cc }: GainState, logs: boolean): BandPoint =>
  bandAt(day, c, Math.sqrt(Math.max(0, cc)), logs)

/** The 80 % band about a middle, never below nothing. */
function bandAt(day: number, middle: number, sd: number, logs: boolean): BandPoint {
  const [low, high] = [middle - Z80 * sd, middle + Z80 * sd]
  return logs
    ? { day, value: levelOf(middle), low: levelOf(low), high: levelOf(high) }
    : { day, value: Math.max(0, middle), low: Math.max(0, low), high: Math.max(0, high) }
}

/** A reading the keeper will not have used: it is shown, with the reason. */
function neverUsed(entry: EntryOf<'reading'>): JudgedReading {
  const why = entry.useBecause ? `: ${entry.useBecause}` : ''
  return judged(entry, filterReading(entry, 1), `set aside by you${why}`)
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
