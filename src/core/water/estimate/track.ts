import { logOf, slopeAt } from './log-level'

/** What lies at a place of a track. */
export const AT = { grid: 0, reading: 1, field: 2, event: 3 } as const

/** A reading as the filter takes it in. */
export interface FilterReading {
  day: number
  value: number
  sd: number
  /** Observed over full-volume concentration, 1 unless water is missing. */
  h: number
  /** For cards, drops and indicators: where the value lies, with the softness of its ends; `value` and `sd` are its middle and spread. */
  interval?: { low: number; high: number; blur: number } | null
  /** Matched by eye on a card: its ends are as sure as this keeper’s eye, which errs for good and anew at every look. */
  byEye?: boolean
  /** The keeper stands by it: it is used whatever was expected. */
  believed?: boolean
}
export interface FilterEvent {
  day: number
  /** c becomes a·c + b. */
  a: number
  b: number
  /** Standard deviation of what is not known of the event, whatever stands in the tank. */
  sd: number
  /** And its share of what the event moves: litres are never read exactly. */
  share?: number
}

/** Readings, events and bare grid days in time order, each fact a column. Where `logs`, readings are logarithms (`log-level.ts`). */
export interface Track {
  length: number
  logs: boolean
  day: Float64Array
  kind: Uint8Array
  /** Which reading it is; −1 for others. */
  index: Int32Array
  h: Float64Array
  value: Float64Array
  sd: Float64Array
  low: Float64Array
  high: Float64Array
  /** Softness of the two ends that is there for any eye, and how much of an eye’s share of error shows at each. */
  blurLow: Float64Array
  blurHigh: Float64Array
  eyeLow: Float64Array
  eyeHigh: Float64Array
  byEye: Uint8Array
  /** No more than one of a few fields: it alone bears nothing out. */
  coarse: Uint8Array
  believed: Uint8Array
  a: Float64Array
  b: Float64Array
  eventSd: Float64Array
  share: Float64Array
  /** Whether the way to this place went through a time of unrest: what bacteria take away stood high, or the tank was raw. */
  restless: Uint8Array
}

/** A time between two days. */
export interface Spell {
  from: number
  to: number
}

/**
 * The three lists, each in time order, in one: readings before events before grid days of the same moment. Throws RangeError where a
 * list is out of order.
 */
export function makeTrack(
  readings: readonly FilterReading[],
  events: readonly FilterEvent[],
  grid: readonly number[],
  logs = false,
  unrest: readonly Spell[] = [],
): Track {
  const track = emptyTrack(readings.length + events.length + grid.length, logs)
  let [r, e, g] = [0, 0, 0]
  for (let k = 0; k < track.length; k++) {
    const [reading, event, bare] = [
      r < readings.length ? readings[r].day : Infinity,
      e < events.length ? events[e].day : Infinity,
      g < grid.length ? grid[g] : Infinity,
    ]
    const day = Math.min(reading, event, bare)
    if (k > 0 && day < track.day[k - 1]) throw new RangeError('A track is made of lists in order')
    track.day[k] = day
    track.index[k] = -1
    if (unrest.some(({ from, to }) => day > from && day <= to)) track.restless[k] = 1
    if (reading === day) {
      track.index[k] = r
      putReading(track, k, readings[r++])
    } else if (event === day) putEvent(track, k, events[e++])
    else g++
  }
  return track
}

function emptyTrack(length: number, logs: boolean): Track {
  const column = () => new Float64Array(length)
  const flag = () => new Uint8Array(length)
  return {
    length,
    logs,
    day: column(),
    kind: flag(),
    index: new Int32Array(length),
    h: column(),
    value: column(),
    sd: column(),
    low: column(),
    high: column(),
    blurLow: column(),
    blurHigh: column(),
    eyeLow: column(),
    eyeHigh: column(),
    byEye: flag(),
    coarse: flag(),
    believed: flag(),
    a: column().fill(1),
    b: column(),
    eventSd: column(),
    share: column(),
    restless: flag(),
  }
}

/** So far below every logarithm that a field that begins at nothing has no lower end. */
const NO_END = -1000

function putReading(track: Track, k: number, reading: FilterReading): void {
  const { interval, value, sd, h } = reading
  const { logs } = track
  track.kind[k] = interval ? AT.field : AT.reading
  track.coarse[k] = interval ? 1 : 0
  track.h[k] = logs ? 1 : h
  track.value[k] = logs ? logOf(value / h) : value
  track.sd[k] = logs ? sd * slopeAt(value) : sd
  track.byEye[k] = reading.byEye ? 1 : 0
  track.believed[k] = reading.believed ? 1 : 0
  if (!interval) return
  const { low, high, blur } = interval
  const [slopeLow, slopeHigh] = logs ? [slopeAt(low), slopeAt(high)] : [1, 1]
  const lowest = low <= 0 ? NO_END : logOf(low / h)
  track.low[k] = logs ? lowest : low
  track.high[k] = logs ? logOf(high / h) : high
  track.blurLow[k] = blur * slopeLow
  track.blurHigh[k] = blur * slopeHigh
  track.eyeLow[k] = reading.byEye ? low * slopeLow : 0
  track.eyeHigh[k] = reading.byEye ? high * slopeHigh : 0
}

function putEvent(track: Track, k: number, { a, b, sd, share = 0 }: FilterEvent): void {
  track.kind[k] = AT.event
  track.a[k] = a
  track.b[k] = b
  track.eventSd[k] = sd
  track.share[k] = share
}
