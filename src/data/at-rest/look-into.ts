import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import { drizzle } from 'drizzle-orm/pglite'
import { rowsOf } from '../db'
import { migrationsFolder } from '../places'
import type { CopyContent } from './backup'
import { openDurable } from './durable-fs'

/** What a cluster that nobody uses holds, seen by opening it. Throws for one that cannot be opened, and for one of a newer Vivero. */
export async function lookInto(cluster: string): Promise<CopyContent> {
  const engine = await openDurable(cluster, (sentence) => {
    throw new Error(sentence)
  })
  try {
    const db = drizzle(engine)
    const [{ newest }] = rowsOf(
      await db.execute(sql`select max(created_at) as newest from drizzle.__drizzle_migrations`),
    )
    if (Number(newest) > newestKnown()) throw new Error('it was written by a newer Vivero')
    const tanks = rowsOf(
      await db.execute(
        sql`select slug, name, (select count(*) from entry where vessel_id = vessel.id) as lines from vessel order by slug`,
      ),
    ).map(({ slug, name, lines }) => ({
      slug: String(slug),
      name: String(name),
      lines: Number(lines),
    }))
    return { tanks, lines: tanks.reduce((sum, { lines }) => sum + lines, 0) }
  } finally {
    await engine.close()
  }
}

const newestKnown = (): number =>
  Math.max(
    ...(
      JSON.parse(readFileSync(join(migrationsFolder(), 'meta', '_journal.json'), 'utf8')) as {
        entries: { when: number }[]
      }
    ).entries.map(({ when }) => when),
  )
