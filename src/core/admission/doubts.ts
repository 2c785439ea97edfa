import { METRIC, type Measures } from '../quantity/measures'
import type { TankHistory } from '../history/types'
import { speciesOf } from '../history/lookup'
import { plantingAsLastSeen, tankNow } from '../history/tank-at'
import type { Entry, EntryOf } from '../journal/entry'
import { isStem } from '../plants/groups'
import { factsOf } from '../plants/kinds'
import { headroom } from '../plants/place'
import { dayOf, type Instant } from '../quantity/time'
import { zoneFormat } from '../quantity/zone'
import { questionsAbout } from '../water/estimate/questions'

/** Longest question that is kept with a reading, characters. */
const MOST_LETTERS = 500

/** What can hardly be about an entry, each as a question for the keeper. Empty when all fits, and for what is neither a reading nor a measure. */
export function doubtsAbout(
  entry: Entry,
  story: TankHistory,
  measures: Measures = METRIC,
): string[] {
  const early = olderThanTank(entry.at, story)
  if (entry.kind === 'measure') return [...early, ...unlikelySize(entry, story, measures)]
  if (entry.kind !== 'reading') return early
  const others = story.entries.filter((other) => other.id !== entry.id)
  return [...early, ...questionsAbout(entry, { ...story, entries: others }, measures)]
}

/** So far beyond what its kind grows to nothing grows; leaves may stand so far out of the water, cm. Common practice. */
const BEYOND_TIMES = 2
const OVER_CM = 4

/** A height that its kind does not reach, or that would stand out of the water where it cannot; a width beyond the glass. */
export function unlikelySize(
  { measure, value, plantingId, at }: EntryOf<'measure'>,
  story: TankHistory,
  measures: Measures = METRIC,
): string[] {
  const record = story.plantings.find(({ id }) => id === plantingId)
  if (!record || (measure !== 'height' && measure !== 'width')) return []
  const tank = tankNow(story, at)
  const planting = plantingAsLastSeen(record, dayOf(at))
  const species = speciesOf(story, planting)
  const say = (cm: number) => measures.say(cm, 'cm', 1)
  if (measure === 'width') {
    const most = Math.hypot(tank.vessel.lengthCm, tank.vessel.depthCm)
    return value > most
      ? [
          `${planting.stake} would be ${say(value)} wide; the glass is ${say(most)} from corner to corner. Is it so?`,
        ]
      : []
  }
  const { emersed } = factsOf(species)
  const room = headroom(tank, planting)
  if ((emersed === 'never' || emersed === 'hardly') && value > room + OVER_CM)
    return [
      `${planting.stake} would stand ${say(value)} high, ${say(room)} of water stand over its root, and its kind does not grow in air. Is it so?`,
    ]
  const most = BEYOND_TIMES * Math.max(species.matureHeightCm, isStem(species.group) ? room : 0)
  return value > most
    ? [
        `${planting.stake} would stand ${say(value)} high; its kind grows to about ${say(species.matureHeightCm)}. Is it so?`,
      ]
    : []
}

/** A day before the tank may be a slip of the year, or the tank older than it was said. */
export function olderThanTank(
  at: Instant,
  { vessel }: { vessel: Pick<TankHistory['vessel'], 'name' | 'startedAt' | 'timeZone'> },
): string[] {
  const day = (of: Instant) =>
    zoneFormat(vessel.timeZone, { day: 'numeric', month: 'long', year: 'numeric' }).format(
      new Date(of),
    )
  const [written, begun] = [day(at), day(vessel.startedAt)]
  return at >= vessel.startedAt || written === begun
    ? []
    : [`That is ${written}, and ${vessel.name} was set up on ${begun}. Is it so?`]
}

/** An entry the keeper stood by: a reading keeps what it was asked. */
export function stoodBy(entry: Entry, questions: readonly string[]): Entry {
  return entry.kind !== 'reading' || questions.length === 0
    ? entry
    : { ...entry, questioned: questions.join(' ').slice(0, MOST_LETTERS) }
}
