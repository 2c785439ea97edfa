import { entryDay } from '../../history/journal-index'
import type { EntryOf } from '../../journal/entry'
import type { TankHistory } from '../../history/types'
import { dayOf } from '../../quantity/time'
import type { Parameter } from '../../quantity/units'
import { litresOver } from '../../vessel/litres-over'
import { FACTS } from '../facts/parameters'
import { chooseSettings, DOUBT } from './choose-settings'
import { runTrack, type TrackRun } from './gain-filter'
import type { GainStep } from './gain-steps'
import { ORDER, WIDTH, type Doubt, type FilterSettings } from './gain-walk'
import { knownTurns } from './known-turns'
import { likelihoodOfReading } from './reading-uncertainty'
import { thinProbeReadings } from './thin-probe-readings'
import { makeTrack, type FilterEvent, type FilterReading, type Spell, type Track } from './track'
import { unrestOf } from './unrest'
import { waterEvents } from './water-events'

const [, G] = ORDER

/** So many days of readings decide what settings suit the tank. */
const SETTINGS_DAYS = 300
/** Days of the past that are pencilled day by day; before them a point a week will do. */
const DAILY_DAYS = 190

/** A parameter’s readings and events, and what the filter made of them. */
export interface FittedWater {
  litres: number
  /** The entries that were taken in, and each as the filter has it. */
  entries: readonly EntryOf<'reading'>[]
  readings: readonly FilterReading[]
  events: readonly FilterEvent[]
  track: Track
  run: TrackRun
  /** Those that suit the tank, as they hold at the end. */
  settings: FilterSettings
  steps: readonly GainStep[]
  /** Readings, by their place, that were doubted. */
  setAside: ReadonlyMap<number, { surprise: number; sd: number; open: boolean }>
  /** Reckoned in logarithms. */
  logs: boolean
  /** How the way through them is gone anew with other places on it. */
  way: {
    from: number
    today: number
    settings: FilterSettings
    doubt: Doubt | null
    unrest: Spell[]
  }
}

/** The same readings and events with the days between them at which the course is drawn: a place a day of late, one a week before. */
export function withDays({ readings, events, logs, way }: FittedWater): {
  track: Track
  run: TrackRun
} {
  const { from, today, settings, doubt, unrest } = way
  const track = makeTrack(readings, events, gridOf(from, today), logs, unrest)
  return { track, run: runTrack(from, track, settings, doubt) }
}

/** Fits the readings `all` of a parameter (in time order, one at least) up to `today`. */
export function fitWater(
  history: TankHistory,
  parameter: Parameter,
  all: readonly EntryOf<'reading'>[],
  today: number,
): FittedWater {
  const { behaviour } = FACTS[parameter]
  const logs = behaviour === 'processed'
  const litresOf = litresOver(history)
  const from = Math.min(dayOf(history.vessel.startedAt), dayOf(all[0].at))
  const { events, fullness } = waterEvents(history, parameter, litresOf, from, today)
  const entries = thinProbeReadings(
    all,
    events.map((event) => event.day),
  )
  const readings = entries.map((entry) => filterReading(entry, 1 / fullness(entryDay(entry))))
  const unrest = logs ? unrestOf(history, readings, today) : []
  const doubt = logs ? null : DOUBT
  // How a tank behaves now is told by its last three hundred days; before them the water is taken as it comes.
  const recent = Math.max(from, readings[readings.length - 1].day - SETTINGS_DAYS)
  const of = <T extends { day: number }>(list: readonly T[]) =>
    recent > from ? list.filter(({ day }) => day >= recent) : list
  const chosen = chooseSettings(
    parameter,
    recent,
    of(readings),
    makeTrack(of(readings), of(events), [], logs, unrest),
    doubt,
    behaviour === 'dissolved' ? knownTurns(history, from, today) : [],
  )
  const track = makeTrack(readings, events, [today], logs, unrest)
  const run = runTrack(from, track, chosen.settings, doubt)
  return {
    way: { from, today, settings: chosen.settings, doubt, unrest },
    litres: litresOf(today),
    entries,
    readings,
    events,
    track,
    run,
    settings: unrest.some(({ to }) => to >= today) ? unsettled(chosen.settings) : chosen.settings,
    steps: chosen.steps,
    setAside: new Map(
      run.innovations
        .filter(({ used }) => !used)
        .map((innovation) => [innovation.index, innovation]),
    ),
    logs,
  }
}

/** An entry as the filter takes it in; `h` by how much the water was concentrated then. */
export function filterReading(entry: EntryOf<'reading'>, h: number): FilterReading {
  const { mean, sd, interval } = likelihoodOfReading(entry)
  return {
    day: entryDay(entry),
    value: mean,
    sd,
    interval,
    h,
    byEye: interval !== null && entry.method === 'drops-chart',
    believed: entry.use === 'always',
  }
}

/** What settles, as it does while it is out of its rest. */
const unsettled = (settings: FilterSettings): FilterSettings =>
  settings.settle?.restless
    ? { ...settings, settle: { ...settings.settle, ...settings.settle.restless } }
    : settings

/** The gain of a day, by all readings. */
export function gainOn({ run, track }: Pick<FittedWater, 'run' | 'track'>, day: number): number {
  const k = track.day.findIndex((one) => one >= day)
  return run.smoothed[(k < 0 ? track.length - 1 : k) * WIDTH + G]
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
