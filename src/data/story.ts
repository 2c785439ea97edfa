import { asc, eq, inArray, sql } from 'drizzle-orm'
import type { Entry } from '@/core/history/entries'
import type { Layout, Plan, Planting, Species, TankHistory, Vessel } from '@/core/history/types'
import { rowsOf, type Database } from './open'
import * as t from './schema'

type Row<T extends { $inferSelect: object }> = T['$inferSelect']

/** Stories by tank, good while the tank's revision stands. Bounded by the number of tanks. */
const shared = globalThis as unknown as { viveroStories?: Map<string, { revision: number; story: TankHistory }> }
const stories = (shared.viveroStories ??= new Map())

/** The tanks on the bench, left to right, each with its revision. */
export async function listVessels(db: Database): Promise<Vessel[]> {
  const rows = await db.select().from(t.vessel).orderBy(asc(t.vessel.order), asc(t.vessel.name))
  return rows.map(vesselOf)
}

/** The whole story of a tank by its slug, or null. The entries come with one query; an unchanged story is not read again. */
export async function loadStory(db: Database, slug: string): Promise<TankHistory | null> {
  const [row] = await db.select().from(t.vessel).where(eq(t.vessel.slug, slug))
  if (!row) return null
  const kept = keptStory(row)
  if (kept) return kept
  const story = await readStory(db, row)
  stories.set(row.id, { revision: row.revision, story })
  return story
}

/** The story of a tank's row as last read, or null when the tank was written to since. */
export function keptStory(row: Row<typeof t.vessel>): TankHistory | null {
  const kept = stories.get(row.id)
  return kept && kept.revision === row.revision ? kept.story : null
}

/** Reads a story past the cache: for use inside a transaction. */
export async function readStory(db: Database, row: Row<typeof t.vessel>): Promise<TankHistory> {
  const layouts = await db.select().from(t.layout).where(eq(t.layout.vesselId, row.id)).orderBy(asc(t.layout.from), asc(t.layout.id))
  const plantings = layouts.length === 0 ? [] : await db.select().from(t.planting).where(inArray(t.planting.layoutId, layouts.map((layout) => layout.id))).orderBy(asc(t.planting.stake), asc(t.planting.id))
  const speciesIds = [...new Set(plantings.map((planting) => planting.speciesId))]
  const species = speciesIds.length === 0 ? [] : await db.select().from(t.species).where(inArray(t.species.id, speciesIds)).orderBy(asc(t.species.id))
  const populations = await db.select().from(t.population).where(eq(t.population.vesselId, row.id)).orderBy(asc(t.population.name), asc(t.population.id))
  const sources = await db.select().from(t.sourceWater).where(eq(t.sourceWater.vesselId, row.id)).orderBy(asc(t.sourceWater.name), asc(t.sourceWater.id))
  const products = await db.select().from(t.product).where(eq(t.product.vesselId, row.id)).orderBy(asc(t.product.name), asc(t.product.id))
  const routines = await db.select().from(t.routine).where(eq(t.routine.vesselId, row.id)).orderBy(asc(t.routine.kind), asc(t.routine.id))
  const plans = await db.select().from(t.plan).where(eq(t.plan.vesselId, row.id)).orderBy(asc(t.plan.madeAt), asc(t.plan.id))
  const entries = await readEntries(db, row.id)
  return {
    vessel: vesselOf(row), layouts: layouts.map(layoutOf), species: species as Species[], plantings: plantings.map(plantingOf),
    populations: populations.map(({ vesselId: _v, ...rest }) => ({ ...rest, since: rest.since.toISOString() })),
    sources: sources.map(({ vesselId: _v, ...rest }) => rest),
    products: products.map(({ vesselId: _v, ...rest }) => rest),
    routines: routines.map(({ vesselId: _v, ...rest }) => ({ ...rest, since: rest.since.toISOString() })),
    plans: plans.map(({ vesselId: _v, ...rest }): Plan => ({ ...rest, madeAt: rest.madeAt.toISOString() })),
    entries,
  }
}

/** A tank's journal in time order. It leaves the database as one text: several times faster than ten thousand rows. */
async function readEntries(db: Database, vesselId: string): Promise<Entry[]> {
  const [row] = rowsOf(await db.execute(sql`
    select coalesce(json_agg(json_build_array(id, kind, to_char(at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), certainty, by, note, expected, detail) order by at, id), '[]')::text as journal
    from ${t.entry} where vessel_id = ${vesselId} and not voided`))
  const lines = JSON.parse(String(row.journal)) as [string, string, string, string, string, string | null, unknown, Record<string, unknown>][]
  return lines.map(([id, kind, at, certainty, by, note, expected, detail]) => ({ id, kind, at, certainty, by, note, expected, ...detail }) as unknown as Entry)
}

/** An entry from its row. The detail passed its kind's schema when it was written. */
export function entryOf(row: Pick<Row<typeof t.entry>, 'id' | 'kind' | 'at' | 'detail' | 'certainty' | 'by' | 'note' | 'expected'>): Entry {
  return { id: row.id, kind: row.kind, at: row.at.toISOString(), certainty: row.certainty, by: row.by, note: row.note, expected: row.expected, ...row.detail } as unknown as Entry
}

/** Marks a tank's story as changed; call it inside the writing transaction. */
export async function touchStory(tx: Database, vesselId: string): Promise<void> {
  await tx.update(t.vessel).set({ revision: sql`${t.vessel.revision} + 1` }).where(eq(t.vessel.id, vesselId))
}

function vesselOf(row: Row<typeof t.vessel>): Vessel {
  const { revision: _revision, ...rest } = row
  return { ...rest, startedAt: row.startedAt.toISOString() }
}

function layoutOf(row: Row<typeof t.layout>): Layout {
  return {
    id: row.id, name: row.name, state: row.state, from: row.from.toISOString(), to: row.to?.toISOString() ?? null,
    ground: { material: row.groundMaterial, laidAt: row.groundLaidAt.toISOString(), profile: row.groundProfile }, hardscape: row.hardscape,
  }
}

function plantingOf(row: Row<typeof t.planting>): Planting {
  return { ...row, plantedAt: row.plantedAt.toISOString(), removedAt: row.removedAt?.toISOString() ?? null }
}
