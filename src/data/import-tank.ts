import { eq, inArray } from 'drizzle-orm'
import type { Layout, Planting, TankHistory } from '@/core/history/types'
import { type Result, ok, refuse } from '@/core/quantity/result'
import { insertEntries, type ImportProgress } from './entries'
import type { Database } from './open'
import { planRow } from './plans'
import * as t from './schema'
import { touchStory } from './story'

export interface TankImport {
  slug: string
  name: string
  /** A tank that was not here before. */
  fresh: boolean
  entriesAdded: number
  entriesKnown: number
  remarks: string[]
}

/** Writes a story in one transaction: a new tank, or what a known tank lacks. Doing it twice adds nothing. `stop` is asked between batches: an aborted import leaves nothing. */
export async function importStory(db: Database, history: TankHistory, said: (progress: ImportProgress) => void = () => {}, stop?: AbortSignal): Promise<Result<TankImport>> {
  return db.transaction(async (bare) => {
    const tx = bare as Database
    const [known] = await tx.select().from(t.vessel).where(eq(t.vessel.id, history.vessel.id)).for('update')
    const strangers = await foreignEntries(tx, history)
    if (strangers > 0) return refuse(`${strangers} entries of this file belong to another tank here. Nothing was written.`)
    const remarks: string[] = []
    const slug = known?.slug ?? (await freeSlug(tx, history.vessel.slug))
    if (!known) await tx.insert(t.vessel).values({ ...history.vessel, slug, startedAt: new Date(history.vessel.startedAt) })
    if (!known && slug !== history.vessel.slug) remarks.push(`Another tank is called ${history.vessel.slug} already; this one is kept as ${slug}.`)
    await addMissingParts(tx, history, remarks)
    const here = await tx.select({ id: t.entry.id }).from(t.entry).where(eq(t.entry.vesselId, history.vessel.id))
    const present = new Set(here.map((row) => row.id))
    const missing = history.entries.filter((entry) => !present.has(entry.id))
    await insertEntries(tx, history.vessel.id, missing.map((entry) => ({ entry, origin: null })), said, stop)
    if (missing.length > 0 || !known) await touchStory(tx, history.vessel.id)
    return ok({ slug, name: history.vessel.name, fresh: !known, entriesAdded: missing.length, entriesKnown: history.entries.length - missing.length, remarks })
  })
}

async function addMissingParts(tx: Database, history: TankHistory, remarks: string[]): Promise<void> {
  const vesselId = history.vessel.id
  if (history.layouts.length > 0) await tx.insert(t.layout).values(history.layouts.map((layout) => layoutRow(layout, vesselId))).onConflictDoNothing()
  if (history.species.length > 0) {
    await tx.insert(t.species).values([...history.species]).onConflictDoNothing()
    const kept = await tx.select().from(t.species).where(inArray(t.species.id, history.species.map((species) => species.id)))
    const differs = kept.filter((row) => history.species.some((species) => species.id === row.id && (species.matureHeightCm !== row.matureHeightCm || species.growthCmPerDay.value !== row.growthCmPerDay.value)))
    if (differs.length > 0) remarks.push(`${differs.map((row) => row.name).join(', ')}: the figures already here were kept.`)
  }
  if (history.plantings.length > 0) await tx.insert(t.planting).values(history.plantings.map(plantingRow)).onConflictDoNothing()
  if (history.populations.length > 0) await tx.insert(t.population).values(history.populations.map((population) => ({ ...population, vesselId, since: new Date(population.since) }))).onConflictDoNothing()
  if (history.sources.length > 0) await tx.insert(t.sourceWater).values(history.sources.map((source) => ({ ...source, vesselId }))).onConflictDoNothing()
  if (history.products.length > 0) await tx.insert(t.product).values(history.products.map((product) => ({ ...product, vesselId }))).onConflictDoNothing()
  if (history.routines.length > 0) await tx.insert(t.routine).values(history.routines.map((routine) => ({ ...routine, vesselId, since: new Date(routine.since) }))).onConflictDoNothing()
  if (history.plans.length > 0) await tx.insert(t.plan).values(history.plans.map((plan) => planRow(plan, vesselId))).onConflictDoNothing()
}

const ID_BATCH = 2000

async function foreignEntries(tx: Database, history: TankHistory): Promise<number> {
  let strangers = 0
  for (let i = 0; i < history.entries.length; i += ID_BATCH) {
    const ids = history.entries.slice(i, i + ID_BATCH).map((entry) => entry.id)
    const rows = await tx.select({ vesselId: t.entry.vesselId }).from(t.entry).where(inArray(t.entry.id, ids))
    strangers += rows.filter((row) => row.vesselId !== history.vessel.id).length
  }
  return strangers
}

async function freeSlug(tx: Database, wanted: string): Promise<string> {
  const taken = new Set((await tx.select({ slug: t.vessel.slug }).from(t.vessel)).map((row) => row.slug))
  if (!taken.has(wanted)) return wanted
  for (let n = 2; ; n++) if (!taken.has(`${wanted}-${n}`)) return `${wanted}-${n}`
}

function layoutRow(layout: Layout, vesselId: string): typeof t.layout.$inferInsert {
  const { ground, from, to, hardscape, ...rest } = layout
  return { ...rest, vesselId, from: new Date(from), to: to === null ? null : new Date(to), groundMaterial: ground.material, groundLaidAt: new Date(ground.laidAt), groundProfile: [...ground.profile], hardscape: [...hardscape] }
}

function plantingRow(planting: Planting): typeof t.planting.$inferInsert {
  return { ...planting, patch: planting.patch.map(([x, z]) => [x, z]), plantedAt: new Date(planting.plantedAt), removedAt: planting.removedAt === null ? null : new Date(planting.removedAt) }
}
