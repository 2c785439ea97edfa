import { watchWrites } from './until-written'
import {
  existsSync,
  lstatSync,
  mkdirSync,
  readFileSync,
  realpathSync,
  renameSync,
  rmSync,
  writeSync,
} from 'node:fs'
import { dirname, join } from 'node:path'
import type { PGlite } from '@electric-sql/pglite'
import { sql } from 'drizzle-orm'
import { drizzle as drizzlePglite } from 'drizzle-orm/pglite'
import { migrate as migratePglite } from 'drizzle-orm/pglite/migrator'
import { drizzle as drizzlePg } from 'drizzle-orm/node-postgres'
import { migrate as migratePg } from 'drizzle-orm/node-postgres/migrator'
import { Pool } from 'pg'
import { sweepArrivals } from './arrivals'
import { rowsOf, type Database, type OpenDatabase } from './db'
import { openDurable } from './at-rest/durable-fs'
import { copiesOf, sweepCopies, type Copies } from './at-rest/copies'
import { lockDirectory, type DirectoryLock } from './at-rest/lock'
import { makeDirectoryPrivate, makePrivate, syncPath, syncTree } from './at-rest/private'
import { finishRestore } from './at-rest/restore'
import { bytesUnder, roomOn } from './at-rest/room'
import { copiedBy } from './backed-up'
import { copyOutside } from './outside/copy-outside'
import { migrationsFolder } from './places'
import * as schema from './schema'
import { ensureTemplate } from './at-rest/template'
import { checkRoomOf } from './write'

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

/** As openDirectory, but what was there is thrown away, once the lock says nobody uses it; `before` is done first. For demo data only. */
export async function openAnew(
  directory: string,
  before: () => void = () => undefined,
): Promise<OpenDatabase> {
  return openLocked(directory, (home) => {
    before()
    rmSync(home, { recursive: true, force: true })
  })
}

async function openLocked(asked: string, prepare: (home: string) => void): Promise<OpenDatabase> {
  const directory = makeHome(asked)
  const lock = await lockOrSay(directory)
  try {
    const home = realHome(join(directory, 'pg'))
    const mark = join(home, 'PG_VERSION')
    if (existsSync(mark)) await lock.alsoHold(mark)
    finishRestore(directory)
    sweepCopies(directory)
    prepare(home)
    if (!existsSync(home)) {
      const problem = roomOn(directory)(TEMPLATE_BYTES)
      if (problem !== null) throw new DataUnusable(problem)
      await createFromTemplate(home)
      await lock.alsoHold(mark)
    }
    let engine = await openEngine(home)
    const first = await pendingMigration(drizzlePglite(engine) as unknown as Database, directory)
    if (first !== null) engine = await copiedFirst(engine, directory, home, first)
    const db = drizzlePglite(engine, { schema }) as unknown as Database
    await migratePglite(drizzlePglite(engine), { migrationsFolder: migrationsFolder() })
    checkRoomOf(db, roomOn(home))
    await sweepArrivals(db, 0)
    watchWrites(engine, db)
    const copies = runningCopies(engine, home, directory)
    copiedBy(db, copies)
    return {
      db,
      copies,
      close: async () => {
        await engine.close()
        lock.release()
      },
    }
  } catch (error) {
    lock.release()
    throw error
  }
}

/**
 * Makes copies of a running cluster. Most of it is copied while others write; then its log is put into its files, and they wait while what changed meanwhile
 * is copied again, which is bounded by what can be written in that time.
 */
const runningCopies = (engine: PGlite, home: string, directory: string): Copies =>
  copiesOf(
    directory,
    {
      cluster: home,
      noRoom: () => roomOn(directory)(COPIES * bytesUnder(home)),
      async hold(act) {
        await engine.exec('checkpoint')
        // A transaction that does nothing keeps all others out.
        await engine.transaction(act)
      },
    },
    copyOutside,
  )
/** The copy, and what it is packed into, which is smaller; then that beside the copy it is unpacked into to be looked at. */
const COPIES = 1.5

/** The directory of the data under its real name, made if it was not there, for the keeper alone. */
function makeHome(directory: string): string {
  try {
    mkdirSync(directory, { recursive: true, mode: 0o700 })
    const real = realpathSync(directory)
    makeDirectoryPrivate(real)
    return real
  } catch (cause) {
    throw new DataUnusable(
      `The data directory ${directory} cannot be made or read: ${sayCause(cause)}. Nothing was written.`,
      cause,
    )
  }
}

/** Where the cluster really lies, if it is there: the keeper may have put a link in its place. */
function realHome(home: string): string {
  try {
    return realpathSync(home)
  } catch (cause) {
    if (lstatSync(home, { throwIfNoEntry: false }))
      throw new DataUnusable(
        `${home} is a link that leads nowhere: ${sayCause(cause)}. Mend the link or restore a backup; nothing was changed.`,
        cause,
      )
    return home
  }
}

/** Opens a PostgreSQL server (15 or later) with the same schema and migrations. */
export async function openServer(url: string): Promise<OpenDatabase> {
  const pool = new Pool({ connectionString: url })
  // A connection that breaks while it rests must not end the server; the next query takes another one.
  pool.on('error', (error) =>
    console.error(`The database server closed a connection: ${error.message}`),
  )
  const bare = drizzlePg(pool, { schema })
  const db = bare as unknown as Database
  try {
    await pool.query('select 1')
    await pendingMigration(db, 'the database server')
    await migrateServer(pool)
    await sweepArrivals(db, HOURS_AN_IMPORT_MAY_TAKE)
  } catch (cause) {
    await pool.end()
    if (cause instanceof DataUnusable) throw cause
    throw new DataUnusable(
      `The database server of DATABASE_URL does not answer as it should: ${sayCause(cause)}.`,
      cause,
    )
  }
  return { db, close: () => pool.end() }
}

const HOURS_AN_IMPORT_MAY_TAKE = 24
/** Any number, as long as it is ours: it names the lock under which one server at a time brings the schema up to date. */
const MIGRATION_LOCK = 7_184_011

async function migrateServer(pool: Pool): Promise<void> {
  const client = await pool.connect()
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK])
    await migratePg(drizzlePg(client, { schema }), { migrationsFolder: migrationsFolder() })
  } finally {
    await client.query('select pg_advisory_unlock($1)', [MIGRATION_LOCK]).catch(() => undefined)
    client.release()
  }
}

async function lockOrSay(directory: string): Promise<DirectoryLock> {
  try {
    return await lockDirectory(directory)
  } catch (cause) {
    if ((cause as NodeJS.ErrnoException).code) {
      throw new DataUnusable(
        `The data directory ${directory} cannot be written: ${sayCause(cause)}.`,
        cause,
      )
    }
    throw cause
  }
}

const TEMPLATE_BYTES = 20 * 1024 * 1024

/** Unpacked beside its place, put on the disk and moved there whole, so that a start cut short, by a power cut too, leaves no half database. */
async function createFromTemplate(home: string): Promise<void> {
  const template = await ensureTemplate()
  const part = `${home}.part`
  rmSync(part, { recursive: true, force: true })
  const engine = await openDurable(part, endOfLog, new Uint8Array(readFileSync(template)))
  await engine.close()
  makePrivate(part)
  syncTree(part)
  renameSync(part, home)
  syncPath(dirname(home))
}

async function openEngine(home: string): Promise<PGlite> {
  if (!existsSync(join(home, 'PG_VERSION'))) {
    throw new DataUnusable(
      `${home} does not hold a Vivero database (its PG_VERSION file is missing). Move it away or restore a backup; nothing was changed.`,
    )
  }
  try {
    makePrivate(home)
    return await openDurable(home, endOfLog)
  } catch (cause) {
    throw new DataUnusable(
      `The database in ${home} cannot be read: ${sayCause(cause)}. Restore the directory from a backup; nothing was changed.`,
      cause,
    )
  }
}

/** Without its log the engine may promise nothing more. The process ends; the next start recovers what was acknowledged. */
function endOfLog(sentence: string): void {
  writeSync(
    process.stderr.fd,
    `\nVivero stops. ${sentence} What it acknowledged is safe; make room or mend the disk, then start it again.\n`,
  )
  process.kill(process.pid, 'SIGKILL')
}

/** Of older data a copy is made before anything in them is changed; the engine is closed for that and opened again. */
async function copiedFirst(
  engine: PGlite,
  directory: string,
  home: string,
  mark: string,
): Promise<PGlite> {
  await engine.close()
  const { path } = await copiesOf(
    directory,
    {
      cluster: home,
      noRoom: () => roomOn(directory)(COPIES * bytesUnder(home)),
      hold: (act) => act(),
    },
    copyOutside,
  )
    .make({ before: mark, keptFor: null })
    .checked.catch((cause: Error) => {
      throw new DataUnusable(
        `The data in ${home} are of an older Vivero and are copied before they are brought up to date, which failed: ${cause.message} Nothing was changed.`,
        cause,
      )
    })
  console.warn(
    `The data are brought up to date. As they were they are kept in ${path}; \`npm run restore\` puts them back.`,
  )
  return openEngine(home)
}

/** The first migration that the data lack, or null when they lack none. Data written by a newer Vivero hold migrations this one does not know: to touch them could lose what it does not understand. Throws DataUnusable. */
async function pendingMigration(db: Database, where: string): Promise<string | null> {
  const known = JSON.parse(
    readFileSync(join(migrationsFolder(), 'meta', '_journal.json'), 'utf8'),
  ) as { entries: { when: number; tag: string }[] }
  const newest = Math.max(...known.entries.map((migration) => migration.when))
  const table = rowsOf(
    await db.execute(sql`select to_regclass('drizzle.__drizzle_migrations') is not null as there`),
  )
  if (table[0]?.there !== true) return known.entries[0].tag
  const applied = Number(
    rowsOf(
      await db.execute(sql`select max(created_at) as newest from drizzle.__drizzle_migrations`),
    )[0]?.newest ?? 0,
  )
  if (applied > newest) {
    throw new DataUnusable(
      `The data in ${where} was written by a newer Vivero. Start that version, or restore an older backup; nothing was changed.`,
    )
  }
  return known.entries.find((migration) => migration.when > applied)?.tag ?? null
}

/** The first line of what went wrong. The engine's file layer throws plain objects: their number is said. */
function sayCause(cause: unknown): string {
  if (cause instanceof Error) return cause.message.split('\n')[0]
  if (typeof cause !== 'object' || cause === null) return String(cause)
  const { message, errno, status } = cause as {
    message?: unknown
    errno?: unknown
    status?: unknown
  }
  return typeof message === 'string' && message !== ''
    ? message
    : `the engine stopped with error ${String(errno ?? status ?? 'unknown')}`
}
