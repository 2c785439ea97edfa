import { entriesOf } from '../history/journal-index'
import type { TankHistory } from '../history/types'
import { dayOf, type Instant } from '../quantity/time'
import { changeRegime } from '../water/changes/regime'
import { lastIds } from './evidence'
import type { Judged } from './finding'

type Regime = ReturnType<typeof changeRegime>
interface Kept {
  regime: Regime
  routineDays: number
}
export interface ChangeFacts {
  /** `lostRhythm`: too few of the changes came on time before, too. */
  'change-late': Kept & { lateDays: number; lostRhythm: boolean }
  'changes-uneven': Kept
  'changes-regular': Kept
}

/** Under this share of changes on time the rhythm is lost. Common practice. */
const RHYTHM_LOST = 0.6
/** Late by so much of its own rhythm it is time to act, where the rhythm was kept; a loose one is only watched. Common practice. */
const ACT_SHARE = 0.5
const ACT_LEAST_DAYS = 3
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
    key: 'change-due',
    subject: { of: 'water' } as const,
    entryIds: lastIds(entriesOf(history.entries, 'water-change'), 3),
    leadsTo: 'log-change' as const,
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

/** Three days late are little in a rhythm of ten, and nothing new to a keeper who is loose about it: the numbers press then, or nothing does. */
function presses(lateDays: number, routineDays: number, adherence: number | null): boolean {
  const loose = adherence !== null && adherence < RHYTHM_LOST
  return !loose && lateDays >= Math.max(ACT_LEAST_DAYS, ACT_SHARE * routineDays)
}
