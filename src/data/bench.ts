import { untilWritten } from './until-written'
import { and, asc, count, eq, inArray, isNotNull, or } from 'drizzle-orm'
import { vesselOn } from '@/core/history/tank-at'
import type { Vessel } from '@/core/history/types'
import { dayOf, type Instant } from '@/core/quantity/time'
import { deleteHidden } from './arrivals'
import type { Database } from './db'
import { EntryRefused } from './refused'
import * as t from './schema'
import { vesselOf } from './fact-rows'
import { named } from './visible'
import { inTransaction } from './write'

export interface Bench {
  /** Left to right. */
  standing: Vessel[]
  /** Put away with all their record. */
  away: { slug: string; name: string }[]
}

/** All vessels as they stand at `now`, those on the bench and those put away. */
export async function readBench(db: Database, now: Instant): Promise<Bench> {
  const rows = await untilWritten(db, 'bench', () =>
    db
      .select()
      .from(t.vessel)
      .where(eq(t.vessel.arriving, false))
      .orderBy(asc(t.vessel.order), asc(t.vessel.name)),
  )
  return {
    standing: rows.filter((row) => row.onBench).map((row) => vesselOn(vesselOf(row), dayOf(now))),
    away: rows.filter((row) => !row.onBench).map(({ slug, name }) => ({ slug, name })),
  }
}

/** Puts a tank on the bench or away from it. It is not read for that, whatever it holds. Throws EntryRefused. */
export async function setOnBench(db: Database, slug: string, onBench: boolean): Promise<void> {
  await inTransaction(db, async (tx) => {
    const changed = await tx
      .update(t.vessel)
      .set({ onBench })
      .where(named(slug))
      .returning({ id: t.vessel.id })
    if (changed.length === 0)
      throw new EntryRefused([{ field: 'tank', says: 'There is no tank of that name.' }])
  })
}

/** A tank that may be deleted, as it stood when that was looked at. */
export interface Doomed {
  id: string
  slug: string
  name: string
  revision: number
  /** Lines in its book, struck out ones too. */
  lines: number
}

/**
 * The tank a keeper means to delete for good. `typedName`: what he wrote to say that he means this one. Changes nothing. Throws EntryRefused for
 * a tank on the bench, and for another name.
 */
export async function tankToDelete(db: Database, slug: string, typedName: string): Promise<Doomed> {
  const [row] = await db.select().from(t.vessel).where(named(slug))
  refuseUndeletable(row, typedName)
  const [{ lines }] = await db
    .select({ lines: count() })
    .from(t.entry)
    .where(eq(t.entry.vesselId, row.id))
  const { id, name, revision } = row
  return { id, slug: row.slug, name, revision, lines: Number(lines) }
}

function refuseUndeletable(
  row: typeof t.vessel.$inferSelect | undefined,
  typedName: string,
): asserts row {
  if (!row) throw new EntryRefused([{ field: 'tank', says: 'There is no tank of that name.' }])
  if (row.onBench)
    throw new EntryRefused([{ field: 'tank', says: 'Put it away from the bench first.' }])
  if (typedName.trim() !== row.name)
    throw new EntryRefused([
      { field: 'name', says: `Type its name as it is written, ${row.name}. Nothing was deleted.` },
    ])
}

/**
 * Takes a tank that was put away and all its record out of the database, for good: at once unseen, then in steps that let others in; a fall
 * between is finished by the next start. Refused where it was written to since it was looked at: the copy made meanwhile may lack
 * that. Throws EntryRefused.
 */
export async function deleteTank(db: Database, doomed: Doomed): Promise<void> {
  await inTransaction(db, async (tx) => {
    const [row] = await tx.select().from(t.vessel).where(named(doomed.slug)).for('update')
    refuseUndeletable(row, doomed.name)
    if (row.id !== doomed.id || row.revision !== doomed.revision)
      throw new EntryRefused([
        { field: 'tank', says: `${row.name} was written to meanwhile. Nothing was deleted.` },
      ])
    await leaveMoves(tx, row.id)
    await tx.update(t.vessel).set({ arriving: true }).where(eq(t.vessel.id, row.id))
  })
  await deleteHidden(db, doomed.id)
}

/** What was moved between this tank and others stays an act of the others, with their half of it: there it can be taken back still. */
async function leaveMoves(tx: Database, vesselId: string): Promise<void> {
  // A set.
  const moves = await tx
    .select()
    .from(t.act)
    .where(
      and(
        isNotNull(t.act.otherVesselId),
        or(eq(t.act.vesselId, vesselId), eq(t.act.otherVesselId, vesselId)),
      ),
    )
  for (const move of moves) {
    const stays = move.vesselId === vesselId ? move.otherVesselId! : move.vesselId
    // A set.
    const lines = await tx
      .select({ id: t.entry.id })
      .from(t.entry)
      .where(and(eq(t.entry.vesselId, stays), inArray(t.entry.id, [...move.entryIds])))
    await tx
      .update(t.act)
      .set({
        vesselId: stays,
        otherVesselId: null,
        diffs: move.diffs.filter((diff) => diff.vesselId === stays),
        entryIds: lines.map(({ id }) => id),
      })
      .where(eq(t.act.id, move.id))
  }
}
