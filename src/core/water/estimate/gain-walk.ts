import { levelOf, logOf } from './log-level'
import { readField, TOLD } from './read-field'
import { AT, type Track } from './track'

/** What a walk is made by; see `gain-filter.ts` for the model. */
export interface FilterSettings {
  /** Variance the gain takes on in a day, (mg/L/day)²/day. */
  gainDrift: number
  /** Variance the concentration takes on in a day for all that is not modelled, (mg/L)²/day. */
  unrest: number
  prior: { c: number; cSd: number; g: number; gSd: number }
  /** For what settles: where, with what spread, and how fast (days). Absent for what is dissolved. */
  settle?: {
    mean: number
    sd: number
    tauDays: number
    /** The same while it is out of its rest (`Track.restless`). */
    restless?: { sd: number; tauDays: number }
  }
  /** How far the eye errs at the end of a colour field, share of the value: anew at every look, and for good. */
  eye?: { look: number; bias: number }
  /** Days on which the gain may have stepped, ascending, with the variance let in there. */
  steps?: readonly { day: number; variance: number }[]
}

/** When a reading is doubted: past `gate` standard deviations; believed all the same when what follows within `windowDays` bears it out. */
export interface Doubt {
  gate: number
  windowDays: number
}

/** Where each number of the state stands: means of level, gain and eye, and the upper half of their covariance. Each file takes them apart for itself. */
export const ORDER = [0, 1, 2, 3, 4, 5, 6, 7, 8] as const
const [C, G, E, CC, CG, CE, GG, GE, EE] = ORDER
export const WIDTH = ORDER.length

/** Share of the first surprise that another must show to bear it out. */
const AGREES = 0.5
/** A coarse reading is half a witness: two of them, or one by an instrument, bear out a jump. */
const WITNESS = { coarse: 0.5, fine: 1 } as const
/** Of a jump that nothing bears out or denies so much is believed until something does. Common practice: test again before acting. */
const HALF_BELIEVED = 0.5

/** So many readings are taken as they come before one is doubted. */
const OWN_BEFORE_DOUBT = 2

/** Whether a reading is taken in. */
export const TAKEN = { no: 0, yes: 1, jump: 2, open: 3 } as const

/**
 * The way forward through a track, one place after another, in arrays that are made once. `state` is what is known; after `look`,
 * `seen` holds what was expected of the reading at a place, and after `take`, `said` what it told.
 */
export class GainWalk {
  readonly state = new Float64Array(WIDTH)
  /** Expected mean and variance of what is shown, and how it hangs on level (h1) and eye (h3); then the surprise, and the variance it was expected with. */
  readonly seen = new Float64Array(6)
  /** (m′ − m)/p and (p − p′)/p²: what the last reading pulls, and how much it weighs. */
  readonly said = new Float64Array(2)
  private readonly told = new Float64Array(3)
  private readonly trial = new Float64Array(WIDTH)
  private day: number
  private nextStep = 0
  private taken = 0
  private readonly eyeLook: number

  constructor(
    private readonly track: Track,
    private readonly settings: FilterSettings,
    private readonly doubt: Doubt | null,
    from: number,
  ) {
    const { prior, eye, settle } = settings
    this.day = from
    this.eyeLook = eye?.look ?? 0
    this.state[C] = prior.c
    this.state[CC] = prior.cSd ** 2
    this.state[EE] = eye ? eye.bias ** 2 : 0
    if (settle) return
    this.state[G] = prior.g
    this.state[GG] = prior.gSd ** 2
  }

  /** Another walk that has come as far as this one and goes on with other steps; those it has passed are not taken again. */
  fork(steps: FilterSettings['steps']): GainWalk {
    const other = new GainWalk(this.track, { ...this.settings, steps }, this.doubt, this.day)
    other.state.set(this.state)
    other.taken = this.taken
    return other
  }

  /** To a place, its event included. The share of the level that goes on is returned. */
  step(k: number): number {
    const { track, settings, state } = this
    const steps = settings.steps ?? []
    while (this.nextStep < steps.length && steps[this.nextStep].day < track.day[k]) {
      const { day, variance } = steps[this.nextStep++]
      if (day >= this.day) {
        carry(state, day - this.day, settings)
        this.day = day
      }
      state[GG] += variance
    }
    carry(state, track.day[k] - this.day, settings, track.restless[k] === 1)
    this.day = track.day[k]
    return track.kind[k] === AT.event ? happen(state, track, k) : 1
  }

  /** What the reading at a place was expected to show, into `seen`. */
  look(k: number, state = this.state): void {
    const { track, seen } = this
    const h = track.h[k]
    const byEye = track.byEye[k] === 1
    const card = byEye && !track.logs
    const h1 = card ? h * (1 + state[E]) : h
    const ofLevel = track.logs ? 1 : h * this.levelSeen(k, h1, state)
    const h3 = byEye ? ofLevel : 0
    const m = card ? h1 * state[C] : h * state[C] + (byEye ? state[E] : 0)
    const p = Math.max(1e-12, h1 * h1 * state[CC] + 2 * h1 * h3 * state[CE] + h3 * h3 * state[EE])
    seen[0] = m
    seen[1] = p
    seen[2] = h1
    seen[3] = h3
    this.surprise(k)
  }

  /**
   * The level at which an eye’s share of error is reckoned: what is expected, drawn to what was read as far as that is the surer of
   * the two. At the expected alone, a first test after months would be as unsure as the months were (iterated filter of one step:
   * Bell & Cathey 1993, IEEE Trans. Automat. Contr. 38:294–297; from memory).
   */
  private levelSeen(k: number, h1: number, state: Float64Array): number {
    const { kind, value, sd, low, high } = this.track
    const expected = h1 * state[C]
    const field = kind[k] === AT.field
    // Of a field its nearer end is as good as its middle.
    const read = field ? Math.min(Math.max(expected, low[k]), high[k]) : value[k]
    if (read === expected) return state[C]
    const end = read === low[k] ? this.blurLow(k) : this.blurHigh(k)
    const soft = field ? end : sd[k]
    const pull = (h1 * state[CC]) / (h1 * h1 * state[CC] + soft * soft)
    return Math.max(0, state[C] + pull * (read - expected))
  }

  /** Observed less expected, and the variance of that: of a field its nearer end counts. */
  private surprise(k: number): void {
    const { track, seen } = this
    const [m, p] = [seen[0], seen[1]]
    if (track.kind[k] !== AT.field) {
      seen[4] = track.value[k] - m
      seen[5] = p + track.sd[k] ** 2
      return
    }
    const under = m < track.low[k]
    const blur = under ? this.blurLow(k) : this.blurHigh(k)
    seen[4] = under ? track.low[k] - m : Math.min(0, track.high[k] - m)
    seen[5] = p + blur * blur
  }

  private blurLow(k: number): number {
    const eye = this.eyeLook * this.track.eyeLow[k]
    return Math.sqrt(this.track.blurLow[k] ** 2 + eye * eye)
  }
  private blurHigh(k: number): number {
    const eye = this.eyeLook * this.track.eyeHigh[k]
    return Math.sqrt(this.track.blurHigh[k] ** 2 + eye * eye)
  }

  /** Whether the reading at a place is taken in, after `look`. A jump that is borne out, or may yet be, sets the level free. */
  judge(k: number): number {
    const { doubt, seen, state, track } = this
    // What nothing of the keeper’s own speaks against yet is no surprise.
    if (!doubt || this.taken < OWN_BEFORE_DOUBT) return TAKEN.yes
    const surprise = seen[4]
    if (Math.abs(surprise) <= doubt.gate * Math.sqrt(seen[5])) return TAKEN.yes
    const verdict = track.believed[k] ? TAKEN.jump : this.bornOut(k, surprise)
    const jump = surprise / Math.max(1e-9, track.h[k])
    if (verdict === TAKEN.jump) state[CC] += jump * jump
    if (verdict === TAKEN.open) {
      state[C] += HALF_BELIEVED * jump
      state[CC] += HALF_BELIEVED * (1 - HALF_BELIEVED) * jump * jump
    }
    if (verdict !== TAKEN.no) this.look(k)
    return verdict
  }

  /** What the readings after a surprising one make of it. */
  private bornOut(at: number, surprise: number): number {
    const { track, settings, doubt, trial, seen } = this
    trial.set(this.state)
    let day = track.day[at]
    let witnesses = track.coarse[at] ? 0 : WITNESS.coarse
    let verdict: number = TAKEN.open
    for (
      let k = at + 1;
      k < track.length &&
      track.day[k] - track.day[at] <= doubt!.windowDays &&
      verdict === TAKEN.open;
      k++
    ) {
      carry(trial, track.day[k] - day, settings, track.restless[k] === 1)
      day = track.day[k]
      if (track.kind[k] === AT.event) happen(trial, track, k)
      if (track.index[k] < 0) continue
      this.look(k, trial)
      const agrees =
        Math.sign(seen[4]) === Math.sign(surprise) &&
        Math.abs(seen[4]) > AGREES * Math.abs(surprise)
      if (!agrees) verdict = TAKEN.no
      else {
        witnesses += track.coarse[k] ? WITNESS.coarse : WITNESS.fine
        if (witnesses >= 1) verdict = TAKEN.jump
      }
    }
    this.look(at)
    return verdict
  }

  /** Takes the reading at a place in, after `look`; its log density is returned. */
  take(k: number): number {
    this.taken++
    const { track, seen, told, said } = this
    const [m, p] = [seen[0], seen[1]]
    const isField =
      track.kind[k] === AT.field &&
      readField(m, p, track.low[k], track.high[k], this.blurLow(k), this.blurHigh(k), told)
    if (isField) {
      said[0] = (told[TOLD.mean] - m) / p
      said[1] = (p - told[TOLD.variance]) / (p * p)
      this.follow()
      return Math.log(told[TOLD.chance])
    }
    const variance = p + track.sd[k] ** 2
    const surprise = track.value[k] - m
    said[0] = surprise / variance
    said[1] = 1 / variance
    this.follow()
    // A field that was all but impossible counts as such, whatever its middle says.
    return track.kind[k] === AT.field
      ? LEAST_LIKELY
      : -0.5 * (Math.log(2 * Math.PI * variance) + (surprise * surprise) / variance)
  }

  /** State and covariance after what was said: x + PHᵀ·pull, P − PHᵀ·weight·HP. */
  private follow(): void {
    const { state, seen, said } = this
    const [h1, h3] = [seen[2], seen[3]]
    const [pull, weight] = [said[0], said[1]]
    const kc = h1 * state[CC] + h3 * state[CE]
    const kg = h1 * state[CG] + h3 * state[GE]
    const ke = h1 * state[CE] + h3 * state[EE]
    state[C] += kc * pull
    state[G] += kg * pull
    state[E] += ke * pull
    state[CC] = Math.max(0, state[CC] - kc * kc * weight)
    state[CG] -= kc * kg * weight
    state[CE] -= kc * ke * weight
    state[GG] = Math.max(0, state[GG] - kg * kg * weight)
    state[GE] -= kg * ke * weight
    state[EE] = Math.max(0, state[EE] - ke * ke * weight)
  }
}
/** Log chance of a field that could hardly have been read. */
const LEAST_LIKELY = -14

/** Share of a disturbance left after `dt` days: 1 for what is dissolved. */
export const fading = (
  { settle }: Pick<FilterSettings, 'settle'>,
  dt: number,
  restless = false,
): number =>
  settle
    ? Math.exp(-dt / (restless && settle.restless ? settle.restless.tauDays : settle.tauDays))
    : 1

/** The state `dt` days on with nothing happening in between, in place. */
export function carry(
  state: Float64Array,
  dt: number,
  settings: Pick<FilterSettings, 'gainDrift' | 'unrest' | 'settle'>,
  restless = false,
): void {
  const { gainDrift, unrest, settle } = settings
  if (settle) {
    const left = fading(settings, dt, restless)
    const { sd } = restless && settle.restless ? settle.restless : settle
    state[C] = settle.mean + left * (state[C] - settle.mean)
    state[CC] = left * left * state[CC] + sd * sd * (1 - left * left)
    state[CE] *= left
    return
  }
  state[C] += state[G] * dt
  state[CC] += dt * (2 * state[CG] + dt * state[GG]) + (gainDrift * dt * dt * dt) / 3 + unrest * dt
  state[CG] += dt * state[GG] + (gainDrift * dt * dt) / 2
  state[CE] += dt * state[GE]
  state[GG] += gainDrift * dt
}

/** The state after the event at a place of a track, in place; the share of the level that goes on is returned. */
function happen(state: Float64Array, track: Track, k: number): number {
  const { logs } = track
  return logs
    ? dilute(state, track.a[k], track.b[k])
    : pour(state, track.a[k], track.b[k], track.eventSd[k], track.share[k])
}

/** c becomes a·c + b, with what is not known of it: `sd`, and `share` of what is moved. */
export function pour(state: Float64Array, a: number, b: number, sd: number, share: number): number {
  const moved = (1 - a) * state[C] - b
  const free = (1 - a) * (1 - a) * state[CC]
  state[C] = a * state[C] + b
  state[CC] = a * a * state[CC] + sd * sd + share * share * (moved * moved + free)
  state[CG] *= a
  state[CE] *= a
  return a
}

/** The same of a logarithm. */
export function dilute(state: Float64Array, a: number, b: number): number {
  const level = levelOf(state[C])
  const after = logOf(a * level + b)
  // How a shift of the logarithm before shows in the one after: a·(c + least)/(a·c + b + least).
  const left = a * Math.exp(state[C] - after)
  state[C] = after
  state[CC] *= left * left
  state[CE] *= left
  return left
}
