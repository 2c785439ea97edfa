import { existsSync, mkdirSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import { sql, type ExtractTablesWithRelations } from 'drizzle-orm'
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core'
import { drizzle as drizzlePglite } from 'drizzle-orm/pglite'
import { migrate as migratePglite } from 'drizzle-orm/pglite/migrator'
import { drizzle as drizzlePg } from 'drizzle-orm/node-postgres'
import { migrate as migratePg } from 'drizzle-orm/node-postgres/migrator'
import { Pool } from 'pg'
import { lockDirectory } from './lock'
import { migrationsFolder } from './places'
import * as schema from './schema'
import { ensureTemplate } from './template'

/** One type for both drivers and for a transaction on either. */
export type Database = PgDatabase<PgQueryResultHKT, typeof schema, ExtractTablesWithRelations<typeof schema>>
export interface OpenDatabase {
  db: Database
  close: () => Promise<void>
}

/** The data cannot be opened, in a sentence for the keeper. Nothing was written. */
export class DataUnusable extends Error {
  constructor(sentence: string, cause?: unknown) {
    super(sentence, { cause })
    this.name = 'DataUnusable'
  }
}

/**
 * Opens the keeper's data in `directory` with PGlite: takes the lock, makes an empty database from the template at the first
 * start, refuses data of a newer Vivero, brings older data up to date. Throws DirectoryInUse or DataUnusable.
 */
export async function openDirectory(directory: string): Promise<OpenDatabase> {
  return openLocked(directory, () => undefined)
}

/** As openDirectory, but what was there is thrown away, once the lock says nobody uses it. For demo data only. */
export async function openAnew(directory: string): Promise<OpenDatabase> {
  return openLocked(directory, (home) => rmSync(home, { recursive: true, force: true }))
}

async function openLocked(directory: string, prepare: (home: string) => void): Promise<OpenDatabase> {
  try {
    mkdirSync(directory, { recursive: true })
  } catch (cause) {
    throw new DataUnusable(`The data directory ${directory} cannot be made or read: ${sayCause(cause)}. Nothing was written.`, cause)
  }
  const release = await lockOrSay(directory)
  try {
    const home = join(directory, 'pg')
    prepare(home)
    if (!existsSync(home)) await createFromTemplate(home)
    const engine = await openEngine(home)
    const db = drizzlePglite(engine, { schema }) as unknown as Database
    await refuseNewer(db, directory)
    await migratePglite(drizzlePglite(engine), { migrationsFolder: migrationsFolder() })
    return {
      db,
      close: async () => {
        await engine.close()
        release()
      },
    }
  } catch (error) {
    release()
    throw error
  }
}

/** Opens a PostgreSQL server (15 or later) with the same schema and migrations. */
export async function openServer(url: string): Promise<OpenDatabase> {
  const pool = new Pool({ connectionString: url })
  const bare = drizzlePg(pool, { schema })
  const db = bare as unknown as Database
  try {
    await pool.query('select 1')
  } catch (cause) {
    await pool.end()
    throw new DataUnusable(`The database server of DATABASE_URL does not answer: ${sayCause(cause)}.`, cause)
  }
  await refuseNewer(db, 'the database server')
  await migratePg(bare, { migrationsFolder: migrationsFolder() })
  return { db, close: () => pool.end() }
}

async function lockOrSay(directory: string): Promise<() => void> {
  try {
    return await lockDirectory(directory)
  } catch (cause) {
    if ((cause as NodeJS.ErrnoException).code) {
      throw new DataUnusable(`The data directory ${directory} cannot be written: ${sayCause(cause)}.`, cause)
    }
    throw cause
  }
}

/** Unpacked beside its place and moved there whole, so that a start cut short leaves no half database. */
async function createFromTemplate(home: string): Promise<void> {
  const template = await ensureTemplate()
  const part = `${home}.part`
  rmSync(part, { recursive: true, force: true })
  const engine = await PGlite.create({ dataDir: part, loadDataDir: new Blob([readFileSync(template)]) })
  await engine.close()
  renameSync(part, home)
}

async function openEngine(home: string): Promise<PGlite> {
  if (!existsSync(join(home, 'PG_VERSION'))) {
    throw new DataUnusable(`${home} does not hold a Vivero database (its PG_VERSION file is missing). Move it away or restore a backup; nothing was changed.`)
  }
  try {
    return await PGlite.create({ dataDir: home })
  } catch (cause) {
    throw new DataUnusable(`The database in ${home} cannot be read: ${sayCause(cause)}. Restore the directory from a backup; nothing was changed.`, cause)
  }
}

/** Data written by a newer Vivero holds migrations this one does not know: to touch it could lose what it does not understand. */
async function refuseNewer(db: Database, where: string): Promise<void> {
  const known = JSON.parse(readFileSync(join(migrationsFolder(), 'meta', '_journal.json'), 'utf8')) as { entries: { when: number }[] }
  const newest = Math.max(...known.entries.map((migration) => migration.when))
  const table = rowsOf(await db.execute(sql`select to_regclass('drizzle.__drizzle_migrations') is not null as there`))
  if (table[0]?.there !== true) return
  const applied = Number(rowsOf(await db.execute(sql`select max(created_at) as newest from drizzle.__drizzle_migrations`))[0]?.newest ?? 0)
  if (applied > newest) {
    throw new DataUnusable(`The data in ${where} was written by a newer Vivero. Start that version, or restore an older backup; nothing was changed.`)
  }
}

/** Both drivers answer a raw query with `rows`. */
export function rowsOf(result: unknown): Record<string, unknown>[] {
  return (result as { rows: Record<string, unknown>[] }).rows
}

function sayCause(cause: unknown): string {
  return cause instanceof Error ? cause.message.split('\n')[0] : String(cause)
}
