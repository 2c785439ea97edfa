import { entriesOf, entryDay, ofKind } from '../../history/journal-index'
import type { EntryKind } from '../../journal/entry'
import type { TankHistory } from '../../history/types'
import { normalEstimate, Z80, type Estimate } from '../../quantity/estimate'

/** Minutes a cut takes where nobody wrote down how long the work of a week was. Common practice, from memory. */
const USUAL = { value: 8, low: 4, high: 15 } as const
/** What else fills the minutes of a week, in parts of a cut. Common practice. */
export const PARTS_OF_A_CUT = {
  trim: 1,
  groom: 0.7,
  'water-change': 2.5,
  clean: 2,
  round: 0.6,
} as const satisfies Partial<Record<EntryKind, number>>
const WEEK_DAYS = 7
/** A keeper’s own weeks outweigh what is usual after so many. */
const USUAL_WEEKS = 2

/** Minutes that one cut takes this keeper: the minutes of the weeks that were written down, shared among all that was done in them; before the first such week what is usual. */
export function minutesACut({ entries }: Pick<TankHistory, 'entries'>): Estimate {
  const weeks = entriesOf(entries, 'feeling').flatMap((entry): number[] => {
    if (entry.workMinutes === null) return []
    const to = entryDay(entry)
    const parts = (Object.keys(PARTS_OF_A_CUT) as (keyof typeof PARTS_OF_A_CUT)[]).reduce(
      (sum, kind) =>
        sum +
        PARTS_OF_A_CUT[kind] *
          ofKind(entries, kind).filter(
            (one) => entryDay(one) <= to && entryDay(one) > to - WEEK_DAYS,
          ).length,
      0,
    )
    return parts >= 1 ? [entry.workMinutes / parts] : []
  })
  if (weeks.length === 0) return { ...USUAL, because: 'what is usual; no week has its minutes yet' }
  const n = weeks.length
  const mean =
    (weeks.reduce((sum, one) => sum + one, 0) + USUAL_WEEKS * USUAL.value) / (n + USUAL_WEEKS)
  const usualSd = (USUAL.high - USUAL.low) / (2 * Z80)
  const square =
    (weeks.reduce((sum, one) => sum + (one - mean) ** 2, 0) + USUAL_WEEKS * usualSd ** 2) /
    (n + USUAL_WEEKS)
  return normalEstimate(
    mean,
    Math.sqrt(square),
    `the minutes of ${n === 1 ? 'one week' : `${n} weeks`} of yours, shared among what was done in them`,
    1,
  )
}
