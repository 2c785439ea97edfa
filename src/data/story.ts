import { asc, eq, sql } from 'drizzle-orm'
import type { TankHistory, VesselRecord } from '@/core/history/types'
import type { Instant } from '@/core/quantity/time'
import type { Database } from './db'
import { vesselOf } from './fact-rows'
import { withKin } from './kin'
import { EntryRefused } from './refused'
import * as t from './schema'
import { keepStory, keptStory } from './story-cache'
import { readStory } from './story-rows'
import { untilWritten } from './until-written'
import { named } from './visible'

/** All tanks, left to right. */
export async function listVessels(db: Database): Promise<VesselRecord[]> {
  const rows = await db
    .select()
    .from(t.vessel)
    .where(eq(t.vessel.arriving, false))
    .orderBy(asc(t.vessel.order), asc(t.vessel.name))
  return rows.map(vesselOf)
}

/** The whole story of a tank by its slug, or null. The entries come with one query; an unchanged story is not read again. */
export async function loadStory(db: Database, slug: string): Promise<TankHistory | null> {
  // What a browser sends may be no name at all, nor anything that can be made one.
  if (typeof slug !== 'string') return null
  const [row] = await untilWritten(db, `tank ${slug}`, () =>
    db.select().from(t.vessel).where(named(slug)),
  )
  if (!row) return null
  return storyOf(db, row)
}

/** So often a story is read anew because it was written to meanwhile; then it is read with all writers kept out. */
const MOST_READINGS = 3

/** The story of a tank whose row is at hand. It is read in steps, and is whole: of one moment, between two writes. `between`: as `readStory` has it. */
export async function storyOf(
  db: Database,
  row: typeof t.vessel.$inferSelect,
  between?: () => Promise<void>,
): Promise<TankHistory> {
  for (let reading = 1; ; reading++) {
    const kept = keptStory(row)
    if (kept) return kept
    if (reading > MOST_READINGS)
      return db.transaction(async (tx) => (await lockedRow(tx as Database, row.id)).story)
    const story = await readStory(db, row, undefined, between)
    const [now] = await db.select().from(t.vessel).where(eq(t.vessel.id, row.id))
    if (!now || now.revision === row.revision) {
      keepStory(row.id, row.revision, story)
      return story
    }
    row = now
  }
}

async function lockedRow(tx: Database, id: string) {
  const [row] = await tx.select().from(t.vessel).where(eq(t.vessel.id, id)).for('update')
  return { row, story: keptStory(row) ?? (await readStory(tx, row)) }
}

/** The same with what the room’s other tanks teach laid beside it: for all that is judged and forecast. */
export async function loadStoryWithKin(db: Database, slug: string): Promise<TankHistory | null> {
  const story = await loadStory(db, slug)
  return story && withKin(db, story)
}

/** A tank locked for a transaction, with its story as it stands in it. */
export interface LockedTank {
  id: string
  story: TankHistory
  /** The moment of the latest act on it; null before the first. */
  actedAt: Instant | null
}

/** The tank of a name locked for this transaction, and its story as it stands in it. Throws EntryRefused for an unknown tank. */
export async function lockedStory(tx: Database, slug: string): Promise<LockedTank> {
  const [row] = await tx.select().from(t.vessel).where(named(slug)).for('update')
  if (!row) throw new EntryRefused([{ field: 'tank', says: 'There is no tank of that name.' }])
  // Under the row's lock its revision cannot move: the story kept for it is the story of this transaction.
  return {
    id: row.id,
    story: keptStory(row) ?? (await readStory(tx, row)),
    actedAt: row.actedAt?.toISOString() ?? null,
  }
}

/** Marks a tank's story as changed; call it inside the writing transaction. Gives the new revision. */
export async function touchStory(tx: Database, vesselId: string): Promise<number> {
  const [row] = await tx
    .update(t.vessel)
    .set({ revision: sql`${t.vessel.revision} + 1` })
    .where(eq(t.vessel.id, vesselId))
    .returning({ revision: t.vessel.revision })
  return row.revision
}
