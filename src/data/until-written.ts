import type { PGlite } from '@electric-sql/pglite'
import type { Database } from './db'

/** How often a database was written to since it was opened, and what was read from it since the last time. */
interface Watch {
  writes: number
  readAt: number
  read: Map<string, unknown>
}
/** It hangs on the database itself: a page and the start of the server may hold this file twice. */
const WATCH = Symbol.for('vivero.watch')
type Watched = Database & { [WATCH]?: Watch }

/** So many different things are kept; a page asks for a handful. */
const MOST_KEPT = 500

const isReading = (statement: unknown) =>
  typeof statement === 'string' &&
  /^\s*select\b/i.test(statement) &&
  !/\bfor\s+(?:no\s+key\s+)?update\b/i.test(statement)

/**
 * Counts what is written through an engine that nobody else writes to (its directory is locked), so that what was read can be kept until
 * then. A transaction counts as a write when it is over; whoever waited for it sees what it wrote.
 */
export function watchWrites(engine: PGlite, db: Database): void {
  const watch: Watch = { writes: 0, readAt: 0, read: new Map() }
  ;(db as Watched)[WATCH] = watch
  const counted = <A extends unknown[], R>(
    work: (...args: A) => Promise<R>,
    writes: (...args: A) => boolean,
  ) =>
    async function (...args: A): Promise<R> {
      try {
        return await work(...args)
      } finally {
        if (writes(...args)) watch.writes++
      }
    }
  const own = engine as {
    query: (statement: string, ...rest: unknown[]) => Promise<unknown>
    exec: (...args: unknown[]) => Promise<unknown>
    transaction: (...args: unknown[]) => Promise<unknown>
  }
  own.query = counted(own.query.bind(engine), (statement) => !isReading(statement))
  own.exec = counted(own.exec.bind(engine), () => true)
  own.transaction = counted(own.transaction.bind(engine), () => true)
}

/**
 * What `read` gives, kept under `key` until the database is written to; read each time on a server, and inside a transaction. What is
 * given is shared: nobody changes it.
 */
export async function untilWritten<T>(
  db: Database,
  key: string,
  read: () => Promise<T>,
): Promise<T> {
  const watch = (db as Watched)[WATCH]
  if (!watch) return read()
  if (watch.readAt !== watch.writes || watch.read.size >= MOST_KEPT) {
    watch.read.clear()
    watch.readAt = watch.writes
  }
  if (watch.read.has(key)) return watch.read.get(key) as T
  const before = watch.writes
  const value = await read()
  // Written meanwhile: what was read may be of before.
  if (watch.writes === before && watch.readAt === before) watch.read.set(key, value)
  return value
}
