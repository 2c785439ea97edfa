import type { Backup } from './at-rest/backup'
import type { Database } from './db'

/** How a copy of the data is made; with the process, since the bundler loads this file once for each layer it builds. */
const shared = globalThis as unknown as { viveroBackups?: WeakMap<Database, () => Promise<Backup>> }
const makers = (shared.viveroBackups ??= new WeakMap())

export function backUpBy(db: Database, make: () => Promise<Backup>): void {
  makers.set(db, make)
}

/**
 * Makes a copy of the data before something large is written into them. One that cannot be made is said where the server speaks and stops
 * nothing: what is to be written is whole or not at all anyway. A database server is backed up by its own means.
 */
export async function backedUpFirst(db: Database): Promise<void> {
  try {
    await makers.get(db)?.()
  } catch (error) {
    console.error(
      `A copy of the data could not be made: ${error instanceof Error ? error.message : String(error)}`,
    )
  }
}
