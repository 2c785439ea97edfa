import { leavesSeen, NEW_LEAVES_DAYS } from '../../gardening/leaves/looks'
import { byId, entryDay, ofPlanting } from '../../history/journal-index'
import { speciesOf } from '../../history/lookup'
import { tankNow } from '../../history/tank-at'
import type { Planting, TankHistory } from '../../history/types'
import { coverIn, EYE_SD, fitCover } from '../../plants/cover'
import { growthSegments, readingSd } from '../../plants/growth'
import { heightCourse, heightOn } from '../../plants/height'
import { asRead } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import type { Question } from './question'
import { isFlat } from '../../plants/groups'

/** Days after which a slow planting is worth measuring again, by how fast it moves. */
const REMEASURE_DAYS = {
  'stem-fast': 0,
  'stem-slow': 4,
  rosette: 20,
  crypt: 25,
  epiphyte: 30,
  moss: 30,
  carpet: 0,
  floating: 0,
} as const
/** How tall a planting stands, or how much of its patch it covers; nothing while it is too soon to see a difference. */
export function askPlanting(history: TankHistory, planting: Planting, now: Instant): Question[] {
  const { group } = speciesOf(history, planting)
  return [
    ...(isFlat(group)
      ? askCover(history, planting, REMEASURE_DAYS[group], now)
      : askHeight(history, planting, REMEASURE_DAYS[group], now)),
    ...askNewGrowth(history, planting, now),
  ]
}

/** What leaves showed is asked after within so many days, also of what grows a leaf a month. */
const LONGEST_WAIT_DAYS = 40

/** How the new growth of a planting is whose leaves ailed, once new leaves can have come: a damaged leaf never heals. */
function askNewGrowth(history: TankHistory, planting: Planting, now: Instant): Question[] {
  const { id } = planting
  const today = dayOf(now)
  // Bare stems and bites say nothing of what the plant lacks.
  const ailed = leavesSeen(history, now).find(
    ({ plantingId, look }) => plantingId === id && look !== 'bare stem' && look !== 'chewed',
  )
  if (!ailed) return []
  const since = dayOf(ailed.at)
  const wait = NEW_LEAVES_DAYS[speciesOf(history, planting).group]
  if (today - since < Math.min(wait, LONGEST_WAIT_DAYS)) return []
  const marks = ofPlanting(history.entries, id).flatMap((entry) =>
    entry.kind === 'measure' && entry.measure === 'condition' && entryDay(entry) <= today
      ? [{ day: entryDay(entry), value: entry.value }]
      : [],
  )
  const last = marks.at(-1)
  if (last && last.day > since) return []
  return [
    {
      key: `condition:${id}`,
      asks: { kind: 'measure', plantingId: id, measure: 'condition' },
      last: last ? { value: last.value, daysAgo: today - last.day, by: null } : null,
      expected: null,
      unit: 'of 10',
      min: 0,
      max: 10,
      step: 1,
    },
  ]
}

function askCover(
  history: TankHistory,
  { id }: Planting,
  everyDays: number,
  now: Instant,
): Question[] {
  const today = dayOf(now)
  const fit = fitCover(history, { id }, now)
  const last = fit?.points.at(-1)
  if (last && today - last.day < everyDays) return []
  return [
    {
      key: `cover:${id}`,
      asks: { kind: 'measure', plantingId: id, measure: 'cover' },
      last: last ? { value: last.percent, daysAgo: today - last.day, by: null } : null,
      expected: fit ? asRead(coverIn(fit, 0), EYE_SD, 0, 100) : null,
      unit: '%',
      min: 0,
      max: 100,
      step: 5,
    },
  ]
}

function askHeight(
  history: TankHistory,
  planting: Planting,
  everyDays: number,
  now: Instant,
): Question[] {
  const { id } = planting
  const today = dayOf(now)
  const last = growthSegments(history, id, now).at(-1)?.points.at(-1)
  if (last && today - last.day < everyDays) return []
  const expected = heightOn(heightCourse(history, planting, now), today)
  const trimmed = last && byId(history.entries, last.entryId)?.kind === 'trim'
  return [
    {
      key: `height:${id}`,
      asks: { kind: 'measure', plantingId: id, measure: 'height' },
      last: last
        ? { value: last.cm, daysAgo: today - last.day, by: trimmed ? 'trim' : null }
        : null,
      expected: asRead(expected, readingSd(expected.value)),
      unit: 'cm',
      min: 0,
      max: tankNow(history, now).vessel.heightCm * MOST_TIMES_THE_GLASS,
      step: 1,
    },
  ]
}
/** A plant may grow out of the water, and hang over. */
const MOST_TIMES_THE_GLASS = 2
