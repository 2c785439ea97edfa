import { noAnswers, type RoundAnswers } from './answers'
import { heldIn, put, sayTheSame, type Held, type Slot } from './slots'

/** One thing changed in a round on one page. */
export interface Change {
  slot: Slot
  /** The turn of the round in which this page last saw the slot; 0: never. */
  seen: number
  /** What is to stand there; null: nothing. */
  holds: Held | null
}

/** What one page sends of a round: what it changed since it was last heard. */
export interface Batch {
  round: string
  /** The page that sends it, and the how manieth of its batches it is: sent twice, it counts once. */
  page: string
  n: number
  station: number
  changes: readonly Change[]
}

/** Who wrote a slot last, and in which turn of the round. */
interface Stamp {
  turn: number
  page: string
}

/** What another page says of a slot than what stands there, neither having seen the other. */
interface Clash {
  page: string
  holds: Held | null
}

/** A round that several pages walk: what stands, when each slot was last written, and where they disagree. */
export interface SharedRound {
  answers: RoundAnswers
  /** Counts up with every change. */
  turn: number
  stamps: Readonly<Record<Slot, Stamp>>
  clashes: Readonly<Record<Slot, readonly Clash[]>>
  /** The last batch heard of each page, and the turn it came in. */
  heard: Readonly<Record<string, { n: number; turn: number }>>
}

/** A round nobody said anything in. */
export const noRound = (round: string): SharedRound => ({
  answers: noAnswers(round),
  turn: 0,
  stamps: {},
  clashes: {},
  heard: {},
})

/** So many pages are remembered by the number of their last batch; a round is not walked by more. */
const MOST_PAGES = 200

/**
 * A batch of one page merged into a round, slot by slot. What was changed with what stands in sight stands; what was not stands beside it
 * as a clash, until somebody who has seen both says which. A batch heard before changes nothing.
 */
export function merged(round: SharedRound, batch: Batch): SharedRound {
  const { page, n, station, changes } = batch
  if (Object.hasOwn(round.heard, page) && round.heard[page].n >= n) return round
  // What was seen in another round was not seen in this one.
  const known = batch.round === round.answers.round
  const next = changes.reduce<SharedRound>(
    (so, change) => withChange(so, page, known ? change : { ...change, seen: UNSEEN }),
    round,
  )
  return {
    ...next,
    answers: { ...next.answers, station },
    heard: latest({ ...round.heard, [page]: { n, turn: next.turn } }),
  }
}

const UNSEEN = -1

const latest = (heard: SharedRound['heard']): SharedRound['heard'] =>
  Object.fromEntries(
    Object.entries(heard)
      .sort(([, a], [, b]) => b.turn - a.turn)
      .slice(0, MOST_PAGES),
  )

function withChange(round: SharedRound, page: string, { slot, seen, holds }: Change): SharedRound {
  const stands = heldIn(round.answers).get(slot) ?? null
  const stamp = Object.hasOwn(round.stamps, slot) ? round.stamps[slot] : null
  const others = Object.hasOwn(round.clashes, slot) ? round.clashes[slot] : []
  if (stamp === null || seen === stamp.turn) return written(round, slot, page, holds, [])
  if (stamp.page === page)
    return written(
      round,
      slot,
      page,
      holds,
      others.filter((one) => !sayTheSame(one.holds, holds)),
    )
  if (sayTheSame(stands, holds)) {
    const surer = isMeasured(holds) && !isMeasured(stands)
    return surer || others.some((one) => one.page === page)
      ? written(round, slot, stamp.page, surer ? holds : stands, not(others, page))
      : round
  }
  return written(round, slot, stamp.page, stands, [...not(others, page), { page, holds }])
}

/** What one measured outweighs what another took over at a glance, whichever came first. */
const isMeasured = (held: Held | null): boolean =>
  held?.of === 'question' && held.answer?.certainty === 'measured'

const not = (clashes: readonly Clash[], page: string) => clashes.filter((one) => one.page !== page)

function written(
  round: SharedRound,
  slot: Slot,
  page: string,
  holds: Held | null,
  others: readonly Clash[],
): SharedRound {
  const turn = round.turn + 1
  const { [slot]: _settled, ...clashes } = round.clashes
  return {
    ...round,
    turn,
    answers: put(round.answers, slot, holds),
    stamps: { ...round.stamps, [slot]: { turn, page } },
    clashes: others.length > 0 ? { ...clashes, [slot]: others } : clashes,
  }
}
