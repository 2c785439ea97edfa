import { and, eq, inArray } from 'drizzle-orm'
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import type { FactPart } from '@/core/journal/fact-change'
import type { FactOf } from '@/core/history/diff'
import { inPartOrder } from '@/core/history/part-order'
import type { EquipmentRecord } from '@/core/history/equipment'
import type { VesselRecord } from '@/core/history/types'
import type { Database } from './db'
import * as t from './schema'

/** The parts of which a tank has several; the vessel is one row of its own. */
export type ListPart = Exclude<FactPart, 'vessel'>
type Row<T extends { $inferSelect: object }> = T['$inferSelect']

const iso = (moment: Date) => moment.toISOString()
const maybeIso = (moment: Date | null) => moment?.toISOString() ?? null
const date = (instant: string) => new Date(instant)
const maybeDate = (instant: string | null) => (instant === null ? null : new Date(instant))

/** How each part of a story lies in the database: its table, and the way there and back. */
interface Rows<P extends ListPart, T extends PgTable> {
  table: T & { id: PgColumn; vesselId: PgColumn }
  toRow: (fact: FactOf<P>, vesselId: string) => T['$inferInsert']
  fromRow: (row: T['$inferSelect']) => FactOf<P>
}
const rows = <P extends ListPart, T extends PgTable>(of: Rows<P, T>): Rows<P, T> => of

export const FACT_ROWS = {
  layouts: rows<'layouts', typeof t.layout>({
    table: t.layout,
    toRow: (fact, vesselId) => ({
      ...fact,
      arrangement: fact.arrangement ?? null,
      vesselId,
      from: date(fact.from),
      to: maybeDate(fact.to),
    }),
    fromRow: ({ vesselId: _v, arrangement, ...row }) => ({
      ...row,
      ...(arrangement ? { arrangement } : {}),
      from: iso(row.from),
      to: maybeIso(row.to),
    }),
  }),
  pieces: rows<'pieces', typeof t.piece>({
    table: t.piece,
    toRow: (fact, vesselId) => ({ ...fact, nature: fact.nature ?? null, vesselId }),
    fromRow: ({ vesselId: _v, nature, ...row }) => (nature === null ? row : { ...row, nature }),
  }),
  plantings: rows<'plantings', typeof t.planting>({
    table: t.planting,
    toRow: (fact, vesselId) => ({ ...fact, kept: fact.kept ?? null, vesselId }),
    fromRow: ({ vesselId: _v, kept, ...row }) => (kept === null ? row : { ...row, kept }),
  }),
  equipment: rows<'equipment', typeof t.equipment>({
    table: t.equipment,
    toRow: (fact, vesselId) => ({ ...fact, vesselId, endedAt: maybeDate(fact.endedAt) }),
    fromRow: ({ vesselId: _v, ...row }) =>
      ({ ...row, endedAt: maybeIso(row.endedAt) }) as EquipmentRecord,
  }),
  populations: rows<'populations', typeof t.population>({
    table: t.population,
    toRow: (fact, vesselId) => ({
      ...fact,
      toPlants: fact.toPlants ?? null,
      vesselId,
      since: date(fact.since),
      until: maybeDate(fact.until),
    }),
    fromRow: ({ vesselId: _v, toPlants, ...row }) => ({
      ...row,
      ...(toPlants ? { toPlants } : {}),
      since: iso(row.since),
      until: maybeIso(row.until),
    }),
  }),
  sources: rows<'sources', typeof t.sourceWater>({
    table: t.sourceWater,
    toRow: (fact, vesselId) => ({ ...fact, vesselId }),
    fromRow: ({ vesselId: _v, ...row }) => row,
  }),
  products: rows<'products', typeof t.product>({
    table: t.product,
    toRow: (fact, vesselId) => ({ ...fact, releaseWeeks: fact.releaseWeeks ?? null, vesselId }),
    fromRow: ({ vesselId: _v, releaseWeeks, ...row }) =>
      releaseWeeks === null ? row : { ...row, releaseWeeks },
  }),
  routines: rows<'routines', typeof t.routine>({
    table: t.routine,
    toRow: (fact, vesselId) => ({
      ...fact,
      vesselId,
      since: date(fact.since),
      until: maybeDate(fact.until),
    }),
    fromRow: ({ vesselId: _v, ...row }) => ({
      ...row,
      since: iso(row.since),
      until: maybeIso(row.until),
    }),
  }),
  drafts: rows<'drafts', typeof t.draft>({
    table: t.draft,
    toRow: (fact, vesselId) => ({
      ...fact,
      vesselId,
      madeAt: date(fact.madeAt),
      changedAt: date(fact.changedAt),
    }),
    fromRow: ({ vesselId: _v, ...row }) => ({
      ...row,
      madeAt: iso(row.madeAt),
      changedAt: iso(row.changedAt),
    }),
  }),
} as const satisfies { [P in ListPart]: unknown }
export const LIST_PARTS = Object.keys(FACT_ROWS) as ListPart[]

/** One of them whatever it is of; the compiler cannot follow a part through its rows. */
const rowsOf = (part: ListPart) => FACT_ROWS[part] as unknown as Rows<ListPart, PgTable>

/** All records of a part of a tank, in the order in which stories hold them. */
export async function readPart<P extends ListPart>(
  db: Database,
  part: P,
  vesselId: string,
): Promise<FactOf<P>[]> {
  const { table, fromRow } = rowsOf(part)
  // A set.
  const found = await db
    .select()
    .from(table as PgTable)
    .where(eq(table.vesselId, vesselId))
  // Each database has its own order of letters.
  return inPartOrder(part, found.map((row) => fromRow(row)) as never) as unknown as FactOf<P>[]
}

/** Writes new records of a part. An id that stands already fails. */
export async function insertFacts<P extends ListPart>(
  tx: Database,
  part: P,
  facts: readonly FactOf<P>[],
  vesselId: string,
): Promise<void> {
  if (facts.length === 0) return
  const { table, toRow } = rowsOf(part)
  await tx
    .insert(table as PgTable)
    .values(facts.map((fact) => toRow(fact as FactOf<ListPart>, vesselId)))
}

/** Writes a record as it is now: in place of the one of its id, or as a new one; null takes it away. */
export async function saveFact(
  tx: Database,
  part: ListPart,
  id: string,
  fact: FactOf<ListPart> | null,
  vesselId: string,
): Promise<void> {
  const { table, toRow } = rowsOf(part)
  const own = and(eq(table.id, id), eq(table.vesselId, vesselId))
  if (fact === null) {
    await tx.delete(table as PgTable).where(own)
    return
  }
  const row = toRow(fact, vesselId)
  const known = await tx
    .update(table as PgTable)
    .set(row)
    .where(own)
    .returning({ id: table.id })
  if (known.length === 0) await tx.insert(table as PgTable).values(row)
}

/** Whose the records of given ids are: for a file that must not carry what belongs to another tank. */
export async function ownersOf(
  tx: Database,
  part: ListPart,
  ids: readonly string[],
): Promise<{ id: string; vesselId: string }[]> {
  const { table } = rowsOf(part)
  // A set.
  return ids.length === 0
    ? []
    : ((await tx
        .select({ id: table.id, vesselId: table.vesselId })
        .from(table as PgTable)
        .where(inArray(table.id, [...ids]))) as { id: string; vesselId: string }[])
}

/** A vessel from its row, without what only the house keeps of it. */
export function vesselOf(row: Row<typeof t.vessel>): VesselRecord {
  const {
    revision: _revision,
    onBench: _onBench,
    arriving: _arriving,
    actedAt: _actedAt,
    ...rest
  } = row
  return { ...rest, startedAt: iso(row.startedAt) }
}
