import { type Database, type OpenDatabase } from './db'
import { openDirectory, openServer } from './open'
import { dataDirectory } from './places'

/** One database a process. Kept on the global object because the bundler loads this file once for each layer it builds. */
const shared = globalThis as unknown as { viveroDatabase?: Promise<OpenDatabase> }

/** The open database; opened at the first call. A failure is remembered: the server must not half-run without its data. */
export async function database(): Promise<Database> {
  shared.viveroDatabase ??= process.env.DATABASE_URL
    ? openServer(process.env.DATABASE_URL)
    : openDirectory(dataDirectory())
  return (await shared.viveroDatabase).db
}

/** Closes what {@link database} opened, if anything. */
export async function closeDatabase(): Promise<void> {
  const open = shared.viveroDatabase
  shared.viveroDatabase = undefined
  if (open) await (await open).close()
}
