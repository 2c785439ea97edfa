import { untilWritten } from './until-written'
import { asc, eq, inArray, sql } from 'drizzle-orm'
import type { Entry } from '@/core/journal/entry'
import type { FactOf } from '@/core/history/diff'
import type { Plan, Species, TankHistory, VesselRecord } from '@/core/history/types'
import { rowsOf, type Database } from './db'
import { LIST_PARTS, readPart, vesselOf, type ListPart } from './fact-rows'
import { EntryRefused } from './refused'
import * as t from './schema'
import { arrived, named } from './visible'

/** A kind as a story holds it: what nobody said is left out. */
export const speciesOfRow = ({ own, ...row }: Row<typeof t.species>): Species =>
  own === null ? row : { ...row, own }

type Row<T extends { $inferSelect: object }> = T['$inferSelect']

/** Stories by tank, good while the tank's revision stands, the one used last at the end. */
const shared = globalThis as unknown as {
  viveroStories?: Map<string, { revision: number; story: TankHistory; bytes: number }>
}
const stories = (shared.viveroStories ??= new Map())

/** A journal line with all that is kept beside it takes about this much memory, measured over a tank of 300 000 lines. */
const BYTES_PER_ENTRY = 800
const BYTES_PER_STORY = 50_000
/** Together they may take this much; a single larger one is kept alone. */
const CACHE_BYTES = 400_000_000

/** Keeps a story for the next reader; the ones not used for longest give way. */
export function keepStory(vesselId: string, revision: number, story: TankHistory): void {
  stories.delete(vesselId)
  stories.set(vesselId, {
    revision,
    story,
    bytes: BYTES_PER_STORY + story.entries.length * BYTES_PER_ENTRY,
  })
  let bytes = [...stories.values()].reduce((sum, kept) => sum + kept.bytes, 0)
  for (const [id, kept] of stories) {
    if (bytes <= CACHE_BYTES || id === vesselId) break
    bytes -= kept.bytes
    stories.delete(id)
  }
}

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
  const [row] = await untilWritten(db, `tank ${slug}`, () =>
    db.select().from(t.vessel).where(named(slug)),
  )
  if (!row) return null
  const kept = keptStory(row)
  if (kept) return kept
  const story = await readStory(db, row)
  keepStory(row.id, row.revision, story)
  return story
}

/** The story of a tank's row as last read, or null when the tank was written to since. */
function keptStory(row: Row<typeof t.vessel>): TankHistory | null {
  const kept = stories.get(row.id)
  if (!kept || kept.revision !== row.revision) return null
  stories.delete(row.id)
  stories.set(row.id, kept)
  return kept.story
}

/** The tank of a name locked for this transaction, and its story as it stands in it. Throws EntryRefused for an unknown tank. */
export async function lockedStory(
  tx: Database,
  slug: string,
): Promise<{ id: string; story: TankHistory }> {
  const [row] = await tx.select().from(t.vessel).where(named(slug)).for('update')
  if (!row) throw new EntryRefused([{ field: 'tank', says: 'There is no tank of that name.' }])
  // Under the row's lock its revision cannot move: the story kept for it is the story of this transaction.
  return { id: row.id, story: keptStory(row) ?? (await readStory(tx, row)) }
}

/** Reads a story past the cache: for use inside a transaction. */
export async function readStory(db: Database, row: Row<typeof t.vessel>): Promise<TankHistory> {
  const parts: Partial<Record<ListPart, unknown>> = {}
  for (const part of LIST_PARTS) parts[part] = await readPart(db, part, row.id)
  const facts = parts as { [P in ListPart]: FactOf<P>[] }
  const speciesIds = [
    ...new Set([
      ...facts.plantings.flatMap(({ kinds }) => kinds.map((kind) => kind.speciesId)),
      ...facts.drafts.flatMap(({ board, basis }) =>
        [...board.plantings, ...basis.plantings].map(({ speciesId }) => speciesId),
      ),
    ]),
  ]
  const species =
    speciesIds.length === 0
      ? []
      : await db
          .select()
          .from(t.species)
          .where(inArray(t.species.id, speciesIds))
          .orderBy(asc(t.species.id))
  const plans = await db
    .select()
    .from(t.plan)
    .where(eq(t.plan.vesselId, row.id))
    .orderBy(asc(t.plan.madeAt), asc(t.plan.id))
  const entries = await readEntries(db, row.id)
  return {
    vessel: vesselOf(row),
    ...facts,
    species: species.map(speciesOfRow),
    plans: plans.map(({ vesselId: _v, ...rest }): Plan => ({
      ...rest,
      madeAt: rest.madeAt.toISOString(),
    })),
    entries,
  }
}

/** A tank's journal in time order. It leaves the database as one text: several times faster than ten thousand rows. */
async function readEntries(db: Database, vesselId: string): Promise<Entry[]> {
  const [row] = rowsOf(
    await db.execute(sql`
    select coalesce(json_agg(json_build_array(id, kind, to_char(at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), certainty, by, note, expected, detail) order by at, id), '[]')::text as journal
    from ${t.entry} where vessel_id = ${vesselId} and not voided and ${arrived}`),
  )
  const lines = JSON.parse(String(row.journal)) as [
    string,
    string,
    string,
    string,
    string,
    string | null,
    unknown,
    Record<string, unknown>,
  ][]
  return lines.map(
    ([id, kind, at, certainty, by, note, expected, detail]) =>
      ({ id, kind, at, certainty, by, note, expected, ...detail }) as unknown as Entry,
  )
}

/** An entry from its row. The detail passed its kind's schema when it was written. */
export function entryOf(
  row: Pick<
    Row<typeof t.entry>,
    'id' | 'kind' | 'at' | 'detail' | 'certainty' | 'by' | 'note' | 'expected'
  >,
): Entry {
  return {
    id: row.id,
    kind: row.kind,
    at: row.at.toISOString(),
    certainty: row.certainty,
    by: row.by,
    note: row.note,
    expected: row.expected,
    ...row.detail,
  } as unknown as Entry
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
