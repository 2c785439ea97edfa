import { asc, desc, eq } from 'drizzle-orm'
import type { Species } from '@/core/history/types'
import { shippedKind } from '@/core/plants/kinds'
import type { Instant } from '@/core/quantity/time'
import { speciesSchema } from '../border/story-schema'
import type { Database } from '../db'
import { EntryRefused } from '../refused'
import * as t from '../schema'
import { refuseOvertaken, stampOf } from '../stamp'
import { speciesOfRow } from '../story-rows'
import { touchStory } from '../story'
import { untilWritten } from '../until-written'
import { inTransaction, turnAfter } from '../write'
import type { Saying } from './saying'

/**
 * Writes what the keeper says of a kind, a new one or one that is known, for every tank that grows it. What was said before is kept.
 * Sent again it is written once. Throws ValidationError or EntryRefused.
 */
export async function sayKind(
  db: Database,
  said: Species,
  { id, seen, now }: Saying,
): Promise<void> {
  const after = speciesSchema.validateSync(said) as Species
  await inTransaction(db, async (tx) => {
    if (await revisionStands(tx, id)) return
    const before = await lockedKind(tx, after.id)
    const standing = before ?? shippedKind(after.id)
    if (seen === null && standing)
      throw new EntryRefused([
        { field: 'name', says: `${after.name} is known here already; open it to change it.` },
      ])
    refuseOvertaken(
      seen,
      standing,
      () =>
        `${after.name} was changed elsewhere meanwhile: ${standing?.matureHeightCm} cm high, ${standing?.growthCmPerDay.value} cm a day. Yours is not written yet.`,
    )
    if (before && stampOf(before) === stampOf(after)) return
    await writeKind(tx, { id, before, after, now })
  })
}

/** Puts a kind back as it was before it was changed last. Refused where it was changed again since. Throws EntryRefused. */
export async function putKindBack(
  db: Database,
  revisionId: string,
  { id, now }: Omit<Saying, 'seen'>,
): Promise<string> {
  return inTransaction(db, async (tx) => {
    const [revision] = await tx
      .select()
      .from(t.speciesRevision)
      .where(eq(t.speciesRevision.id, revisionId))
    if (!revision) throw new EntryRefused([{ field: '', says: 'This change is not known here.' }])
    if (await revisionStands(tx, id)) return revision.after.name
    const standing = await lockedKind(tx, revision.speciesId)
    const before = revision.before ?? shippedKind(revision.speciesId)
    if (before === null)
      throw new EntryRefused([
        { field: '', says: `${revision.after.name} was new then; there is nothing to put back.` },
      ])
    if (stampOf(standing) !== stampOf(revision.after))
      throw new EntryRefused([
        {
          field: '',
          says: `${revision.after.name} was changed again since; put that back first. Nothing was changed.`,
        },
      ])
    await writeKind(tx, { id, before: standing, after: before, now })
    return before.name
  })
}

async function revisionStands(tx: Database, id: string): Promise<boolean> {
  // A set.
  const rows = await tx
    .select({ id: t.speciesRevision.id })
    .from(t.speciesRevision)
    .where(eq(t.speciesRevision.id, id))
  return rows.length > 0
}

async function lockedKind(tx: Database, speciesId: string): Promise<Species | null> {
  const [row] = await tx.select().from(t.species).where(eq(t.species.id, speciesId)).for('update')
  return row ? speciesOfRow(row) : null
}

/** Writes a kind for every tank that grows it, and keeps what was said before. Inside a writing transaction. */
export async function writeKind(
  tx: Database,
  { id, before, after, now }: { id: string; before: Species | null; after: Species; now: Instant },
): Promise<void> {
  const { id: speciesId, ...said } = after
  const row = { ...said, own: after.own ?? null }
  await tx
    .insert(t.species)
    .values({ id: speciesId, ...row })
    .onConflictDoUpdate({ target: t.species.id, set: row })
  // Under the lock of the kind: what is said of it later is later, whatever the clocks say.
  const [last] = await tx
    .select({ madeAt: t.speciesRevision.madeAt })
    .from(t.speciesRevision)
    .where(eq(t.speciesRevision.speciesId, speciesId))
    .orderBy(desc(t.speciesRevision.madeAt))
    .limit(1)
  const madeAt = new Date(turnAfter(now, [last?.madeAt.toISOString() ?? null]))
  await tx.insert(t.speciesRevision).values({ id, speciesId, madeAt, before, after })
  // A kind is a part of every story that grows it: each is read anew. In one order, so that no two writes wait for each other.
  const tanks = await tx.select({ id: t.vessel.id }).from(t.vessel).orderBy(asc(t.vessel.slug))
  for (const tank of tanks) await touchStory(tx, tank.id)
}

/** What was said of a kind so far, the latest first. */
export async function revisionsOf(db: Database, speciesId: string): Promise<KindRevision[]> {
  return untilWritten(db, `kind ${speciesId}`, async () => {
    const rows = await db
      .select()
      .from(t.speciesRevision)
      .where(eq(t.speciesRevision.speciesId, speciesId))
      .orderBy(desc(t.speciesRevision.madeAt), desc(t.speciesRevision.id))
    return rows.map((row) => ({
      id: row.id,
      madeAt: row.madeAt.toISOString(),
      before: row.before ?? shippedKind(speciesId),
      after: row.after,
    }))
  })
}
export interface KindRevision {
  id: string
  madeAt: Instant
  /** Null: it was new. */
  before: Species | null
  after: Species
}
