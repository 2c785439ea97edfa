import { and, eq, inArray, sql, type SQL } from 'drizzle-orm'
import { randomUUID } from 'node:crypto'
import type { Entry } from '@/core/journal/entry'
import { ENTRY_BATCH, insertEntries, type ImportProgress } from './entries'
import { rowsOf, type Database } from './db'
import { EntryRefused } from './refused'
import * as t from './schema'
import { touchStory } from './story'
import { codeOf, inTransaction } from './write'
import { othersFirst } from './yield'

/** A line takes about this much of the disk until the log is next emptied, with its indexes and its share of the log. */
const BYTES_PER_LINE = 1500
/** Lines of one step: others wait for it. */
const STEP = ENTRY_BATCH / 2

export interface ArrivingLines {
  rows: readonly { entry: Entry; origin: string | null }[]
  said: (progress: ImportProgress) => void
  stop?: AbortSignal
}

/** The vessel, seen by nobody, in which stands what lines under way speak of and their tank does not have yet. */
export const shadowOf = (arrivalId: string) => `arriving-${arrivalId}`

/**
 * Writes many lines in steps, each a transaction of its own that lets others in between, yet whole or not at all: until the last
 * step nobody sees one of them, and a stop, a refusal or a fall takes them all back. `first` is done together with the mark of the arrival, `last` with
 * its last step. Either may be done again where it stood in another’s way.
 */
export async function arrive(
  db: Database,
  vesselId: string,
  { rows, said, stop }: ArrivingLines,
  last: (tx: Database, arrivalId: string) => Promise<void> = async () => {},
  first: (tx: Database, arrivalId: string) => Promise<void> = async () => {},
): Promise<void> {
  const id = randomUUID()
  await inTransaction(
    db,
    async (tx) => {
      await first(tx, id)
      await tx.insert(t.arrival).values({ id, vesselId })
    },
    rows.length * BYTES_PER_LINE,
  )
  try {
    for (let i = 0; i < rows.length; i += STEP) {
      stop?.throwIfAborted()
      const batch = rows.slice(i, i + STEP)
      await inTransaction(db, (tx) => insertEntries(tx, vesselId, batch, id))
      said({ done: Math.min(rows.length, i + batch.length), of: rows.length })
      await othersFirst()
    }
    stop?.throwIfAborted()
    await inTransaction(db, async (tx) => {
      await last(tx, id)
      await tx.delete(t.arrival).where(eq(t.arrival.id, id))
      await touchStory(tx, vesselId)
    })
  } catch (error) {
    await takeBack(db, id)
    if (codeOf(error) === '23505')
      throw new EntryRefused([
        { field: '', says: 'The same lines are being read from another page just now.' },
      ])
    throw error
  }
}

const WAIT_MS = 100
const MOST_WAITS = 100

/** Waits until nothing arrives in a tank any more, a stopped import that is being taken back included. Throws EntryRefused when that takes too long. */
export async function waitForArrivals(db: Database, vesselId: string): Promise<void> {
  for (let i = 0; i < MOST_WAITS; i++) {
    const [other] = await db
      .select({ id: t.arrival.id })
      .from(t.arrival)
      .where(eq(t.arrival.vesselId, vesselId))
      .limit(1)
    if (!other) return
    await new Promise((resolve) => setTimeout(resolve, WAIT_MS))
  }
  throw new EntryRefused([
    {
      field: '',
      says: 'Another file is being read into this tank just now. Wait until it is in, then read this one.',
    },
  ])
}

/** Takes an arrival back in steps, its lines first: as long as one is left the arrival hides it. */
async function takeBack(db: Database, id: string): Promise<void> {
  await deleteLines(db, sql`arrival = ${id}`)
  await db.transaction(async (tx) => {
    const [row] = await tx.select().from(t.arrival).where(eq(t.arrival.id, id))
    await tx.delete(t.arrival).where(eq(t.arrival.id, id))
    // A tank that came with it, and what its lines spoke of.
    await tx
      .delete(t.vessel)
      .where(and(t.vessel.arriving, inArray(t.vessel.id, [row?.vesselId ?? '', shadowOf(id)])))
  })
}

/** Takes lines out of the book for good, in steps that let others in. */
async function deleteLines(db: Database, which: SQL): Promise<void> {
  for (;;) {
    const gone = rowsOf(
      await db.execute(
        sql`delete from ${t.entry} where id in (select id from ${t.entry} where ${which} limit ${ENTRY_BATCH}) returning 1 as one`,
      ),
    )
    if (gone.length === 0) break
    await othersFirst()
  }
}

/** Takes away for good a tank that nobody sees any more, its lines first: they point at plantings and animals, which go with it. */
export async function deleteHidden(db: Database, vesselId: string): Promise<void> {
  await deleteLines(db, sql`vessel_id = ${vesselId}`)
  await db.delete(t.vessel).where(and(eq(t.vessel.id, vesselId), t.vessel.arriving))
}

/** What a fall left half arrived is taken back at the next start. `olderThanHours`: on a server another Vivero may be reading just now. */
export async function sweepArrivals(db: Database, olderThanHours: number): Promise<void> {
  const old = sql`now() - make_interval(hours => ${olderThanHours})`
  // A set.
  const left = await db
    .select({ id: t.arrival.id })
    .from(t.arrival)
    .where(sql`${t.arrival.begunAt} <= ${old}`)
  for (const { id } of left) await takeBack(db, id)
  // Hidden without an arrival: a deletion that was cut short, which is finished here.
  // A set.
  const hidden = await db
    .select({ id: t.vessel.id })
    .from(t.vessel)
    .where(
      sql`${t.vessel.arriving} and not exists (select 1 from ${t.arrival} as a where a.vessel_id = ${t.vessel.id} or 'arriving-' || a.id = ${t.vessel.id})`,
    )
  for (const { id } of hidden) await deleteHidden(db, id)
}
