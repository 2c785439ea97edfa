import { noAnswers, type RoundAnswers } from '@/core/routine/round/answers'
import type { Batch, Change } from '@/core/routine/round/merge'
import { changesBetween } from '@/core/routine/round/slots'

/** What a page has answered that Vivero has not heard of: the batch on its way, and what was changed since. */
export interface Unheard {
  round: string
  /** The name this page writes under, and how many batches it made. */
  page: string
  n: number
  station: number
  sending: Batch | null
  waiting: readonly Change[]
}

export const nothingUnheard = ({ round, station }: RoundAnswers, page: string): Unheard => ({
  round,
  page,
  n: 0,
  station,
  sending: null,
  waiting: [],
})

export const isHeard = ({ sending, waiting }: Unheard) => sending === null && waiting.length === 0

/** Every change in it, as they were made. */
export const changesIn = ({ sending, waiting }: Unheard): readonly Change[] => [
  ...(sending?.changes ?? []),
  ...waiting,
]

/** With what waits made ready to go, if nothing is on its way. `most`: so many changes at one go. */
export function readyToGo(unheard: Unheard, most = Infinity): Unheard & { sending: Batch } {
  if (unheard.sending) return { ...unheard, sending: unheard.sending }
  const { round, page, station, waiting } = unheard
  const n = unheard.n + 1
  const changes = waiting.slice(0, most)
  return {
    ...unheard,
    n,
    waiting: waiting.slice(changes.length),
    sending: { round, page, n, station, changes },
  }
}

/** What waits, with one more change in it: a slot waits once, as it was seen when it was changed first. */
export const withWaiting = (unheard: Unheard, change: Change): Unheard => ({
  ...unheard,
  waiting: [
    ...unheard.waiting.filter(({ slot }) => slot !== change.slot),
    {
      ...change,
      seen: unheard.waiting.find((one) => one.slot === change.slot)?.seen ?? change.seen,
    },
  ],
})

/** What a browser kept may have any shape. */
export function isUnheard(raw: unknown): raw is Unheard {
  const { page, n, waiting, sending } = (raw ?? {}) as Partial<Unheard>
  return (
    typeof page === 'string' &&
    typeof n === 'number' &&
    Array.isArray(waiting) &&
    typeof sending === 'object'
  )
}

/** The batches a closed page had to send still. What an older Vivero kept is a whole round. */
export function batchesOf(raw: unknown, page: string): Batch[] {
  if (isUnheard(raw)) {
    const first = readyToGo(raw)
    const rest = { ...first, sending: null }
    return first.waiting.length === 0 ? [first.sending] : [first.sending, readyToGo(rest).sending]
  }
  const { round } = (raw ?? {}) as Partial<RoundAnswers>
  if (typeof round !== 'string') return []
  const whole = { ...noAnswers(round), ...(raw as RoundAnswers) }
  const changes = changesBetween(noAnswers(round), whole).map((one) => ({ ...one, seen: 0 }))
  return [{ round, page, n: 1, station: whole.station, changes }]
}
