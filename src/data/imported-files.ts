import { and, desc, eq, sql } from 'drizzle-orm'
import type { Instant } from '@/core/quantity/time'
import { EntryRefused } from './refused'
import type { Database } from './db'
import * as t from './schema'
import { untilWritten } from './until-written'
import { writeTank } from './write'

/** A file of lines that was read into a tank. */
export interface ImportedFile {
  id: string
  name: string
  readAt: Instant
  lines: number
  takenBack: boolean
}
const MOST_LISTED = 100

/** Writes down that a file was read, in the transaction that makes its lines seen. */
export async function noteFile(
  tx: Database,
  { readAt, ...file }: Omit<ImportedFile, 'takenBack'> & { vesselId: string },
): Promise<void> {
  await tx.insert(t.importedFile).values({ ...file, readAt: new Date(readAt) })
}

/** The files read into a tank, the latest first. */
export const importedFiles = (db: Database, vesselId: string): Promise<ImportedFile[]> =>
  untilWritten(db, `files ${vesselId}`, async () => {
    const rows = await db
      .select()
      .from(t.importedFile)
      .where(eq(t.importedFile.vesselId, vesselId))
      .orderBy(desc(t.importedFile.readAt), desc(t.importedFile.id))
      .limit(MOST_LISTED)
    return rows.map(({ vesselId: _vessel, readAt, ...file }) => ({
      ...file,
      readAt: readAt.toISOString(),
    }))
  })

/**
 * Takes a whole file back, at any later time: what came with it is struck out, edited since or not. Or brings it back: what the keeper
 * struck out by himself stays struck out. Doing what is done already changes nothing. Throws EntryRefused for a file this tank never read.
 */
export async function setTakenBack(
  db: Database,
  slug: string,
  fileId: string,
  back: boolean,
): Promise<void> {
  await writeTank(db, slug, async (tx, { id }) => {
    const ofTank = and(eq(t.importedFile.id, fileId), eq(t.importedFile.vesselId, id))
    const [file] = await tx.select().from(t.importedFile).where(ofTank).for('update')
    if (!file)
      throw new EntryRefused([{ field: 'id', says: 'No such file was read into this tank.' }])
    if (file.takenBack === back) return false
    await tx
      .update(t.entry)
      .set({ voided: back, takenBack: back, revision: sql`${t.entry.revision} + 1` })
      .where(
        and(
          eq(t.entry.arrival, fileId),
          eq(t.entry.vesselId, id),
          back ? eq(t.entry.voided, false) : eq(t.entry.takenBack, true),
        ),
      )
    await tx.update(t.importedFile).set({ takenBack: back }).where(ofTank)
  })
}
