import { and, eq, isNotNull } from 'drizzle-orm'
import { refuse, type Result } from '@/core/quantity/result'
import type { Instant } from '@/core/quantity/time'
import { arrive, waitForArrivals } from './arrivals'
import type { ImportProgress } from './entries'
import type { CsvReader } from './formats/csv-lines'
import type { CsvReport } from './formats/line-report'
import type { Database } from './db'
import * as t from './schema'
import { copiedFirst } from './backed-up'
import { noteFile } from './imported-files'
import { loadStory } from './story'
import { arrived } from './visible'

/** Before a file of so many lines is written a copy of the data is made. */
const MANY_LINES = 2000

/** What a file would add to a tank, without writing. */
export async function previewCsv(
  db: Database,
  slug: string,
  read: CsvReader,
  bytes: Uint8Array,
  now: Instant,
): Promise<Result<CsvReport>> {
  const story = await loadStory(db, slug)
  if (!story) return refuse('There is no tank of that name.')
  return read(bytes, story, await knownOrigins(db, story.vessel.id), now)
}

/**
 * Writes the accepted lines of a file, whole or not at all. `stop` is asked between batches: an aborted import leaves nothing. What
 * another import of the same lines writes meanwhile is refused by their fingerprints.
 */
export async function importCsv(
  db: Database,
  slug: string,
  read: CsvReader,
  file: { name: string; bytes: Uint8Array },
  now: Instant,
  said: (progress: ImportProgress) => void = () => {},
  stop?: AbortSignal,
): Promise<Result<CsvReport>> {
  const story = await loadStory(db, slug)
  if (!story) return refuse('There is no tank of that name. Nothing was written.')
  await waitForArrivals(db, story.vessel.id)
  const report = await read(file.bytes, story, await knownOrigins(db, story.vessel.id), now)
  if (!report.ok || report.value.accepted.length === 0) return report
  const rows = report.value.accepted
  if (rows.length >= MANY_LINES) {
    const remark = await copiedFirst(db)
    if (remark !== null) report.value.remarks.push(remark)
  }
  await arrive(db, story.vessel.id, { rows, said, stop }, async (tx, id) => {
    await noteFile(tx, {
      id,
      vesselId: story.vessel.id,
      name: file.name,
      readAt: now,
      lines: rows.length,
    })
  })
  return report
}

/** Fingerprints of all imported lines, struck-out ones too: what a keeper struck out must not come back with the same file. */
async function knownOrigins(db: Database, vesselId: string): Promise<Set<string>> {
  // A set.
  const rows = await db
    .select({ origin: t.entry.origin })
    .from(t.entry)
    .where(and(eq(t.entry.vesselId, vesselId), isNotNull(t.entry.origin), arrived))
  return new Set(rows.flatMap(({ origin }) => (origin === null ? [] : [origin])))
}
