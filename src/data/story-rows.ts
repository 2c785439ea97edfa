import { eq, inArray, sql } from 'drizzle-orm'
import type { Entry, EntryKind } from '@/core/journal/entry'
import { byTime } from '@/core/history/journal-index'
import type { FactOf } from '@/core/history/diff'
import { inPartOrder } from '@/core/history/part-order'
import type { Instant } from '@/core/quantity/time'
import type { Plan, Species, TankHistory } from '@/core/history/types'
import { rowsOf, type Database } from './db'
import { LIST_PARTS, readPart, vesselOf, type ListPart } from './fact-rows'
import * as t from './schema'
import { arrived } from './visible'
import { yieldToOthers } from './yield'

type Row<T extends { $inferSelect: object }> = T['$inferSelect']

/** A kind as a story holds it: what nobody said is left out. */
export const speciesOfRow = ({ own, ...row }: Row<typeof t.species>): Species =>
  own === null ? row : { ...row, own }

/** Lines of these kinds from a moment on. */
interface SomeLines {
  kinds: readonly EntryKind[]
  since: Instant
}

/** Reads a story past the cache, with all its lines or some of them. `between`: what lets others in between its steps. */
export async function readStory(
  db: Database,
  row: Row<typeof t.vessel>,
  only?: SomeLines,
  between: () => Promise<void> = yieldToOthers,
): Promise<TankHistory> {
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
  // A set.
  const species =
    speciesIds.length === 0
      ? []
      : await db.select().from(t.species).where(inArray(t.species.id, speciesIds))
  // A set.
  const plans = await db.select().from(t.plan).where(eq(t.plan.vesselId, row.id))
  const entries = await readEntries(db, row.id, only, between)
  return {
    vessel: vesselOf(row),
    ...facts,
    species: inPartOrder('species', species.map(speciesOfRow)),
    plans: inPartOrder(
      'plans',
      plans.map(({ vesselId: _v, ...rest }): Plan => ({
        ...rest,
        madeAt: rest.madeAt.toISOString(),
      })),
    ),
    entries,
  }
}

/** Lines that leave the database at one go: others wait for it. */
const READ_STEP = 500

/** A tank's journal in time order, read in steps that let others in: first which lines there are, then what stands in each. */
async function readEntries(
  db: Database,
  vesselId: string,
  only: SomeLines | undefined,
  between: () => Promise<void>,
): Promise<Entry[]> {
  const alone = only
    ? sql`and ${inArray(t.entry.kind, [...only.kinds])} and at >= ${only.since}`
    : sql``
  const [{ ids }] = rowsOf(
    await db.execute(
      sql`select coalesce(string_agg(id, ' '), '') as ids from ${t.entry} where vessel_id = ${vesselId} and not voided and ${arrived} ${alone}`,
    ),
  )
  const all = String(ids).split(' ').filter(Boolean)
  const entries: Entry[] = []
  for (let i = 0; i < all.length; i += READ_STEP) {
    if (i > 0) await between()
    const step = await readLines(db, all.slice(i, i + READ_STEP))
    for (const entry of step) entries.push(entry)
  }
  return entries.sort(byText)
}

/** As `inTimeOrder` has it; instants as the database writes them stand in the order of their letters, which is quicker to see. */
function byText(a: Entry, b: Entry): number {
  if (a.at === b.at) return byTime(a, b)
  return a.at < b.at ? -1 : 1
}

/** Lines by their ids. They leave the database as one text: several times faster than as rows. */
async function readLines(db: Database, ids: readonly string[]): Promise<Entry[]> {
  const [row] = rowsOf(
    await db.execute(sql`
    select coalesce(json_agg(json_build_array(id, kind, to_char(at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), certainty, by, note, expected, detail)), '[]')::text as journal
    from ${t.entry} where id in (select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb))`),
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
