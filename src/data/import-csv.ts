import { and, eq, isNotNull } from 'drizzle-orm'
import { type Result } from '@/core/quantity/result'
import type { Instant } from '@/core/quantity/time'
import { insertEntries, lockedStory, type ImportProgress } from './entries'
import type { CsvReader, CsvReport } from './formats/csv-lines'
import type { Database } from './open'
import * as t from './schema'
import { loadStory, touchStory } from './story'

/** What a file would add to a tank, without writing. */
export async function previewCsv(db: Database, slug: string, read: CsvReader, bytes: Uint8Array, now: Instant): Promise<Result<CsvReport>> {
  const story = await loadStory(db, slug)
  if (!story) return { ok: false, problem: 'There is no tank of that name.' }
  return read(bytes, story, await knownOrigins(db, story.vessel.id), now)
}

/**
 * Writes the accepted lines of a file in one transaction. `stop` is asked between batches: an aborted import leaves nothing.
 * The file is read again inside the transaction, so that what is written is what the journal lacks at that moment.
 */
export async function importCsv(db: Database, slug: string, read: CsvReader, bytes: Uint8Array, now: Instant, said: (progress: ImportProgress) => void = () => {}, stop?: AbortSignal): Promise<Result<CsvReport>> {
  return db.transaction(async (bare) => {
    const tx = bare as Database
    const { id, story } = await lockedStory(tx, slug)
    const report = read(bytes, story, await knownOrigins(tx, id), now)
    if (!report.ok || report.value.accepted.length === 0) return report
    await insertEntries(tx, id, report.value.accepted, said, stop)
    await touchStory(tx, id)
    return report
  })
}

/** Fingerprints of all imported lines, struck-out ones too: what a keeper struck out must not come back with the same file. */
async function knownOrigins(db: Database, vesselId: string): Promise<Set<string>> {
  const rows = await db.select({ origin: t.entry.origin }).from(t.entry).where(and(eq(t.entry.vesselId, vesselId), isNotNull(t.entry.origin)))
  return new Set(rows.flatMap(({ origin }) => (origin === null ? [] : [origin])))
}
