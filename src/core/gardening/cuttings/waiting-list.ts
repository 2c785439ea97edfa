import { entriesOf, entryDay } from '../../history/journal-index'
import { equipmentOn, tankNow } from '../../history/tank-at'
import type { TankHistory } from '../../history/types'
import type { EntryOf } from '../../journal/entry'
import { lightMap } from '../../layout/light-map'
import { sceneOn, stageOf } from '../../layout/scene'
import { dayOf, type Instant } from '../../quantity/time'
import { conditionsOf } from '../../water/estimate/conditions'

/** How far what something waits for has come. */
export type Standing =
  | { is: 'come' }
  | { is: 'days to go'; days: number }
  | { is: 'ammonia or nitrite'; value: number; daysAgo: number }
  | { is: 'no gas' }
  | { is: 'too dark'; par: number }
  | { is: 'too hard'; gh: number }
  | { is: 'maybe soft enough'; low: number; high: number }
  | { is: 'nobody tested' }
  | { is: 'your word' }

/** A line of the waiting list. */
export interface Waiting {
  entry: EntryOf<'waiting'>
  standing: Standing
}

/** A tank is raw for so long; gas that ran so long without being touched runs steadily; a reading counts so long. Common practice. */
export const RAW_DAYS = 42
const STEADY_DAYS = 21
const READING_DAYS = 21
/** What a trace of ammonia or nitrite is, mg/L: less is told by no test of the trade. Common practice. */
const TRACE_MGL = 0.1
/** The brightest place is sought on a grid of so many centimetres. */
const GRID_CM = 4

/** What waits, the longest first, with how far that has come which it waits for. */
export function waitingList(history: TankHistory, now: Instant): Waiting[] {
  const today = dayOf(now)
  const over = new Set(
    entriesOf(history.entries, 'waited')
      .filter((entry) => entryDay(entry) <= today)
      .map(({ waitingId }) => waitingId),
  )
  return entriesOf(history.entries, 'waiting')
    .filter((entry) => entryDay(entry) <= today && !over.has(entry.id))
    .map((entry) => ({ entry, standing: standingOf(history, entry, now) }))
}

function standingOf(history: TankHistory, entry: EntryOf<'waiting'>, now: Instant): Standing {
  const level = entry.level ?? 0
  switch (entry.waitsFor) {
    case 'the tank to be stable':
      return stable(history, now)
    case 'the gas to run steadily':
      return steadyGas(history, now)
    case 'light enough, µmol at the ground':
      return bright(history, level, now)
    case 'water no harder than, °dH':
      return soft(history, level, now)
    case 'a number of days':
      return daysLeft(level - (dayOf(now) - entryDay(entry)))
    case 'my word':
      return { is: 'your word' }
  }
}

const daysLeft = (days: number): Standing =>
  days > 0 ? { is: 'days to go', days: Math.ceil(days) } : { is: 'come' }

/** Old enough, and no ammonia or nitrite in the tests of three weeks; a tank that nobody tested is judged by its age. */
function stable(history: TankHistory, now: Instant): Standing {
  const today = dayOf(now)
  const last = entriesOf(history.entries, 'reading').findLast(
    (entry) =>
      (entry.parameter === 'ammonia' || entry.parameter === 'nitrite') &&
      entry.value > TRACE_MGL &&
      entryDay(entry) <= today &&
      entryDay(entry) > today - READING_DAYS,
  )
  if (last)
    return {
      is: 'ammonia or nitrite',
      value: last.value,
      daysAgo: Math.floor(today - entryDay(last)),
    }
  return daysLeft(RAW_DAYS - (today - dayOf(history.vessel.startedAt)))
}

function steadyGas(history: TankHistory, now: Instant): Standing {
  const today = dayOf(now)
  const running = history.equipment.filter(
    (record) => record.kind === 'gas' && equipmentOn(record, today)?.setting != null,
  )
  if (running.length === 0) return { is: 'no gas' }
  const touched = Math.max(
    ...running.flatMap(({ settings }) =>
      settings.map(({ from }) => dayOf(from)).filter((day) => day <= today),
    ),
  )
  return daysLeft(STEADY_DAYS - (today - touched))
}

function bright(history: TankHistory, level: number, now: Instant): Standing {
  const stage = stageOf(history, now)
  const par = Math.max(...lightMap(sceneOn(stage, stage.today), GRID_CM).par)
  return par >= level ? { is: 'come' } : { is: 'too dark', par }
}

/** The whole range of what is known must lie on one side. */
function soft(history: TankHistory, level: number, now: Instant): Standing {
  if (tankNow(history, now).vessel.kind === 'terrarium') return { is: 'nobody tested' }
  const gh = conditionsOf(history, now).value('gh')
  if (!gh) return { is: 'nobody tested' }
  if (gh.high <= level) return { is: 'come' }
  return gh.low > level
    ? { is: 'too hard', gh: gh.value }
    : { is: 'maybe soft enough', low: gh.low, high: gh.high }
}
