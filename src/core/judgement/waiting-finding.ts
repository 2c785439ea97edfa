import { waitingList } from '../gardening/cuttings/waiting-list'
import type { TankHistory } from '../history/types'
import type { WaitsFor } from '../journal/kinds/waiting'
import type { Instant } from '../quantity/time'
import type { Judged } from './finding'

export interface WaitingFacts {
  'wait-is-over': { what: string; waitsFor: WaitsFor; level: number | null }
}

/** What waited, and what it waited for has come. */
export const waitingFindings = (
  history: TankHistory,
  now: Instant,
): Judged<WaitingFacts, 'wait-is-over'>[] =>
  waitingList(history, now)
    .filter(({ standing }) => standing.is === 'come')
    .map(({ entry: { id, what, waitsFor, level } }) => ({
      rule: 'wait-is-over',
      facts: { what, waitsFor, level },
      key: `waiting:${id}`,
      subject: { of: 'tank' },
      level: 'watch',
      weight: 10,
      entryIds: [id],
      leadsTo: 'plants',
    }))
