import type { ExtractTablesWithRelations } from 'drizzle-orm'
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core'
import type { Copies } from './at-rest/copies'
import type * as schema from './schema'

/** One type for both drivers and for a transaction on either. */
export type Database = PgDatabase<
  PgQueryResultHKT,
  typeof schema,
  ExtractTablesWithRelations<typeof schema>
>
export interface OpenDatabase {
  db: Database
  close: () => Promise<void>
  /** Makes copies of the data while they are in use; absent for a database server. */
  copies?: Copies
}

/** Both drivers answer a raw query with `rows`. */
export function rowsOf(result: unknown): Record<string, unknown>[] {
  return (result as { rows: Record<string, unknown>[] }).rows
}
