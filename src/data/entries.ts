import { untilWritten } from './until-written'
import { measuresAsked } from './border/measures-here'
import { and, asc, count, desc, eq, gte, ilike, inArray, lt, or, sql, type SQL } from 'drizzle-orm'
import type { Entry, EntryKind } from '@/core/journal/entry'
import { problemsOf } from '@/core/admission/admit'
import { describeEntry } from '@/core/history/describe'
import { withEntries, withEntry } from '@/core/history/revise'
import type { TankHistory } from '@/core/history/types'
import type { Instant } from '@/core/quantity/time'
import { subjectOf } from '@/core/journal/subjects'
import { parseEntry, splitEntry } from './border/entry-schema'
import type { Database } from './db'
import { EntryRefused } from './refused'
import * as t from './schema'
import { Overtaken, stampOf } from './stamp'
import { entryOf } from './story-rows'
import { arrived } from './visible'
import { writeTank } from './write'

/** Entries written with one statement. */
export const ENTRY_BATCH = 500

/** The row of an entry. */
function rowOf(
  entry: Entry,
  vesselId: string,
  origin: string | null = null,
): typeof t.entry.$inferInsert {
  const { rest } = splitEntry(entry)
  return {
    id: entry.id,
    vesselId,
    kind: entry.kind,
    at: new Date(entry.at),
    detail: rest as unknown as Record<string, unknown>,
    certainty: entry.certainty,
    by: entry.by,
    note: entry.note,
    expected: entry.expected,
    origin,
    plantingId: subjectOf(entry, 'planting'),
    populationId: subjectOf(entry, 'population'),
  }
}

export interface ImportProgress {
  done: number
  of: number
}

/** Writes entries (already parsed); with `arrival`, unseen until that is over. */
export async function insertEntries(
  tx: Database,
  vesselId: string,
  rows: readonly { entry: Entry; origin: string | null }[],
  arrival: string | null = null,
): Promise<void> {
  for (let i = 0; i < rows.length; i += ENTRY_BATCH) {
    const batch = rows.slice(i, i + ENTRY_BATCH)
    await insertRows(
      tx,
      vesselId,
      batch.map(({ entry, origin }) => ({ ...rowOf(entry, vesselId, origin), arrival })),
    )
  }
}

/** A batch as one parameter, logged when it has its turn and not when its transaction began to wait for it: a placeholder for every column of every row takes the built-in database four times as long. */
async function insertRows(
  tx: Database,
  vesselId: string,
  rows: readonly (typeof t.entry.$inferInsert)[],
): Promise<void> {
  const columns = sql.raw(
    'id, kind, at, planting_id, population_id, detail, certainty, "by", note, expected, origin, arrival',
  )
  const plain = rows.map((row) => ({
    ...row,
    planting_id: row.plantingId,
    population_id: row.populationId,
  }))
  await tx.execute(sql`
    insert into ${t.entry} (vessel_id, logged_at, ${columns}) select ${vesselId}, statement_timestamp(), ${columns} from jsonb_to_recordset(${JSON.stringify(plain)}::jsonb)
    as r(id text, kind text, at timestamptz, planting_id text, population_id text, detail jsonb, certainty text, "by" text, note text, expected jsonb, origin text, arrival text)`)
}

/** How a repeated write is known: the same entries by all they hold, or by their ids alone where the moment decides what they hold. */
type Sameness = 'content' | 'id'

/**
 * Adds new entries to a tank in one transaction, each checked against its schema and the tank's story; `within` may add to that
 * transaction. Sent again (a double press, a lost answer), what stands already is left as it is. Throws ValidationError or EntryRefused.
 */
export async function addEntries(
  db: Database,
  slug: string,
  raw: readonly unknown[],
  now: Instant,
  {
    within,
    same = 'content',
  }: { within?: (tx: Database, vesselId: string) => Promise<void>; same?: Sameness } = {},
): Promise<Entry[]> {
  const entries = raw.map(parseEntry)
  await writeTank(db, slug, async (tx, { id, story }) => {
    if (await standAlready(tx, id, entries, same)) return false
    refuseProblems(entries, story, now)
    await insertEntries(
      tx,
      id,
      entries.map((entry) => ({ entry, origin: null })),
    )
    await within?.(tx, id)
    return withEntries(story, entries)
  })
  return entries
}

/** Whether these entries were written before. Throws EntryRefused where an id stands for something else. */
async function standAlready(
  tx: Database,
  vesselId: string,
  entries: readonly Entry[],
  same: Sameness,
): Promise<boolean> {
  const ids = entries.map((entry) => entry.id)
  if (new Set(ids).size !== ids.length)
    throw new EntryRefused([{ field: 'id', says: 'The same line was sent twice in one go.' }])
  // A set.
  const rows =
    ids.length === 0 ? [] : await tx.select().from(t.entry).where(inArray(t.entry.id, ids))
  if (rows.length === 0) return false
  if (rows.some((row) => row.vesselId !== vesselId))
    throw new EntryRefused([
      { field: 'id', says: 'A line of that number belongs to another tank.' },
    ])
  const sent = new Map(entries.map((entry) => [entry.id, entry]))
  const whole =
    rows.length === ids.length &&
    rows.every((row) => same === 'id' || sameContent(entryOf(row), sent.get(row.id)!))
  if (!whole)
    throw new EntryRefused([
      {
        field: 'id',
        says: 'This was written down a moment ago, with other values. Look for it in the Book and edit it there; nothing was written twice.',
      },
    ])
  return true
}

/** Whether two entries say the same thing; when it was sent and what was pencilled beside it may differ between two tries. */
function sameContent(a: Entry, b: Entry): boolean {
  const bare = ({ at: _at, expected: _expected, certainty: _certainty, by: _by, ...rest }: Entry) =>
    rest
  return stampOf(bare(a)) === stampOf(bare(b))
}

/** Replaces an entry; its former version is kept in the history. The kind cannot change. `seen`: the revision the keeper had before him; another one is told with what stands now. */
export async function editEntry(
  db: Database,
  slug: string,
  raw: unknown,
  seen: number,
  now: Instant,
): Promise<void> {
  const next = parseEntry(raw)
  await writeTank(db, slug, async (tx, { id, story }) => {
    const before = await findEntry(tx, id, next.id)
    if (before.voided)
      throw new EntryRefused([
        { field: 'id', says: 'This entry was struck out; bring it back before you edit it.' },
      ])
    if (before.entry.kind !== next.kind)
      throw new EntryRefused([
        {
          field: 'kind',
          says: 'An entry cannot change its kind; strike it out and write a new one.',
        },
      ])
    if (stampOf(before.entry) === stampOf(next)) return false
    if (before.revision !== seen)
      throw new Overtaken(
        `This line was changed elsewhere meanwhile; it now reads “${describeEntry(before.entry, story, measuresAsked())}”${before.entry.note ? `, with the remark “${before.entry.note}”` : ''}. Yours is not written yet.`,
        String(before.revision),
      )
    refuseProblems([next], withEntry(story, next.id, null), now)
    await keepVersion(tx, before, 'edit', now)
    const { id: _id, vesselId: _vesselId, origin: _origin, ...values } = rowOf(next, id)
    await tx
      .update(t.entry)
      .set({ ...values, revision: before.revision + 1 })
      .where(eq(t.entry.id, next.id))
    return withEntry(story, next.id, next)
  })
}

/** Says whether a reading is reckoned with whatever the others say, or never, and why; null: by the others again. Its former version is kept. Throws EntryRefused. */
export async function setReadingUse(
  db: Database,
  slug: string,
  entryId: string,
  use: 'always' | 'never' | null,
  because: string,
  now: Instant,
): Promise<void> {
  await writeTank(db, slug, async (tx, { id, story }) => {
    const before = await findEntry(tx, id, entryId)
    if (before.entry.kind !== 'reading' || before.voided)
      throw new EntryRefused([{ field: 'id', says: 'There is no such reading in this tank.' }])
    const { use: _use, useBecause: _because, ...bare } = before.entry
    const next = parseEntry(
      use === null
        ? bare
        : { ...bare, use, ...(because.trim() ? { useBecause: because.trim() } : {}) },
    )
    if (stampOf(before.entry) === stampOf(next)) return false
    await keepVersion(tx, before, 'edit', now)
    await tx
      .update(t.entry)
      .set({ detail: rowOf(next, id).detail, revision: before.revision + 1 })
      .where(eq(t.entry.id, entryId))
    return withEntry(story, entryId, next)
  })
}

/** Strikes an entry out, or brings it back, inside a transaction that writes to its tank. One that is not of this tank is left alone. */
export async function setEntryVoided(
  tx: Database,
  vesselId: string,
  entryId: string,
  voided: boolean,
  now: Instant,
): Promise<void> {
  const [row] = await tx
    .select()
    .from(t.entry)
    .where(and(eq(t.entry.id, entryId), eq(t.entry.vesselId, vesselId)))
  if (!row || row.voided === voided) return
  await keepVersion(
    tx,
    { entry: entryOf(row), revision: row.revision },
    voided ? 'void' : 'restore',
    now,
  )
  // What was struck out may lose what it spoke of; the columns that point there are set again with it.
  const { plantingId, populationId } = rowOf(entryOf(row), vesselId)
  await tx
    .update(t.entry)
    .set({
      voided,
      takenBack: false,
      revision: row.revision + 1,
      plantingId: voided ? null : plantingId,
      populationId: voided ? null : populationId,
    })
    .where(eq(t.entry.id, entryId))
}

/** Strikes an entry out of the story, or brings it back. Doing what is done already changes nothing. */
export async function setVoided(
  db: Database,
  slug: string,
  entryId: string,
  voided: boolean,
  now: Instant,
): Promise<void> {
  await writeTank(db, slug, async (tx, { id, story }) => {
    const before = await findEntry(tx, id, entryId)
    if (before.voided === voided) return false
    await keepVersion(tx, before, voided ? 'void' : 'restore', now)
    await tx
      .update(t.entry)
      .set({ voided, takenBack: false, revision: before.revision + 1 })
      .where(eq(t.entry.id, entryId))
    return withEntry(story, entryId, voided ? null : before.entry)
  })
}

export interface EntryVersion {
  revision: number
  replacedAt: Instant
  act: 'edit' | 'void' | 'restore'
  entry: Entry
}

/** Former versions of an entry, newest first. */
export async function entryVersions(
  db: Database,
  slug: string,
  entryId: string,
): Promise<EntryVersion[]> {
  const rows = await db
    .select({ version: t.entryRevision })
    .from(t.entryRevision)
    .innerJoin(t.entry, eq(t.entry.id, t.entryRevision.entryId))
    .innerJoin(t.vessel, eq(t.vessel.id, t.entry.vesselId))
    .where(and(eq(t.entryRevision.entryId, entryId), eq(t.vessel.slug, slug)))
    .orderBy(desc(t.entryRevision.revision))
  return rows.map(({ version }) => ({
    revision: version.revision,
    replacedAt: version.replacedAt.toISOString(),
    act: version.act,
    entry: version.snapshot,
  }))
}

export interface JournalFilter {
  kind: EntryKind | null
  plantingId: string | null
  text: string | null
  from: Instant | null
  to: Instant | null
  voided: boolean
}
export interface JournalPage {
  entries: { entry: Entry; voided: boolean; revision: number }[]
  total: number
}

/** One page of a tank's journal, newest first; lines written together (a round, a ticked step) in the order they were written in. */
export const journalPage = (
  db: Database,
  vesselId: string,
  filter: JournalFilter,
  offset: number,
  limit: number,
): Promise<JournalPage> =>
  untilWritten(db, `journal ${JSON.stringify([vesselId, filter, offset, limit])}`, () =>
    readJournalPage(db, vesselId, filter, offset, limit),
  )

async function readJournalPage(
  db: Database,
  vesselId: string,
  filter: JournalFilter,
  offset: number,
  limit: number,
): Promise<JournalPage> {
  const where = and(...conditions(vesselId, filter))
  const rows = await db
    .select()
    .from(t.entry)
    .where(where)
    .orderBy(desc(t.entry.at), desc(t.entry.loggedAt), asc(t.entry.line))
    .limit(limit)
    .offset(offset)
  const [{ total }] = await db.select({ total: count() }).from(t.entry).where(where)
  return {
    total: Number(total),
    entries: rows.map((row) => ({
      entry: entryOf(row),
      voided: row.voided,
      revision: row.revision,
    })),
  }
}

function conditions(vesselId: string, filter: JournalFilter): SQL[] {
  const like = filter.text ? `%${filter.text.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%` : null
  return [
    eq(t.entry.vesselId, vesselId),
    arrived,
    eq(t.entry.voided, filter.voided),
    filter.kind ? eq(t.entry.kind, filter.kind) : null,
    filter.plantingId ? eq(t.entry.plantingId, filter.plantingId) : null,
    filter.from ? gte(t.entry.at, new Date(filter.from)) : null,
    filter.to ? lt(t.entry.at, new Date(filter.to)) : null,
    like
      ? or(
          ilike(t.entry.note, like),
          ilike(sql`${t.entry.detail}::text`, like),
          ilike(t.entry.kind, like),
        )
      : null,
  ].filter((condition): condition is SQL => condition !== null && condition !== undefined)
}

function refuseProblems(entries: readonly Entry[], story: TankHistory, now: Instant): void {
  const problems = problemsOf(entries, story, now, measuresAsked())
  if (problems.length > 0) throw new EntryRefused(problems)
}

async function findEntry(tx: Database, vesselId: string, entryId: string) {
  const [row] = await tx
    .select()
    .from(t.entry)
    .where(and(eq(t.entry.id, entryId), eq(t.entry.vesselId, vesselId), arrived))
    .for('update')
  if (!row) throw new EntryRefused([{ field: 'id', says: 'There is no such entry in this tank.' }])
  return { entry: entryOf(row), revision: row.revision, voided: row.voided }
}

async function keepVersion(
  tx: Database,
  before: { entry: Entry; revision: number },
  act: EntryVersion['act'],
  now: Instant,
): Promise<void> {
  await tx.insert(t.entryRevision).values({
    entryId: before.entry.id,
    revision: before.revision,
    replacedAt: new Date(now),
    act,
    snapshot: before.entry,
  })
}
