import { and, asc, count, desc, eq, gte, ilike, lt, or, sql, type SQL } from 'drizzle-orm'
import type { Entry, EntryKind } from '@/core/history/entries'
import { checkEntry, type EntryProblem } from '@/core/history/check'
import { currentLayout } from '@/core/history/lookup'
import type { TankHistory } from '@/core/history/types'
import type { Instant } from '@/core/quantity/time'
import { netLitres } from '@/core/vessel/volume'
import { parseEntry, splitEntry } from './border/entry-schema'
import { breath } from './breath'
import type { Database } from './open'
import * as t from './schema'
import { entryOf, keptStory, readStory, touchStory } from './story'

/** A write was refused because of what the keeper entered; nothing was written. */
export class EntryRefused extends Error {
  constructor(readonly problems: EntryProblem[]) {
    super(problems.map((problem) => problem.says).join(' '))
    this.name = 'EntryRefused'
  }
}

const BATCH = 500

/** The row of an entry. */
export function rowOf(entry: Entry, vesselId: string, origin: string | null = null): typeof t.entry.$inferInsert {
  const { rest } = splitEntry(entry)
  return {
    id: entry.id, vesselId, kind: entry.kind, at: new Date(entry.at), detail: rest as unknown as Record<string, unknown>, certainty: entry.certainty, by: entry.by, note: entry.note, expected: entry.expected, origin,
    plantingId: 'plantingId' in entry ? entry.plantingId : 'place' in entry && entry.place.of === 'planting' ? entry.place.id : null,
    populationId: entry.kind === 'stock' ? entry.populationId : null,
  }
}

export interface ImportProgress {
  done: number
  of: number
}

/** Writes entries (already parsed) in batches; `said` hears how many are in, `stop` is asked between two of them and thrown on. */
export async function insertEntries(tx: Database, vesselId: string, rows: readonly { entry: Entry; origin: string | null }[], said: (progress: ImportProgress) => void = () => {}, stop?: AbortSignal): Promise<void> {
  for (let i = 0; i < rows.length; i += BATCH) {
    if (rows.length > BATCH) await breath()
    stop?.throwIfAborted()
    const batch = rows.slice(i, i + BATCH)
    await insertRows(tx, vesselId, batch.map(({ entry, origin }) => rowOf(entry, vesselId, origin)))
    said({ done: Math.min(rows.length, i + BATCH), of: rows.length })
  }
  if (rows.length > BATCH) await breath()
  stop?.throwIfAborted()
}

/** A batch as one parameter: a placeholder for every column of every row takes the built-in database four times as long. */
async function insertRows(tx: Database, vesselId: string, rows: readonly (typeof t.entry.$inferInsert)[]): Promise<void> {
  const columns = sql.raw('id, kind, at, planting_id, population_id, detail, certainty, "by", note, expected, origin')
  const plain = rows.map((row) => ({ ...row, planting_id: row.plantingId, population_id: row.populationId }))
  await tx.execute(sql`
    insert into ${t.entry} (vessel_id, ${columns}) select ${vesselId}, ${columns} from jsonb_to_recordset(${JSON.stringify(plain)}::jsonb)
    as r(id text, kind text, at timestamptz, planting_id text, population_id text, detail jsonb, certainty text, "by" text, note text, expected jsonb, origin text)`)
}

/** Adds new entries to a tank in one transaction, each checked against its schema and the tank's story; `within` may add to that transaction. Throws ValidationError or EntryRefused. */
export async function addEntries(db: Database, slug: string, raw: readonly unknown[], now: Instant, within: (tx: Database, vesselId: string) => Promise<void> = async () => {}): Promise<Entry[]> {
  const entries = raw.map(parseEntry)
  await db.transaction(async (tx) => {
    const { id, story } = await lockedStory(tx as Database, slug)
    refuseProblems(entries, story, now)
    await insertEntries(tx as Database, id, entries.map((entry) => ({ entry, origin: null })))
    await within(tx as Database, id)
    await touchStory(tx as Database, id)
  })
  return entries
}

/** Replaces an entry; its former version is kept in the history. The kind cannot change. */
export async function editEntry(db: Database, slug: string, raw: unknown, now: Instant): Promise<void> {
  const next = parseEntry(raw)
  await db.transaction(async (tx) => {
    const { id, story } = await lockedStory(tx as Database, slug)
    const before = await findEntry(tx as Database, id, next.id)
    if (before.voided) throw new EntryRefused([{ field: 'id', says: 'This entry was struck out; bring it back before you edit it.' }])
    if (before.entry.kind !== next.kind) throw new EntryRefused([{ field: 'kind', says: 'An entry cannot change its kind; strike it out and write a new one.' }])
    refuseProblems([next], { ...story, entries: story.entries.filter((entry) => entry.id !== next.id) }, now)
    await keepVersion(tx as Database, before, 'edit', now)
    const { id: _id, vesselId: _vesselId, origin: _origin, ...values } = rowOf(next, id)
    await tx.update(t.entry).set({ ...values, revision: before.revision + 1 }).where(eq(t.entry.id, next.id))
    await touchStory(tx as Database, id)
  })
}

/** Strikes an entry out of the story, or brings it back. Doing what is done already changes nothing. */
export async function setVoided(db: Database, slug: string, entryId: string, voided: boolean, now: Instant): Promise<void> {
  await db.transaction(async (tx) => {
    const { id } = await lockedStory(tx as Database, slug)
    const before = await findEntry(tx as Database, id, entryId)
    if (before.voided === voided) return
    await keepVersion(tx as Database, before, voided ? 'void' : 'restore', now)
    await tx.update(t.entry).set({ voided, revision: before.revision + 1 }).where(eq(t.entry.id, entryId))
    await touchStory(tx as Database, id)
  })
}

export interface EntryVersion {
  revision: number
  replacedAt: Instant
  act: 'edit' | 'void' | 'restore'
  entry: Entry
}

/** Former versions of an entry, newest first. */
export async function entryVersions(db: Database, slug: string, entryId: string): Promise<EntryVersion[]> {
  const rows = await db.select({ version: t.entryRevision }).from(t.entryRevision)
    .innerJoin(t.entry, eq(t.entry.id, t.entryRevision.entryId)).innerJoin(t.vessel, eq(t.vessel.id, t.entry.vesselId))
    .where(and(eq(t.entryRevision.entryId, entryId), eq(t.vessel.slug, slug))).orderBy(desc(t.entryRevision.revision))
  return rows.map(({ version }) => ({ revision: version.revision, replacedAt: version.replacedAt.toISOString(), act: version.act, entry: version.snapshot }))
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

/** One page of the journal, newest first. */
export async function journalPage(db: Database, slug: string, filter: JournalFilter, offset: number, limit: number): Promise<JournalPage> {
  const [vessel] = await db.select({ id: t.vessel.id }).from(t.vessel).where(eq(t.vessel.slug, slug))
  if (!vessel) return { entries: [], total: 0 }
  const where = and(...conditions(vessel.id, filter))
  const rows = await db.select().from(t.entry).where(where).orderBy(desc(t.entry.at), asc(t.entry.id)).limit(limit).offset(offset)
  const [{ total }] = await db.select({ total: count() }).from(t.entry).where(where)
  return { total: Number(total), entries: rows.map((row) => ({ entry: entryOf(row), voided: row.voided, revision: row.revision })) }
}

function conditions(vesselId: string, filter: JournalFilter): SQL[] {
  const like = filter.text ? `%${filter.text.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%` : null
  return [
    eq(t.entry.vesselId, vesselId),
    eq(t.entry.voided, filter.voided),
    filter.kind ? eq(t.entry.kind, filter.kind) : null,
    filter.plantingId ? eq(t.entry.plantingId, filter.plantingId) : null,
    filter.from ? gte(t.entry.at, new Date(filter.from)) : null,
    filter.to ? lt(t.entry.at, new Date(filter.to)) : null,
    like ? or(ilike(t.entry.note, like), ilike(sql`${t.entry.detail}::text`, like), ilike(t.entry.kind, like)) : null,
  ].filter((condition): condition is SQL => condition !== null && condition !== undefined)
}

/** The tank's row, locked for this transaction, and its story as it stands in it. Throws EntryRefused for an unknown tank. */
export async function lockedStory(tx: Database, slug: string): Promise<{ id: string; story: TankHistory }> {
  const [row] = await tx.select().from(t.vessel).where(eq(t.vessel.slug, slug)).for('update')
  if (!row) throw new EntryRefused([{ field: 'tank', says: 'There is no tank of that name.' }])
  // Under the row's lock its revision cannot move: the story kept for it is the story of this transaction.
  return { id: row.id, story: keptStory(row) ?? (await readStory(tx, row)) }
}

function refuseProblems(entries: readonly Entry[], story: TankHistory, now: Instant): void {
  const litres = netLitres(story.vessel, currentLayout(story))
  const problems = entries.flatMap((entry) => checkEntry(entry, story, now, litres))
  if (problems.length > 0) throw new EntryRefused(problems)
}

async function findEntry(tx: Database, vesselId: string, entryId: string) {
  const [row] = await tx.select().from(t.entry).where(and(eq(t.entry.id, entryId), eq(t.entry.vesselId, vesselId))).for('update')
  if (!row) throw new EntryRefused([{ field: 'id', says: 'There is no such entry in this tank.' }])
  return { entry: entryOf(row), revision: row.revision, voided: row.voided }
}

async function keepVersion(tx: Database, before: { entry: Entry; revision: number }, act: EntryVersion['act'], now: Instant): Promise<void> {
  await tx.insert(t.entryRevision).values({ entryId: before.entry.id, revision: before.revision, replacedAt: new Date(now), act, snapshot: before.entry })
}
