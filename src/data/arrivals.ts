import { eq, inArray, sql } from 'drizzle-orm'
import { randomUUID } from 'node:crypto'
import type { Entry } from '@/core/journal/entry'
import { ENTRY_BATCH, insertEntries, type ImportProgress } from './entries'
import { rowsOf, type Database } from './db'
import { EntryRefused } from './refused'
import * as t from './schema'
import { touchStory } from './story'
import { codeOf, inTransaction } from './write'
import { yieldToOthers } from './yield'

/** A line takes about this much of the disk until the log is next emptied, with its indexes and its share of the log. */
const BYTES_PER_LINE = 1500

export interface ArrivingLines {
  rows: readonly { entry: Entry; origin: string | null }[]
  said: (progress: ImportProgress) => void
  stop?: AbortSignal
}

/**
 * Writes many lines in steps, each a transaction of its own that lets others in between, yet whole or not at all: until the last
 * step nobody sees one of them, and a stop, a refusal or a fall takes them all back. `last` is done together with that step.
 */
export async function arrive(
  db: Database,
  vesselId: string,
  { rows, said, stop }: ArrivingLines,
  last: (tx: Database, arrivalId: string) => Promise<void> = async () => {},
): Promise<void> {
  const id = randomUUID()
  await inTransaction(
    db,
    async (tx) => void (await tx.insert(t.arrival).values({ id, vesselId })),
    rows.length * BYTES_PER_LINE,
  )
  try {
    for (let i = 0; i < rows.length; i += ENTRY_BATCH) {
      stop?.throwIfAborted()
      const batch = rows.slice(i, i + ENTRY_BATCH)
      await inTransaction(db, (tx) => insertEntries(tx, vesselId, batch, id))
      said({ done: Math.min(rows.length, i + batch.length), of: rows.length })
      await yieldToOthers()
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
  for (;;) {
    const gone = rowsOf(
      await db.execute(
        sql`delete from ${t.entry} where id in (select id from ${t.entry} where arrival = ${id} limit ${ENTRY_BATCH * 4}) returning 1 as one`,
      ),
    )
    if (gone.length === 0) break
    await yieldToOthers()
  }
  await db.delete(t.arrival).where(eq(t.arrival.id, id))
}

/** What a fall left half arrived is taken back at the next start. `olderThanHours`: on a server another Vivero may be reading just now. */
export async function sweepArrivals(db: Database, olderThanHours: number): Promise<void> {
  const old = sql`now() - make_interval(hours => ${olderThanHours})`
  const left = await db
    .select({ id: t.arrival.id, vesselId: t.arrival.vesselId })
    .from(t.arrival)
    .where(sql`${t.arrival.begunAt} <= ${old}`)
  for (const { id } of left) await takeBack(db, id)
  const vessels = left.map(({ vesselId }) => vesselId)
  if (vessels.length > 0)
    await db.delete(t.vessel).where(sql`${inArray(t.vessel.id, vessels)} and ${t.vessel.arriving}`)
}
