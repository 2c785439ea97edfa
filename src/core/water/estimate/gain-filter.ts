import { fading, GainWalk, ORDER, TAKEN, WIDTH } from './gain-walk'
import type { Doubt, FilterSettings } from './gain-walk'
import { smoothBack, BACK, WAY } from './smooth-back'
import { makeTrack, type FilterEvent, type FilterReading, type Track } from './track'

export type { Doubt, FilterSettings } from './gain-walk'
export type { FilterEvent, FilterReading } from './track'

/**
 * A Kalman filter and smoother for a concentration c (at full volume), its net daily gain g, and the standing error e of the eye
 * that reads the cards.
 *
 *   between events   c' = c + g·dt,  g' = g;  process noise below
 *   at a water event c' = a·c + b     (dilution, source water, top-up), known but for `sd` and a share of what it moves
 *   a reading        z  = h·c + v     v ~ N(0, sd²); h > 1 where evaporation has concentrated what is there
 *   or a field       P(read | c) by the softness of both its ends (`read-field.ts`); a card shows h·c·(1 + e)
 *
 * What settles (pH, temperature, CO2, oxygen) has no gain: between events it falls back to `settle.mean`, c' = m + (c − m)e^(−dt/τ),
 * with the stationary spread `settle.sd` (an Ornstein–Uhlenbeck process, sampled exactly). What bacteria take away does the same in
 * its logarithm.
 *
 * g wanders as a random walk of variance `gainDrift`·dt; integrated with c this gives the usual white-acceleration noise. Where a
 * step is thought possible (`steps`) its variance comes in at once on that day.
 * The state is nine numbers in an array (`gain-walk.ts`); no object is made a step. The way back is `smooth-back.ts`.
 * Source: Kalman 1960, J. Basic Eng. 82:35–45.
 */

const [C, G, E, CC, CG, , GG, , EE] = ORDER

/** Mean (c, g) and the symmetric covariance of the two. */
export interface GainState {
  day: number
  c: number
  g: number
  cc: number
  cg: number
  gg: number
}
interface Innovation {
  index: number
  day: number
  /** Observed minus expected (of a field from its nearer end), and its standard deviation. */
  surprise: number
  sd: number
  /** Taken in; `open`: half believed until another reading tells. */
  used: boolean
  open: boolean
}
export interface TrackRun {
  /** The states after each place, nine numbers each, and the same with all later readings taken into account. */
  filtered: Float64Array
  smoothed: Float64Array
  innovations: Innovation[]
  /** Log density of the readings used. */
  logLikelihood: number
  /** What was learned of the eye: its standing error, share. */
  eye: { value: number; sd: number }
}
export interface FilterRun extends Omit<TrackRun, 'filtered' | 'smoothed'> {
  /** Filtered states, one a node, in time order. */
  filtered: GainState[]
  /** The same nodes with all later readings taken into account. */
  smoothed: GainState[]
}

/**
 * Runs filter and smoother over readings, events and bare grid days (nodes at which a state is wanted).
 * With `doubt`, a reading that fits neither its forecast nor what follows is looked at but not used; where what follows disagrees the
 * same way, the water itself jumped, and the level is set free at the first of them. What nothing follows is half believed.
 * A reading at the moment of an event counts as taken before it. Empty readings are allowed: the prior is carried forward.
 * Throws when `from` is later than a node.
 */
export function runGainFilter(
  from: number,
  readings: readonly FilterReading[],
  events: readonly FilterEvent[],
  grid: readonly number[],
  settings: FilterSettings,
  doubt: Doubt | null = null,
): FilterRun {
  const track = makeTrack(readings, events, grid)
  const { filtered, smoothed, ...run } = runTrack(from, track, settings, doubt)
  const states = (of: Float64Array) =>
    Array.from({ length: track.length }, (_, k) => stateOn(track.day[k], of, k))
  return { ...run, filtered: states(filtered), smoothed: states(smoothed) }
}

/** The same over a track that was made before. */
export function runTrack(
  from: number,
  track: Track,
  settings: FilterSettings,
  doubt: Doubt | null,
): TrackRun {
  begin(from, track)
  const { length } = track
  const walk = new GainWalk(track, settings, doubt, from)
  const before = new Float64Array(length * WIDTH)
  const after = new Float64Array(length * WIDTH)
  const way = new Float64Array(length * BACK)
  const innovations: Innovation[] = []
  let day = from
  let logLikelihood = 0
  for (let k = 0; k < length; k++) {
    const dt = track.day[k] - day
    day = track.day[k]
    const left = walk.step(k) * fading(settings, dt, track.restless[k] === 1)
    way[k * BACK + WAY.left] = left
    way[k * BACK + WAY.days] = settings.settle ? 0 : dt
    if (track.index[k] >= 0) {
      walk.look(k)
      const [surprise, sd] = [walk.seen[4], Math.sqrt(walk.seen[5])]
      const taken = walk.judge(k)
      write(before, k * WIDTH, walk.state)
      const used = taken === TAKEN.yes || taken === TAKEN.jump
      innovations.push({
        index: track.index[k],
        day,
        surprise,
        sd,
        used,
        open: taken === TAKEN.open,
      })
      if (used) {
        logLikelihood += walk.take(k)
        way[k * BACK + WAY.level] = walk.seen[2]
        way[k * BACK + WAY.eye] = walk.seen[3]
        way[k * BACK + WAY.pull] = walk.said[0]
        way[k * BACK + WAY.weight] = walk.said[1]
      }
    } else write(before, k * WIDTH, walk.state)
    write(after, k * WIDTH, walk.state)
  }
  const { state } = walk
  return {
    filtered: after,
    smoothed: smoothBack(length, before, way),
    innovations,
    logLikelihood,
    eye: { value: state[E], sd: Math.sqrt(Math.max(0, state[EE])) },
  }
}

/** How likely settings made the readings they used (log density), and how many had to be set aside or half believed. */
export interface Score {
  logLikelihood: number
  unused: number
}

/** The forward pass alone, for choosing settings. Throws when `from` is later than the first place. */
export function scoreTrack(
  from: number,
  track: Track,
  settings: FilterSettings,
  doubt: Doubt | null,
): Score {
  begin(from, track)
  return scoreOn(new GainWalk(track, settings, doubt, from), track, 0, track.length)
}

/**
 * The same for settings that differ in one step of the gain each, in the order given: what lies before the earliest of them is the
 * same for all and is walked once.
 */
export function scoreSteps(
  from: number,
  track: Track,
  settings: FilterSettings,
  doubt: Doubt | null,
  steps: readonly { day: number; variance: number }[],
): Score[] {
  begin(from, track)
  const earliest = Math.min(...steps.map(({ day }) => day))
  const after = track.day.findIndex((day) => day > earliest)
  const fork = after < 0 ? track.length : after
  const walk = new GainWalk(track, { ...settings, steps: undefined }, doubt, from)
  const before = scoreOn(walk, track, 0, fork)
  return steps.map((step) => {
    const rest = scoreOn(walk.fork([step]), track, fork, track.length)
    return {
      logLikelihood: before.logLikelihood + rest.logLikelihood,
      unused: before.unused + rest.unused,
    }
  })
}

/** Walks on over the places from `first` up to `end`. */
function scoreOn(walk: GainWalk, track: Track, first: number, end: number): Score {
  let logLikelihood = 0
  let unused = 0
  for (let k = first; k < end; k++) {
    walk.step(k)
    if (track.index[k] < 0) continue
    walk.look(k)
    const taken = walk.judge(k)
    if (taken === TAKEN.yes || taken === TAKEN.jump) logLikelihood += walk.take(k)
    if (taken !== TAKEN.yes) unused++
  }
  return { logLikelihood, unused }
}

/** Copies a state; `set` costs more than the nine numbers do. */
function write(to: Float64Array, at: number, state: Float64Array): void {
  for (let i = 0; i < WIDTH; i++) to[at + i] = state[i]
}

function begin(from: number, track: Track): void {
  if (track.length > 0 && track.day[0] < from)
    throw new RangeError('The filter cannot start after its first entry')
}

/** The `k`-th of a run’s states. */
export function stateOn(day: number, states: Float64Array, k: number): GainState {
  const at = k * WIDTH
  return {
    day,
    c: states[at + C],
    g: states[at + G],
    cc: states[at + CC],
    cg: states[at + CG],
    gg: states[at + GG],
  }
}
