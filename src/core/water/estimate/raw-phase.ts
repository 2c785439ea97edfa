import { leastOf, mostOf } from '../../quantity/extent'
import { readingsOf } from '../../history/journal-index'
import type { EntryOf } from '../../journal/entry'
import type { TankHistory } from '../../history/types'
import { dayOf, type Instant } from '../../quantity/time'
import { filterReading } from './fit-water'
import { beginningsOf, isUp } from './unrest'

/** Where a tank stands that has just begun: ammonia rises first, then nitrite, then neither is left. */
export interface RawPhase {
  phase: 'ammonia' | 'nitrite' | 'through'
  /** Since the first test that showed it. */
  days: number
}

/** A beginning is told of for so many days. Common practice: three to six weeks, now and then ten. */
const TOLD_DAYS = 80

/** The phase a tank is in since it, or its soil, was new; null for an old one, and where no test has shown ammonia or nitrite yet. */
export function rawPhase(history: TankHistory, now: Instant): RawPhase | null {
  const today = dayOf(now)
  const begun = mostOf(beginningsOf(history).filter((day) => day <= today))
  if (today - begun > TOLD_DAYS) return null
  const tests = (parameter: 'ammonia' | 'nitrite') =>
    readingsOf(history.entries, parameter)
      .map(testOf)
      .filter(({ day }) => day >= begun && day <= today)
  const [ammonia, nitrite] = [tests('ammonia'), tests('nitrite')]
  const lastUp = Math.max(
    -1,
    mostOf([...ammonia, ...nitrite].filter(({ up }) => up).map(({ day }) => day)),
  )
  if (lastUp < 0) return null
  if (nitrite[nitrite.length - 1]?.up) return { phase: 'nitrite', days: today - upSince(nitrite) }
  if (ammonia[ammonia.length - 1]?.up) return { phase: 'ammonia', days: today - upSince(ammonia) }
  const clear = [...ammonia, ...nitrite].filter(({ day, up }) => !up && day > lastUp)
  return { phase: 'through', days: today - leastOf(clear.map(({ day }) => day)) }
}

interface Test {
  day: number
  up: boolean
}
const testOf = (entry: EntryOf<'reading'>): Test => {
  const reading = filterReading(entry, 1)
  return { day: reading.day, up: isUp(reading) }
}

/** Since when it has shown at every test. */
function upSince(tests: readonly Test[]): number {
  const before = tests.findLastIndex(({ up }) => !up)
  return tests[before + 1].day
}
