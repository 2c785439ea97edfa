import { untilWritten } from './until-written'
import { asc, eq } from 'drizzle-orm'
import { vesselOn } from '@/core/history/tank-at'
import type { Vessel } from '@/core/history/types'
import { dayOf, type Instant } from '@/core/quantity/time'
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

/**
 * Takes a tank that was put away and all its record out of the database, for good. `typedName`: what the keeper wrote to say that he means this
 * one. Throws EntryRefused for a tank on the bench, and for another name.
 */
export async function deleteTank(db: Database, slug: string, typedName: string): Promise<void> {
  await inTransaction(db, async (tx) => {
    const [row] = await tx.select().from(t.vessel).where(named(slug)).for('update')
    if (!row) throw new EntryRefused([{ field: 'tank', says: 'There is no tank of that name.' }])
    if (row.onBench)
      throw new EntryRefused([{ field: 'tank', says: 'Put it away from the bench first.' }])
    if (typedName.trim() !== row.name)
      throw new EntryRefused([
        {
          field: 'name',
          says: `Type its name as it is written, ${row.name}. Nothing was deleted.`,
        },
      ])
    // Lines first: they point at plantings and animals, which go with the tank.
    await tx.delete(t.entry).where(eq(t.entry.vesselId, row.id))
    await tx.delete(t.vessel).where(eq(t.vessel.id, row.id))
  })
}
