import { waitingList } from './waiting-list'
import type { TankHistory } from '../../history/types'
import type { WaitsFor } from '../../journal/kinds/waiting'
import type { Instant } from '../../quantity/time'
import type { Judged } from '../../history/finding'

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
      topic: 'waiting',
      key: `waiting:${id}`,
      subject: { of: 'tank' },
      level: 'watch',
      weight: 10,
      entryIds: [id],
      leadsTo: { page: 'plants' },
    }))
