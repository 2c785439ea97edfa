import { readFileSync } from 'node:fs'
import { PGlite } from '@electric-sql/pglite'
import { drizzle } from 'drizzle-orm/pglite'
import type { TankHistory } from '@/core/history/types'
import { importStory } from '../import-tank'
import type { Database } from '../db'
import * as schema from '../schema'
import { ensureTemplate } from '../at-rest/template'

/** A migrated database in memory, from the template, holding the given stories. */
export async function memoryDatabase(
  ...stories: TankHistory[]
): Promise<{ db: Database; close: () => Promise<void> }> {
  const engine = await PGlite.create({
    loadDataDir: new Blob([readFileSync(await ensureTemplate())]),
  })
  const db = drizzle(engine, { schema }) as unknown as Database
  for (const story of stories) {
    const result = await importStory(db, story)
    if (!result.ok) throw new Error(result.problem)
  }
  return { db, close: () => engine.close() }
}
