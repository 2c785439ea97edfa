import { createHash } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { noAnswers, type RoundAnswers } from '@/core/routine/round/answers'
import { merged, noRound, type Batch, type SharedRound } from '@/core/routine/round/merge'
import type { Instant } from '@/core/quantity/time'
import type { Role } from './border/role'
import type { Database } from './db'
import { EntryRefused } from './refused'
import * as t from './schema'
import { untilWritten } from './until-written'
import { named } from './visible'
import { inTransaction } from './write'

export interface RoundDraft {
  startedAt: Instant
  shared: SharedRound
}

type Row = typeof t.roundDraft.$inferSelect

/** What an older Vivero kept had less in it. */
function sharedOf({ answers, merge, startedAt }: Row): SharedRound {
  const name = `round-${startedAt.getTime()}`
  return {
    ...noRound(name),
    ...(merge as Omit<SharedRound, 'answers'>),
    answers: { ...noAnswers(name), ...(answers as object) },
  }
}

/** The round begun in a tank and not finished, or null. */
export async function openRound(db: Database, slug: string): Promise<RoundDraft | null> {
  const [row] = await untilWritten(db, `round ${slug}`, () =>
    db
      .select({ draft: t.roundDraft })
      .from(t.roundDraft)
      .innerJoin(t.vessel, eq(t.vessel.id, t.roundDraft.vesselId))
      .where(named(slug)),
  )
  return row ? { startedAt: row.draft.startedAt.toISOString(), shared: sharedOf(row.draft) } : null
}

/** No round is longer. */
const MOST = { answers: 500, signs: 500, lines: 60 } as const

/**
 * Merges what a page changed into the round that is open, whichever it knew of; begins one if none is. Gives the round as it stands then, or
 * null where the page's own was inked meanwhile: what it sends comes too late, and nothing is kept. Throws EntryRefused.
 */
export async function keepRound(
  db: Database,
  slug: string,
  batch: Batch,
  now: Instant,
  by: Role = 'keeper',
): Promise<SharedRound | null> {
  return inTransaction(db, async (tx) => {
    const [vessel] = await tx
      .select({ id: t.vessel.id })
      .from(t.vessel)
      .where(named(slug))
      .for('update')
    if (!vessel) throw new EntryRefused([{ field: 'tank', says: 'There is no tank of that name.' }])
    if (await isInked(tx, batch.round)) return null
    const [open] = await tx.select().from(t.roundDraft).where(eq(t.roundDraft.vesselId, vessel.id))
    const round = merged(open ? sharedOf(open) : noRound(batch.round), batch)
    refuseTooLong(round.answers)
    const { answers, ...merge } = round
    const kept = { answers: answers as unknown as Record<string, unknown>, merge }
    await tx
      .insert(t.roundDraft)
      .values({ vesselId: vessel.id, startedAt: new Date(now), by, ...kept })
      .onConflictDoUpdate({ target: t.roundDraft.vesselId, set: kept })
    return round
  })
}

/** Whether a round stands in the book. */
export async function isInked(db: Database, round: string): Promise<boolean> {
  const [inked] = await db
    .select({ id: t.entry.id })
    .from(t.entry)
    .where(eq(t.entry.id, idInRound(round, null)))
  return inked !== undefined
}

function refuseTooLong({ values, typed, signs, lines }: RoundAnswers): void {
  const asked = new Set([...Object.keys(values), ...Object.keys(typed)]).size
  if (asked <= MOST.answers && signs.length <= MOST.signs && lines.length <= MOST.lines) return
  throw new EntryRefused([
    {
      field: '',
      says: `A round takes ${MOST.lines} lines of its own and ${MOST.answers} answers at most: ink this one, and write the rest in the book.`,
    },
  ])
}

/** The id of the entry that says a round was walked, and of each of its parts: the same however often it is sent. */
export const idInRound = (round: string, part: string | null): string =>
  `${round}.${part === null ? 'walked' : createHash('sha256').update(part).digest('hex').slice(0, 12)}`

/** Another page answered between the reading of a round and its end. */
export class RoundMoved extends Error {}

/** Forgets a round inside the transaction that wrote its entries. Throws RoundMoved where it was answered meanwhile. Another one that was begun stays. */
export const closeRound =
  ({ answers, turn }: SharedRound) =>
  async (tx: Database, vesselId: string): Promise<void> => {
    const [open] = await tx.select().from(t.roundDraft).where(eq(t.roundDraft.vesselId, vesselId))
    if (!open) return
    const shared = sharedOf(open)
    if (shared.answers.round !== answers.round) return
    if (shared.turn !== turn) throw new RoundMoved()
    await tx.delete(t.roundDraft).where(eq(t.roundDraft.vesselId, vesselId))
  }

/** Forgets the open round, unwritten: who walks starts afresh. Throws EntryRefused for a helper where the keeper began it. */
export async function dropRound(db: Database, slug: string, by: Role = 'keeper'): Promise<void> {
  await inTransaction(db, async (tx) => {
    const [vessel] = await tx.select({ id: t.vessel.id }).from(t.vessel).where(named(slug))
    if (!vessel) return
    const [open] = await tx.select().from(t.roundDraft).where(eq(t.roundDraft.vesselId, vessel.id))
    // What a keeper has begun to answer is not a helper’s to throw away.
    if (by === 'helper' && open?.by === 'keeper')
      throw new EntryRefused([
        {
          field: '',
          says: 'The keeper has begun this round, and what he answered stays. Go on with it; nothing was written.',
        },
      ])
    await tx.delete(t.roundDraft).where(eq(t.roundDraft.vesselId, vessel.id))
  })
}
