import { normalCdf } from '../../quantity/normal'

/**
 * A Kalman filter and Rauch–Tung–Striebel smoother for a concentration c (mg/L at full volume) and its net daily gain g.
 *
 *   between events   c' = c + g·dt,  g' = g;  process noise below
 *   at a water event c' = a·c + b     (dilution, source water, top-up: known, exact but for `sd`)
 *   a reading        z  = h·c + v     v ~ N(0, sd²); h > 1 where evaporation has concentrated what is there
 *   or an interval   P(read | c) = Φ((high − h·c)/blur) − Φ((low − h·c)/blur): a colour card tells no more than that
 *
 * What settles (pH, temperature, CO2, oxygen) has no gain: between events it falls back to `settle.mean`, c' = m + (c − m)e^(−dt/τ),
 * with the stationary spread `settle.sd` (an Ornstein–Uhlenbeck process, sampled exactly).
 *
 * g wanders as a random walk of variance `gainDrift`·dt; integrated with c this gives the usual white-acceleration noise.
 * An interval is taken in by matching the first two moments of the posterior (assumed-density filtering, Maybeck 1982 vol. 2 ch. 12),
 * by the closed form of a normal prior behind two normal edges; g follows c by their joint normal.
 * Sources: Kalman 1960, J. Basic Eng. 82:35–45; Rauch, Tung & Striebel 1965, AIAA J. 3:1445–1450.
 */
export interface FilterReading {
  day: number
  value: number
  sd: number
  /** Observed over full-volume concentration, 1 unless water is missing. */
  h: number
  /** For cards, drops and indicators: where the value lies, with the softness of its ends; `value` and `sd` are its middle and spread. */
  interval?: { low: number; high: number; blur: number } | null
  /** The keeper stands by it: it is used whatever was expected. */
  believed?: boolean
}
export interface FilterEvent {
  day: number
  /** c becomes a·c + b, with standard deviation `sd` for what is not known of the event. */
  a: number
  b: number
  sd: number
}
export interface FilterSettings {
  /** Variance the gain takes on in a day, (mg/L/day)²/day. */
  gainDrift: number
  /** Variance the concentration takes on in a day for all that is not modelled, (mg/L)²/day. */
  unrest: number
  prior: { c: number; cSd: number; g: number; gSd: number }
  /** For what settles: where, with what spread, how fast (days), and whether changes dilute it meanwhile. Absent for what is dissolved. */
  settle?: { mean: number; sd: number; tauDays: number; diluted: boolean }
}

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
  /** Observed minus expected, and its standard deviation. */
  surprise: number
  sd: number
  used: boolean
}
/** When a reading is doubted: past `gate` standard deviations; believed all the same when the next one within `windowDays` bears it out. */
export interface Doubt {
  gate: number
  windowDays: number
}
export interface FilterRun {
  /** Filtered states, one a node, in time order. */
  filtered: GainState[]
  /** The same nodes with all later readings taken into account. */
  smoothed: GainState[]
  innovations: Innovation[]
  /** −½ Σ (ln 2πS + ν²/S) over the readings used. */
  logLikelihood: number
}

interface Step {
  before: GainState
  after: GainState
  /** Transition to reach `before` from the previous `after`. */
  dt: number
  a: number
}

type Node = {
  day: number
  order: number
  reading?: { index: number } & FilterReading
  event?: FilterEvent
}

/**
 * Runs filter and smoother over readings, events and bare grid days (nodes at which a state is wanted).
 * With `doubt`, a reading that fits neither its forecast nor its successor is looked at but not used; two in a row that disagree
 * the same way mean that the water itself jumped, and the level is set free at the first of them. One pass, whatever is doubted.
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
  const { steps, innovations, logLikelihood } = forward(
    from,
    orderNodes(readings, events, grid),
    settings,
    doubt,
  )
  return {
    filtered: steps.map((step) => step.after),
    smoothed: smooth(steps),
    innovations,
    logLikelihood,
  }
}

/** The forward pass alone under several settings: what decides between them, without the smoothing. */
export function scoreGainFilter(
  from: number,
  readings: readonly FilterReading[],
  events: readonly FilterEvent[],
  candidates: readonly FilterSettings[],
  doubt: Doubt | null = null,
): { settings: FilterSettings; logLikelihood: number; unused: number }[] {
  const nodes = orderNodes(readings, events, [])
  return candidates.map((settings) => {
    const { innovations, logLikelihood } = forward(from, nodes, settings, doubt, false)
    return {
      settings,
      logLikelihood,
      unused: innovations.filter((innovation) => !innovation.used).length,
    }
  })
}

function forward(
  from: number,
  nodes: readonly Node[],
  settings: FilterSettings,
  doubt: Doubt | null,
  keepSteps = true,
): { steps: Step[]; innovations: Innovation[]; logLikelihood: number } {
  if (nodes.length > 0 && nodes[0].day < from)
    throw new RangeError('The filter cannot start after its first entry')
  const { prior } = settings
  let state: GainState = {
    day: from,
    c: prior.c,
    g: prior.g,
    cc: prior.cSd ** 2,
    cg: 0,
    gg: prior.gSd ** 2,
  }
  const steps: Step[] = []
  const innovations: Innovation[] = []
  let logLikelihood = 0
  for (let k = 0; k < nodes.length; k++) {
    const node = nodes[k]
    const dt = node.day - state.day
    const before = advance(state, node, settings)
    let after = before
    if (node.reading) {
      const used = judge(before, nodes, k, settings, doubt)
      const { surprise, variance } = surpriseOf(before, node.reading)
      innovations.push({
        index: node.reading.index,
        day: node.day,
        surprise,
        sd: Math.sqrt(variance),
        used,
      })
      if (used) {
        after = update(before, node.reading, surprise, variance)
        logLikelihood -= 0.5 * (Math.log(2 * Math.PI * variance) + surprise ** 2 / variance)
      }
    }
    if (keepSteps) steps.push({ before, after, dt, a: (node.event?.a ?? 1) * fading(settings, dt) })
    state = after
  }
  return { steps, innovations, logLikelihood }
}

/** The state carried to a node and through its event. */
function advance(state: GainState, node: Node, settings: FilterSettings): GainState {
  const carried = carry(state, node.day, settings)
  return node.event ? applyEvent(carried, node.event) : carried
}

/** Whether a reading is to be used. A jump that its successor bears out widens `before` in place, so that the reading is followed. */
function judge(
  before: GainState,
  nodes: readonly Node[],
  at: number,
  settings: FilterSettings,
  doubt: Doubt | null,
): boolean {
  const reading = nodes[at].reading
  if (!doubt || !reading) return true
  const first = surpriseOf(before, reading)
  if (Math.abs(first.surprise) <= doubt.gate * Math.sqrt(first.variance)) return true
  if (reading.believed) {
    // As a jump that was borne out: the water itself is set free, or the forecast would hardly move.
    before.cc += first.surprise ** 2
    return true
  }
  let state = before
  for (let k = at + 1; k < nodes.length && nodes[k].day - reading.day <= doubt.windowDays; k++) {
    state = advance(state, nodes[k], settings)
    const next = nodes[k].reading
    if (!next) continue
    const { surprise } = surpriseOf(state, next)
    const bornOut =
      Math.sign(surprise) === Math.sign(first.surprise) &&
      Math.abs(surprise) > AGREES * Math.abs(first.surprise)
    if (bornOut) before.cc += first.surprise ** 2
    return bornOut
  }
  return false
}
/** Share of the first surprise that the second must show to bear it out. */
const AGREES = 0.5

/** Share of a disturbance left after `dt` days: 1 for what is dissolved. */
const fading = ({ settle }: Pick<FilterSettings, 'settle'>, dt: number) =>
  settle ? Math.exp(-dt / settle.tauDays) : 1

/** The state `dt` days on with nothing happening in between. */
export function carry(
  state: GainState,
  day: number,
  settings: Pick<FilterSettings, 'gainDrift' | 'unrest' | 'settle'>,
): GainState {
  const dt = day - state.day
  const { gainDrift, unrest, settle } = settings
  if (settle) {
    const left = fading(settings, dt)
    return {
      day,
      c: settle.mean + left * (state.c - settle.mean),
      g: 0,
      cc: left * left * state.cc + settle.sd ** 2 * (1 - left * left),
      cg: 0,
      gg: 0,
    }
  }
  return {
    day,
    c: state.c + state.g * dt,
    g: state.g,
    cc: state.cc + 2 * dt * state.cg + dt * dt * state.gg + (gainDrift * dt ** 3) / 3 + unrest * dt,
    cg: state.cg + dt * state.gg + (gainDrift * dt * dt) / 2,
    gg: state.gg + gainDrift * dt,
  }
}

/** The state after a dilution, a change with source water or a top-up. */
export function applyEvent(state: GainState, { a, b, sd }: Omit<FilterEvent, 'day'>): GainState {
  return {
    day: state.day,
    c: a * state.c + b,
    g: state.g,
    cc: a * a * state.cc + sd * sd,
    cg: a * state.cg,
    gg: state.gg,
  }
}

/** Observed minus expected, and the variance with which that was expected. */
const surpriseOf = (state: GainState, { value, h, sd }: FilterReading) => ({
  surprise: value - h * state.c,
  variance: h * h * state.cc + sd * sd,
})

function update(
  state: GainState,
  reading: FilterReading,
  surprise: number,
  variance: number,
): GainState {
  const { h } = reading
  const within = reading.interval ? moments(h * state.c, h * h * state.cc, reading.interval) : null
  if (within) return follow(state, within.mean / h, within.variance / (h * h))
  const kc = (h * state.cc) / variance
  const kg = (h * state.cg) / variance
  return {
    day: state.day,
    c: state.c + kc * surprise,
    g: state.g + kg * surprise,
    cc: state.cc - kc * h * state.cc,
    cg: state.cg - kc * h * state.cg,
    gg: state.gg - kg * h * state.cg,
  }
}

/** The state when c alone is known to have this mean and variance: g follows by regression on c. */
function follow(state: GainState, mean: number, variance: number): GainState {
  const slope = state.cc > 0 ? state.cg / state.cc : 0
  return {
    day: state.day,
    c: mean,
    g: state.g + slope * (mean - state.c),
    cc: variance,
    cg: slope * variance,
    gg: state.gg - slope * slope * (state.cc - variance),
  }
}

/** Below this chance of the reading the closed form loses its digits, and the normal update is used instead. */
const FAINT = 1e-6

/** Mean and variance of x ~ N(m, p) given that x + blur·ε fell between `low` and `high`; null when that was all but impossible. */
export function moments(
  m: number,
  p: number,
  { low, high, blur }: { low: number; high: number; blur: number },
): { mean: number; variance: number } | null {
  const r = Math.sqrt(p + blur * blur)
  const [a, b] = [(low - m) / r, (high - m) / r]
  const chance = normalCdf(b) - normalCdf(a)
  if (!(chance > FAINT)) return null
  const [fa, fb] = [normalDensity(a), normalDensity(b)]
  const shift = (fa - fb) / chance
  const shrink = (a * fa - b * fb) / chance - shift * shift
  return { mean: m + (p / r) * shift, variance: Math.max(1e-12, p + ((p * p) / (r * r)) * shrink) }
}

const normalDensity = (x: number) => Math.exp(-0.5 * x * x) / Math.sqrt(2 * Math.PI)

/** Backward pass: gain C = P⁺ᵀ(F) (P⁻)⁻¹ with F = [a, a·dt; 0, 1] from one node's `after` to the next one's `before`. */
function smooth(steps: readonly Step[]): GainState[] {
  const out: GainState[] = new Array(steps.length)
  for (let k = steps.length - 1; k >= 0; k--) {
    const here = steps[k].after
    const next = steps[k + 1]
    if (!next) {
      out[k] = here
      continue
    }
    const { a, dt, before } = next
    if (before.gg === 0) {
      out[k] = smoothLevel(here, a, before, out[k + 1])
      continue
    }
    // P Fᵀ for the row vectors (cc, cg) and (cg, gg).
    const p00 = a * (here.cc + dt * here.cg)
    const p01 = here.cg
    const p10 = a * (here.cg + dt * here.gg)
    const p11 = here.gg
    const det = before.cc * before.gg - before.cg ** 2
    if (!(det > 1e-18)) {
      out[k] = here
      continue
    }
    const i00 = before.gg / det
    const i01 = -before.cg / det
    const i11 = before.cc / det
    const c00 = p00 * i00 + p01 * i01
    const c01 = p00 * i01 + p01 * i11
    const c10 = p10 * i00 + p11 * i01
    const c11 = p10 * i01 + p11 * i11
    const later = out[k + 1]
    const dc = later.c - before.c
    const dg = later.g - before.g
    const dcc = later.cc - before.cc
    const dcg = later.cg - before.cg
    const dgg = later.gg - before.gg
    out[k] = {
      day: here.day,
      c: here.c + c00 * dc + c01 * dg,
      g: here.g + c10 * dc + c11 * dg,
      cc: here.cc + c00 * (c00 * dcc + c01 * dcg) + c01 * (c00 * dcg + c01 * dgg),
      cg: here.cg + c10 * (c00 * dcc + c01 * dcg) + c11 * (c00 * dcg + c01 * dgg),
      gg: here.gg + c10 * (c10 * dcc + c11 * dcg) + c11 * (c10 * dcg + c11 * dgg),
    }
  }
  return out
}

/** The same for a state without a gain: one number, C = a·P/P⁻. */
function smoothLevel(here: GainState, a: number, before: GainState, later: GainState): GainState {
  const gain = before.cc > 0 ? (a * here.cc) / before.cc : 0
  return {
    ...here,
    c: here.c + gain * (later.c - before.c),
    cc: here.cc + gain * gain * (later.cc - before.cc),
  }
}

function orderNodes(
  readings: readonly FilterReading[],
  events: readonly FilterEvent[],
  grid: readonly number[],
): Node[] {
  const nodes: Node[] = [
    ...readings.map((reading, index) => ({
      day: reading.day,
      order: 0,
      reading: { ...reading, index },
    })),
    ...events.map((event) => ({ day: event.day, order: 1, event })),
    ...grid.map((day) => ({ day, order: 2 })),
  ]
  return nodes.sort((x, y) => x.day - y.day || x.order - y.order)
}
