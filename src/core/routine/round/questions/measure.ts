import { leavesSeen, NEW_LEAVES_DAYS } from '../../../gardening/leaves/looks'
import { byId, entryDay, ofPlanting } from '../../../history/journal-index'
import { speciesOf } from '../../../history/lookup'
import { tankNow } from '../../../history/tank-at'
import type { Planting, TankHistory, Zone } from '../../../history/types'
import { coverIn, EYE_SD, fitCover } from '../../../plants/cover'
import { growthSegments, readingSd } from '../../../plants/growth'
import { heightCourse, heightOn } from '../../../plants/height'
import { asRead } from '../../../quantity/estimate'
import { dayOf, type Instant } from '../../../quantity/time'
import { isFlat } from '../../../plants/groups'
import { PLANT_MEASURES } from '../../../journal/entry'
import { choice, id, type DetailOf } from '../../../journal/shape'
import type { QuestionKind, QuestionOf, StationName } from '../question-kind'

const shape = {
  plantingId: id('The planting', 'planting'),
  measure: choice('What is measured', PLANT_MEASURES, 'This is not a measure Vivero knows.'),
}
type Asked = QuestionOf<DetailOf<typeof shape>>

/** The zones whose plants are looked at from a station. */
export const ZONES_OF: Partial<Record<StationName, readonly Zone[]>> = {
  surface: ['surface'],
  background: ['background'],
  midground: ['midground', 'hardscape'],
  carpet: ['foreground'],
}

/** How tall plants stand, how much they cover, how their new growth is where leaves ailed. */
export const measure: QuestionKind<DetailOf<typeof shape>> = {
  shape,
  ask: ({ history, now, inZones }, at) =>
    inZones(...(ZONES_OF[at] ?? [])).flatMap((planting) => askPlanting(history, planting, now)),
  planting: ({ plantingId }) => plantingId,
  says: ({ plantingId, measure: what }, names) =>
    what === 'condition'
      ? `${names.bare(plantingId)}: its new growth, 0 dying to 10 faultless`
      : names.bare(plantingId),
  last: ({ last, figure, ago }) => `${last.by === 'trim' ? 'trimmed to ' : ''}${figure} ${ago}`,
  never: ({ measure: what }) => NEVER[what] ?? 'never judged',
  becomes: ({ plantingId, measure: what }, { value }) => ({
    kind: 'measure',
    plantingId,
    measure: what,
    value,
  }),
}
const NEVER: Partial<Record<(typeof PLANT_MEASURES)[number], string>> = {
  height: 'never measured',
  width: 'never measured',
  condition: 'never judged since its leaves ailed',
}

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
function askPlanting(history: TankHistory, planting: Planting, now: Instant): Asked[] {
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
function askNewGrowth(history: TankHistory, planting: Planting, now: Instant): Asked[] {
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
      asks: { plantingId: id, measure: 'condition' },
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
): Asked[] {
  const today = dayOf(now)
  const fit = fitCover(history, { id }, now)
  const last = fit?.points.at(-1)
  if (last && today - last.day < everyDays) return []
  return [
    {
      key: `cover:${id}`,
      asks: { plantingId: id, measure: 'cover' },
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
): Asked[] {
  const { id } = planting
  const today = dayOf(now)
  const last = growthSegments(history, id, now).at(-1)?.points.at(-1)
  if (last && today - last.day < everyDays) return []
  const expected = heightOn(heightCourse(history, planting, now), today)
  const trimmed = last && byId(history.entries, last.entryId)?.kind === 'trim'
  return [
    {
      key: `height:${id}`,
      asks: { plantingId: id, measure: 'height' },
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
