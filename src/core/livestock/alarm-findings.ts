import { entriesOf } from '../history/journal-index'
import { hasAnimals } from '../history/lookup'
import { gasOf, tankNow } from '../history/tank-at'
import type { TankHistory } from '../history/types'
import type { EntryOf } from '../journal/entry'
import { dayOf, daysBetween, type Instant } from '../quantity/time'
import { lastIds } from '../history/evidence'
import type { Judged } from '../history/finding'

export interface AlarmFacts {
  /** `gasRuns`: gas is on the list of this tank. */
  'animals-gasp': { seen: number; gasRuns: boolean }
  'leak-seen': { daysAgo: number }
  /** So many within `days`. */
  'animals-die': { count: number; days: number }
}

/** A gasp or a leak presses for so many days, unless a later round found none. */
const GASP_DAYS = 3
const LEAK_DAYS = 14
const DEATH_DAYS = 7
/** One death may be age; so many in a week are a cause. Common practice. */
const MANY_DEATHS = 3

/** What the keeper saw that cannot wait for a test: gasping, a leak, deaths. Leaks and gasping come before all else. */
export function alarmFindings(history: TankHistory, now: Instant): Judged<AlarmFacts>[] {
  return [leakSeen(history, now), gasping(history, now), deaths(history, now)].filter(
    (judged) => judged !== null,
  )
}

function leakSeen(history: TankHistory, now: Instant): Judged<AlarmFacts, 'leak-seen'> | null {
  const seen = stillSeen(history, 'leak', LEAK_DAYS, now)
  const last = seen.at(-1)
  if (!last) return null
  return {
    topic: 'leak',
    key: 'leak-seen',
    subject: { of: 'tank' },
    rule: 'leak-seen',
    facts: { daysAgo: dayOf(now) - dayOf(last.at) },
    level: 'act',
    weight: 99,
    entryIds: lastIds(seen, 3),
    leadsTo: { entries: 'sign' },
  }
}

function gasping(history: TankHistory, now: Instant): Judged<AlarmFacts, 'animals-gasp'> | null {
  const seen = stillSeen(history, 'gasping', GASP_DAYS, now)
  if (seen.length === 0) return null
  return {
    topic: 'gasping',
    key: 'animals-gasp',
    subject: { of: 'animals' },
    rule: 'animals-gasp',
    facts: { seen: seen.length, gasRuns: gasOf(tankNow(history, now)) !== null },
    level: 'act',
    weight: 98,
    entryIds: lastIds(seen, 3),
    leadsTo: { form: 'water-change' },
  }
}

function deaths(history: TankHistory, now: Instant): Judged<AlarmFacts, 'animals-die'> | null {
  if (!hasAnimals(history, now)) return null
  const within = ({ at }: { at: Instant }) => daysBetween(at, now) <= DEATH_DAYS && at <= now
  const seen = entriesOf(history.entries, 'sign').filter(
    (entry) => entry.sign === 'dead animal' && within(entry),
  )
  const written = entriesOf(history.entries, 'stock').filter(
    (entry) => entry.event === 'died' && within(entry),
  )
  const died = written.reduce((sum, { count }) => sum + (count ?? 1), 0)
  // One seen in a round and written down as a death is one.
  const count = Math.max(seen.length, died)
  if (count === 0) return null
  const many = count >= MANY_DEATHS
  return {
    topic: 'deaths',
    key: 'animals-die',
    subject: { of: 'animals' },
    rule: 'animals-die',
    facts: { count, days: DEATH_DAYS },
    level: many ? 'act' : 'watch',
    weight: many ? 78 : 34,
    entryIds: lastIds(
      [...seen, ...written].sort((a, b) => a.at.localeCompare(b.at)),
      4,
    ),
    leadsTo: { page: 'water' },
  }
}

/** A round that begins sooner after a sight is the one it was seen in, days. */
const SAME_ROUND = 0.5

/** Where a sign was seen of late, and no round walked and answered since went without it. */
function stillSeen(
  history: TankHistory,
  sign: EntryOf<'sign'>['sign'],
  days: number,
  now: Instant,
): EntryOf<'sign'>[] {
  const seen = entriesOf(history.entries, 'sign').filter(
    (entry) => entry.sign === sign && entry.at <= now && daysBetween(entry.at, now) <= days,
  )
  const last = seen.at(-1)
  if (!last) return []
  const cleared = entriesOf(history.entries, 'round').some(
    (round) => round.asked > 0 && round.at <= now && daysBetween(last.at, round.at) > SAME_ROUND,
  )
  return cleared ? [] : seen
}
