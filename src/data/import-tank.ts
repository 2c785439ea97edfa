import { eq } from 'drizzle-orm'
import type { TankHistory } from '@/core/history/types'
import { type Result, ok, refuse } from '@/core/quantity/result'
import { arrive, shadowOf, waitForArrivals, type ArrivingLines } from './arrivals'
import { insertEntries, type ImportProgress } from './entries'
import type { Database } from './db'
import { insertFacts, LIST_PARTS, saveFact } from './fact-rows'
import { leftAsHere, missingParts, ownersOfLines, PARTS, refuseForeign } from './import-lacking'
import { writeKinds, type AcceptedKinds } from './import-kinds'
import { planRow } from './plans'
import { EntryRefused } from './refused'
import * as t from './schema'
import { lockedStory, storyOf, touchStory } from './story'
import { inTransaction } from './write'
import { othersFirst } from './yield'

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

interface Reading extends Omit<ArrivingLines, 'rows'> {
  /** The kinds that are shared by all tanks and may come with this file; undefined for a story of our own making, whose kinds are those here. */
  kinds?: AcceptedKinds
}

/**
 * Writes a story, whole or not at all: a new tank, or what a known tank lacks. Doing it twice adds nothing. A large one comes in steps
 * that let others in, unseen until its last line is there. `stop` is asked between batches: an aborted import leaves nothing.
 */
export async function importStory(
  db: Database,
  history: TankHistory,
  said: (progress: ImportProgress) => void = () => {},
  stop?: AbortSignal,
  kinds?: AcceptedKinds,
): Promise<Result<TankImport>> {
  const reading: Reading = { said, stop, kinds }
  try {
    const [known] = await db
      .select({ arriving: t.vessel.arriving })
      .from(t.vessel)
      .where(eq(t.vessel.id, history.vessel.id))
    if (known?.arriving)
      return refuse('This tank is being read from another page just now. Nothing was written.')
    if (history.entries.length > SMALL)
      return ok(await (known ? mergeLarge(db, history, reading) : bringNew(db, history, reading)))
    return ok(
      await inTransaction(db, (tx) =>
        known ? mergeInto(tx, history, reading) : bringSmall(tx, history, reading),
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
  reading: Reading,
): Promise<TankImport> {
  const [known] = await tx
    .select({ id: t.vessel.id })
    .from(t.vessel)
    .where(eq(t.vessel.id, history.vessel.id))
  if (known) return mergeInto(tx, history, reading)
  const remarks: string[] = []
  const slug = await addVessel(tx, history, false, { remarks, kinds: reading.kinds })
  reading.stop?.throwIfAborted()
  await insertEntries(tx, history.vessel.id, asRows(history.entries))
  return brought(history, slug, remarks)
}

const asRows = (entries: TankHistory['entries']) =>
  entries.map((entry) => ({ entry, origin: null }))

const brought = (history: TankHistory, slug: string, remarks: string[]): TankImport => ({
  slug,
  name: history.vessel.name,
  fresh: true,
  entriesAdded: history.entries.length,
  entriesKnown: 0,
  partsAdded: 0,
  remarks,
})

interface Adding {
  remarks: string[]
  kinds: AcceptedKinds | undefined
}

async function addVessel(
  tx: Database,
  history: TankHistory,
  arriving: boolean,
  adding: Adding,
): Promise<string> {
  const { vessel } = history
  await refuseForeign(tx, history)
  const slug = await freeSlug(tx, vessel.slug)
  await tx
    .insert(t.vessel)
    .values({ ...vessel, slug, startedAt: new Date(vessel.startedAt), arriving })
  await addParts(tx, history, history, adding)
  if (slug !== vessel.slug)
    adding.remarks.push(
      `Another tank is called ${vessel.slug} already; this one is kept as ${slug}.`,
    )
  return slug
}

/** A large new tank: hidden from its first row on, which comes with the mark of its arrival, until its last line is there. */
async function bringNew(
  db: Database,
  history: TankHistory,
  { said, stop, kinds }: Reading,
): Promise<TankImport> {
  const { vessel, entries } = history
  const remarks: string[] = []
  let slug = ''
  await arrive(
    db,
    vessel.id,
    { rows: asRows(entries), said, stop },
    async (tx) =>
      void (await tx.update(t.vessel).set({ arriving: false }).where(eq(t.vessel.id, vessel.id))),
    async (tx) => {
      remarks.length = 0
      slug = await addVessel(tx, history, true, { remarks, kinds })
    },
  )
  return brought(history, slug, remarks)
}

/** Adds to a tank that is here what it lacks. What it has under the same id stays as it is here, and is counted. */
async function mergeInto(
  tx: Database,
  history: TankHistory,
  { said, stop, kinds }: Reading,
): Promise<TankImport> {
  const vesselId = history.vessel.id
  const [here] = await tx.select().from(t.vessel).where(eq(t.vessel.id, vesselId)).for('update')
  await refuseForeign(tx, history)
  const remarks: string[] = []
  const { story } = await lockedStory(tx, here.slug)
  const lacking = missingParts(history, story, remarks)
  remarks.push(...(await leftAsHere(history, story)))
  await addParts(tx, lacking, history, { remarks, kinds })
  const missing = await missingLines(tx, history)
  stop?.throwIfAborted()
  await insertEntries(tx, vesselId, asRows(missing))
  if (missing.length > 0) said({ done: missing.length, of: missing.length })
  const partsAdded = countOf(lacking)
  if (missing.length > 0 || partsAdded > 0) await touchStory(tx, vesselId)
  return merged(here, history, { missing: missing.length, partsAdded, remarks })
}

const countOf = (lacking: TankHistory) => PARTS.reduce((sum, part) => sum + lacking[part].length, 0)

const merged = (
  here: { slug: string; name: string },
  { entries }: TankHistory,
  { missing, partsAdded, remarks }: { missing: number; partsAdded: number; remarks: string[] },
): TankImport => ({
  slug: here.slug,
  name: here.name,
  fresh: false,
  entriesAdded: missing,
  entriesKnown: entries.length - missing,
  partsAdded,
  remarks,
})

/** The lines of a file that its tank does not hold, struck out ones counted as held. */
async function missingLines(db: Database, history: TankHistory): Promise<TankHistory['entries']> {
  const present = await ownersOfLines(db, history.entries)
  return history.entries.filter((entry) => !present.has(entry.id))
}

/**
 * The same for a file of many lines, in steps. Its lines are unseen while they come. What they speak of (plantings, animals) has to be there
 * before them: it stands in a vessel of its own that nobody sees, and moves over with the last step, when all other parts come too.
 */
async function mergeLarge(
  db: Database,
  history: TankHistory,
  { said, stop, kinds }: Reading,
): Promise<TankImport> {
  const vesselId = history.vessel.id
  await waitForArrivals(db, vesselId)
  const [here] = await db.select().from(t.vessel).where(eq(t.vessel.id, vesselId))
  await refuseForeign(db, history)
  const story = await storyOf(db, here, othersFirst)
  const told = await leftAsHere(history, story)
  const missing = await missingLines(db, history)
  const spokenOf = missingParts(history, story, [])
  if (missing.length === 0 && countOf(spokenOf) === 0 && !kinds?.ids.size)
    return merged(here, history, { missing: 0, partsAdded: 0, remarks: told })
  let remarks: string[] = []
  let partsAdded = 0
  await arrive(
    db,
    vesselId,
    { rows: asRows(missing), said, stop },
    async (tx, id) => {
      remarks = []
      const { story: stands } = await lockedStory(tx, here.slug)
      const lacking = missingParts(history, stands, remarks)
      remarks.push(...told)
      partsAdded = countOf(lacking)
      const shadow = shadowOf(id)
      for (const [part, table] of STEPPING_STONES) {
        await tx.update(table).set({ vesselId }).where(eq(table.vesselId, shadow))
        for (const fact of lacking[part]) await saveFact(tx, part, fact.id, fact, vesselId)
      }
      await tx.delete(t.vessel).where(eq(t.vessel.id, shadow))
      await addParts(tx, { ...lacking, plantings: [], populations: [] }, history, {
        remarks,
        kinds,
      })
    },
    async (tx, id) => {
      const shadow = shadowOf(id)
      await tx
        .insert(t.vessel)
        .values({ ...here, id: shadow, slug: shadow, arriving: true, onBench: false })
      await insertFacts(tx, 'plantings', spokenOf.plantings, shadow)
      await insertFacts(tx, 'populations', spokenOf.populations, shadow)
    },
  )
  return merged(here, history, { missing: missing.length, partsAdded, remarks })
}

/** What lines point at by a column of their own. */
const STEPPING_STONES = [
  ['plantings', t.planting],
  ['populations', t.population],
] as const

/** Writes the parts of a story but its entries. `whole`: the file they come from, for the species its plantings name. */
async function addParts(
  tx: Database,
  parts: TankHistory,
  whole: TankHistory,
  { remarks, kinds }: Adding,
): Promise<void> {
  const vesselId = whole.vessel.id
  remarks.push(...(await writeKinds(tx, whole, kinds)))
  for (const part of LIST_PARTS) await insertFacts(tx, part, parts[part], vesselId)
  if (parts.plans.length > 0)
    await tx.insert(t.plan).values(parts.plans.map((plan) => planRow(plan, vesselId)))
}

async function freeSlug(tx: Database, wanted: string): Promise<string> {
  const taken = new Set(
    // A set.
    (await tx.select({ slug: t.vessel.slug }).from(t.vessel)).map((row) => row.slug),
  )
  if (!taken.has(wanted)) return wanted
  for (let n = 2; ; n++) if (!taken.has(`${wanted}-${n}`)) return `${wanted}-${n}`
}
