import { entriesOf } from '../../history/journal-index'
import type { TankHistory } from '../../history/types'
import { dayOf, type Instant } from '../../quantity/time'
import { changeRegime } from '../changes/regime'
import { lastIds } from '../../history/evidence'
import type { Judged } from '../../history/finding'

type Regime = ReturnType<typeof changeRegime>
interface Kept {
  regime: Regime
  routineDays: number
}
export interface ChangeFacts {
  /** `lostRhythm`: too few of the changes came on time before, too. */
  'change-late': Kept & { lateDays: number; lostRhythm: boolean }
  'changes-uneven': Kept
  /** Even, and further apart than was set. `everyDays`: how far. */
  'changes-apart': Kept & { everyDays: number }
  'changes-regular': Kept
}

/** Under this share of changes on time the rhythm is lost. Common practice. */
const RHYTHM_LOST = 0.6
/** Late by so much of its own rhythm it is time to act, where the rhythm was kept; a loose one is only watched. Common practice. */
const ACT_SHARE = 0.5
const ACT_LEAST_DAYS = 3
/** Changes whose middle half of intervals spreads by no more than this share of the usual one come evenly. Common practice. */
const EVEN_SHARE = 0.25
/** Further days late add no weight. */
const MOST_LATE = 20

/** Whether the change is late, and how regular the changes really are. Null without a routine. */
export function changeFinding(history: TankHistory, now: Instant): Judged<ChangeFacts> | null {
  const regime = changeRegime(history, now)
  const { routineDays, lastAt, adherence } = regime
  if (routineDays === null || lastAt === null) return null
  // Whole days, as the list of what is due counts them.
  const lateDays = Math.floor(dayOf(now) - dayOf(lastAt) - routineDays)
  const lostRhythm = adherence !== null && adherence < RHYTHM_LOST
  const base = {
    topic: 'nitrate' as const,
    key: 'change-due',
    subject: { of: 'water' } as const,
    entryIds: lastIds(entriesOf(history.entries, 'water-change'), 3),
    leadsTo: { form: 'water-change' } as const,
  }
  const facts = { regime, routineDays }
  if (lateDays >= 1)
    return {
      ...base,
      rule: 'change-late',
      facts: { ...facts, lateDays, lostRhythm },
      level: presses(lateDays, routineDays, adherence) ? 'act' : 'watch',
      weight: 35 + Math.min(lateDays, MOST_LATE),
    } satisfies Judged<ChangeFacts, 'change-late'>
  const everyDays = evenlyApart(regime)
  if (lostRhythm && everyDays !== null)
    return {
      ...base,
      rule: 'changes-apart',
      facts: { ...facts, everyDays },
      level: 'watch',
      weight: 15,
    } satisfies Judged<ChangeFacts, 'changes-apart'>
  return lostRhythm
    ? ({
        ...base,
        rule: 'changes-uneven',
        facts,
        level: 'watch',
        weight: 25,
      } satisfies Judged<ChangeFacts, 'changes-uneven'>)
    : ({
        ...base,
        rule: 'changes-regular',
        facts,
        level: 'good',
        weight: 5,
      } satisfies Judged<ChangeFacts, 'changes-regular'>)
}

/** The days from change to change where the middle half of them is as good as one; null where they wander. */
function evenlyApart({ everyDays }: Regime): number | null {
  if (everyDays === null) return null
  const { median, q1, q3 } = everyDays
  return q3 - q1 <= EVEN_SHARE * median ? median : null
}

/** Three days late are little in a rhythm of ten, and nothing new to a keeper who is loose about it: the numbers press then, or nothing does. */
function presses(lateDays: number, routineDays: number, adherence: number | null): boolean {
  const loose = adherence !== null && adherence < RHYTHM_LOST
  return !loose && lateDays >= Math.max(ACT_LEAST_DAYS, ACT_SHARE * routineDays)
}
