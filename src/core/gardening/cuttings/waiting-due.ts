import type { DueOf } from '../../history/due'
import type { TankHistory } from '../../history/types'
import type { Instant } from '../../quantity/time'
import { PARTS_OF_A_CUT } from '../trim/minutes'
import { waitingList } from './waiting-list'

export interface WaitingDueFacts {
  /** `days`: until it need wait no longer. */
  set: { what: string; days: number }
}

/** What waited, once its day has come or while its days are counted. What waits for a word or for the water has no day. */
export const waitingActs = (history: TankHistory, now: Instant): DueOf<WaitingDueFacts>[] =>
  waitingList(history, now).flatMap(({ entry: { id, what }, standing }) => {
    const days = daysOf(standing)
    if (days === null) return []
    return [
      {
        rule: 'set' as const,
        facts: { what, days },
        key: `waiting:${id}`,
        subject: { of: 'tank' as const },
        days: { value: days, low: days, high: days },
        work: PARTS_OF_A_CUT.groom,
        tools: ['forceps' as const],
        opens: { page: 'cuttings' as const },
      },
    ]
  })

function daysOf(standing: ReturnType<typeof waitingList>[number]['standing']): number | null {
  if (standing.is === 'come') return 0
  return standing.is === 'days to go' ? standing.days : null
}
