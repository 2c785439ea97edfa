import { eq, inArray } from 'drizzle-orm'
import { mainKind } from '@/core/history/tank-at'
import type { LayoutRecord, PlantingRecord, TankHistory } from '@/core/history/types'
import { nextStake } from '@/core/layout/next-stake'
import { type Result, ok, refuse } from '@/core/quantity/result'
import { arrive, type ArrivingLines } from './arrivals'
import { insertEntries, type ImportProgress } from './entries'
import type { Database } from './db'
import { insertFacts, LIST_PARTS, ownersOf } from './fact-rows'
import { planRow } from './plans'
import { EntryRefused } from './refused'
import * as t from './schema'
import { stampOf } from './stamp'
import { lockedStory, touchStory } from './story'
import { inTransaction } from './write'
import { pacer } from './yield'

export interface TankImport {
  slug: string
  name: string
  /** A tank that was not here before. */
  fresh: boolean
  entriesAdded: number
  entriesKnown: number
  /** Other parts added to a tank that was here, and what of the file was left out or changed, in sentences. */
  partsAdded: number
  remarks: string[]
}

/**
 * Writes a story, whole or not at all: a new tank, or what a known tank lacks. Doing it twice adds nothing. A new tank comes in steps
 * that let others in, unseen until its last line is there. `stop` is asked between batches: an aborted import leaves nothing.
 */
export async function importStory(
  db: Database,
  history: TankHistory,
  said: (progress: ImportProgress) => void = () => {},
  stop?: AbortSignal,
): Promise<Result<TankImport>> {
  try {
    const [known] = await db
      .select({ arriving: t.vessel.arriving })
      .from(t.vessel)
      .where(eq(t.vessel.id, history.vessel.id))
    if (known?.arriving)
      return refuse('This tank is being read from another page just now. Nothing was written.')
    if (!known && history.entries.length > SMALL)
      return ok(await bringNew(db, history, { said, stop }))
    return ok(
      await inTransaction(db, (tx) =>
        known ? mergeInto(tx, history, said, stop) : bringSmall(tx, history, said, stop),
      ),
    )
  } catch (error) {
    if (error instanceof EntryRefused)
      return refuse(
        error.message.endsWith('Nothing was written.')
          ? error.message
          : `${error.message} Nothing was written.`,
      )
    throw error
  }
}

/** A story of so few lines keeps nobody waiting: it is written with one transaction. */
const SMALL = 1000

/** A small new tank. Where another press of the same button was quicker, it is a known one by now. */
async function bringSmall(
  tx: Database,
  history: TankHistory,
  said: (progress: ImportProgress) => void,
  stop?: AbortSignal,
): Promise<TankImport> {
  const [known] = await tx
    .select({ id: t.vessel.id })
    .from(t.vessel)
    .where(eq(t.vessel.id, history.vessel.id))
  if (known) return mergeInto(tx, history, said, stop)
  const remarks: string[] = []
  const slug = await addVessel(tx, history, false, remarks)
  stop?.throwIfAborted()
  await insertEntries(
    tx,
    history.vessel.id,
    history.entries.map((entry) => ({ entry, origin: null })),
  )
  return {
    slug,
    name: history.vessel.name,
    fresh: true,
    entriesAdded: history.entries.length,
    entriesKnown: 0,
    partsAdded: 0,
    remarks,
  }
}

async function addVessel(
  tx: Database,
  history: TankHistory,
  arriving: boolean,
  remarks: string[],
): Promise<string> {
  const { vessel } = history
  await refuseForeign(tx, history)
  const slug = await freeSlug(tx, vessel.slug)
  await tx
    .insert(t.vessel)
    .values({ ...vessel, slug, startedAt: new Date(vessel.startedAt), arriving })
  await addParts(tx, history, history, remarks)
  if (slug !== vessel.slug)
    remarks.push(`Another tank is called ${vessel.slug} already; this one is kept as ${slug}.`)
  return slug
}

async function bringNew(
  db: Database,
  history: TankHistory,
  { said, stop }: Omit<ArrivingLines, 'rows'>,
): Promise<TankImport> {
  const { vessel, entries } = history
  const remarks: string[] = []
  const slug = await inTransaction(db, (tx) => addVessel(tx, history, true, remarks))
  try {
    const rows = entries.map((entry) => ({ entry, origin: null }))
    await arrive(
      db,
      vessel.id,
      { rows, said, stop },
      async (tx) =>
        void (await tx.update(t.vessel).set({ arriving: false }).where(eq(t.vessel.id, vessel.id))),
    )
  } catch (error) {
    await db.delete(t.vessel).where(eq(t.vessel.id, vessel.id))
    throw error
  }
  return {
    slug,
    name: vessel.name,
    fresh: true,
    entriesAdded: entries.length,
    entriesKnown: 0,
    partsAdded: 0,
    remarks,
  }
}

const PARTS = [...LIST_PARTS, 'plans'] as const
type Part = (typeof PARTS)[number]
const SAY_PART: Record<Part, string> = {
  layouts: 'layout',
  pieces: 'piece',
  plantings: 'planting',
  equipment: 'thing',
  populations: 'kind of animal',
  sources: 'source water',
  products: 'product',
  routines: 'routine',
  plans: 'plan',
  drafts: 'draft',
}

/** Adds to a tank that is here what it lacks. What it has under the same id stays as it is here, and is counted. */
async function mergeInto(
  tx: Database,
  history: TankHistory,
  said: (progress: ImportProgress) => void,
  stop?: AbortSignal,
): Promise<TankImport> {
  const vesselId = history.vessel.id
  const [here] = await tx.select().from(t.vessel).where(eq(t.vessel.id, vesselId)).for('update')
  await refuseForeign(tx, history)
  const remarks: string[] = []
  const { story } = await lockedStory(tx, here.slug)
  const lacking = missingParts(history, story, remarks)
  remarks.push(...(await leftAsHere(history, story)))
  const partsAdded = PARTS.reduce((sum, part) => sum + lacking[part].length, 0)
  await addParts(tx, lacking, history, remarks)
  const present = new Set(
    (await tx.select({ id: t.entry.id }).from(t.entry).where(eq(t.entry.vesselId, vesselId))).map(
      (row) => row.id,
    ),
  )
  const missing = history.entries.filter((entry) => !present.has(entry.id))
  for (let i = 0; i < missing.length; i += MERGE_STEP) {
    stop?.throwIfAborted()
    await insertEntries(
      tx,
      vesselId,
      missing.slice(i, i + MERGE_STEP).map((entry) => ({ entry, origin: null })),
    )
    said({ done: Math.min(missing.length, i + MERGE_STEP), of: missing.length })
  }
  stop?.throwIfAborted()
  if (missing.length > 0 || partsAdded > 0) await touchStory(tx, vesselId)
  return {
    slug: here.slug,
    name: here.name,
    fresh: false,
    entriesAdded: missing.length,
    entriesKnown: history.entries.length - missing.length,
    partsAdded,
    remarks,
  }
}
const MERGE_STEP = 500
/** So many names are told; the rest are counted. */
const MOST_NAMED = 8

/** What of a file was left out because it stands here otherwise under the same id: things by their names, lines by their number. */
async function leftAsHere(file: TankHistory, here: TankHistory): Promise<string[]> {
  const named = PARTS.flatMap((part) => {
    const own = new Map((here[part] as readonly { id: string }[]).map((item) => [item.id, item]))
    return (file[part] as readonly { id: string }[])
      .filter((item) => own.has(item.id) && differ(own.get(item.id), item))
      .map((item) => `${SAY_PART[part]} ${nameOf(item)}`)
  })
  const lines = new Map(here.entries.map((entry) => [entry.id, entry]))
  const pace = pacer()
  let changed = 0
  for (const entry of file.entries) {
    const own = lines.get(entry.id)
    if (own !== undefined && differ(own, entry)) changed++
    await pace()
  }
  const more = named.length > MOST_NAMED ? [`${named.length - MOST_NAMED} more`] : []
  const told = [...named.slice(0, MOST_NAMED), ...more]
  return [
    ...(told.length > 0
      ? [`Left as it stands here, though the file has it otherwise: ${told.join(', ')}.`]
      : []),
    ...(changed > 0
      ? [
          `${changed === 1 ? 'One line reads' : `${changed} lines read`} otherwise in the file; what stands here was kept.`,
        ]
      : []),
  ]
}

/** By what they hold; most are alike to the letter, and a mark of those need not be made. */
const differ = (a: unknown, b: unknown) =>
  JSON.stringify(a) !== JSON.stringify(b) && stampOf(a) !== stampOf(b)

function nameOf(item: { id: string }): string {
  const { stake, name, label, says, title } = item as Partial<
    Record<'stake' | 'name' | 'label' | 'says' | 'title', string>
  >
  return `“${stake ?? label ?? title ?? name ?? says ?? item.id}”`
}

/** The parts of a file that the tank here does not have, fitted to what it has: a taken stake gives way to a free one, a second standing layout comes as a past one. */
function missingParts(file: TankHistory, here: TankHistory, remarks: string[]): TankHistory {
  const lacking = Object.fromEntries(
    PARTS.map((part) => {
      const known = new Set((here[part] as readonly { id: string }[]).map(({ id }) => id))
      return [part, (file[part] as readonly { id: string }[]).filter((item) => !known.has(item.id))]
    }),
  ) as unknown as Pick<TankHistory, Part>
  const isLaid = ({ draft, to }: LayoutRecord) => !draft && to === null
  const standing = here.layouts.find(isLaid)
  const layouts = lacking.layouts.map((layout): LayoutRecord => {
    if (!isLaid(layout) || !standing) return layout
    remarks.push(
      `“${layout.name}” is the standing layout of the file; here “${standing.name}” stands, so the other came as a past one.`,
    )
    return { ...layout, to: layout.from }
  })
  const taken = here.plantings.map(({ stake }) => stake)
  const plantings = lacking.plantings.map((planting): PlantingRecord => {
    const stake = taken.includes(planting.stake) ? freeStake(planting, taken, file) : planting.stake
    if (stake !== planting.stake)
      remarks.push(`The stake ${planting.stake} is taken here; ${planting.name} got ${stake}.`)
    taken.push(stake)
    return { ...planting, stake }
  })
  return { ...file, ...lacking, layouts, plantings }
}

function freeStake(
  planting: PlantingRecord,
  taken: readonly string[],
  { species }: TankHistory,
): string {
  const { speciesId } = mainKind(planting)
  const group = species.find(({ id }) => id === speciesId)?.group
  return nextStake(
    group ?? 'stem-fast',
    taken.map((stake) => ({ stake })),
  )
}

const ID_BATCH = 2000

/** Nothing of a file may carry the id of a thing in another tank: what speaks of it would speak of the other's. Throws EntryRefused. */
async function refuseForeign(tx: Database, history: TankHistory): Promise<void> {
  const own = history.vessel.id
  const foreign: string[] = []
  for (const part of PARTS) {
    // A piece has its id within its tank.
    if (part === 'pieces') continue
    const ids = (history[part] as readonly { id: string }[]).map((item) => item.id)
    const owners = part === 'plans' ? await ownersOfPlans(tx, ids) : await ownersOf(tx, part, ids)
    const stranger = owners.find(({ vesselId }) => vesselId !== own)
    if (stranger) foreign.push(`${SAY_PART[part]} “${stranger.id}”`)
  }
  let entries = 0
  for (let i = 0; i < history.entries.length; i += ID_BATCH) {
    const ids = history.entries.slice(i, i + ID_BATCH).map((entry) => entry.id)
    const rows = await tx
      .select({ vesselId: t.entry.vesselId })
      .from(t.entry)
      .where(inArray(t.entry.id, ids))
    entries += rows.filter((row) => row.vesselId !== own).length
  }
  if (entries > 0) foreign.push(`${entries} entries`)
  if (foreign.length > 0)
    throw new EntryRefused([
      { field: '', says: `Parts of this file belong to another tank here: ${foreign.join(', ')}.` },
    ])
}

const ownersOfPlans = async (tx: Database, ids: readonly string[]) =>
  ids.length === 0
    ? []
    : tx
        .select({ id: t.plan.id, vesselId: t.plan.vesselId })
        .from(t.plan)
        .where(inArray(t.plan.id, [...ids]))

/** Writes the parts of a story but its entries. `whole`: the file they come from, for the species its plantings name. */
async function addParts(
  tx: Database,
  parts: TankHistory,
  whole: TankHistory,
  remarks: string[],
): Promise<void> {
  const vesselId = whole.vessel.id
  if (whole.species.length > 0) {
    await tx
      .insert(t.species)
      .values([...whole.species])
      .onConflictDoNothing()
    const kept = await tx
      .select()
      .from(t.species)
      .where(
        inArray(
          t.species.id,
          whole.species.map((species) => species.id),
        ),
      )
    const differs = kept.filter((row) =>
      whole.species.some(
        (species) =>
          species.id === row.id &&
          (species.matureHeightCm !== row.matureHeightCm ||
            species.growthCmPerDay.value !== row.growthCmPerDay.value),
      ),
    )
    if (differs.length > 0)
      remarks.push(
        `${differs.map((row) => row.name).join(', ')}: the figures already here were kept.`,
      )
  }
  for (const part of LIST_PARTS) await insertFacts(tx, part, parts[part], vesselId)
  if (parts.plans.length > 0)
    await tx.insert(t.plan).values(parts.plans.map((plan) => planRow(plan, vesselId)))
}

async function freeSlug(tx: Database, wanted: string): Promise<string> {
  const taken = new Set(
    (await tx.select({ slug: t.vessel.slug }).from(t.vessel)).map((row) => row.slug),
  )
  if (!taken.has(wanted)) return wanted
  for (let n = 2; ; n++) if (!taken.has(`${wanted}-${n}`)) return `${wanted}-${n}`
}
