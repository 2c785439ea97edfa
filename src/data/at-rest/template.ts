import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import { drizzle } from 'drizzle-orm/pglite'
import { migrate } from 'drizzle-orm/pglite/migrator'
import { migrationsFolder, projectRoot } from '../places'
import { writePrivately } from './private'

/** Changes with how the cluster below is made. */
const RECIPE = 'slim'
/**
 * A cluster as it is made by itself is 41 MB, of which a keeper's tables are one: 17 are a log segment of 16 MB, 15 two databases to make other
 * databases from, which nobody here makes. Every start, copy and restoration reads and writes all of it. So the log has segments of 1 MB, and the
 * two are left out (from the one that stays they can be made anew: `create database template1 template postgres`).
 */
const LOG_SEGMENT = '--wal-segsize=1'
const LEFT_OUT = ['template0', 'template1']

/** Where the packed, migrated, empty database lies; its name changes with migrations, with the engine, and with how it is made. */
function templatePath(): string {
  const hash = createHash('sha256')
  hash.update(RECIPE)
  hash.update(readFileSync(join(migrationsFolder(), 'meta', '_journal.json')))
  hash.update(
    readFileSync(join(projectRoot(), 'node_modules', '@electric-sql', 'pglite', 'package.json')),
  )
  return join(projectRoot(), '.vivero', `template-${hash.digest('hex').slice(0, 16)}.tar`)
}

/** Makes the template if it is not there: the 5–15 s of creating a database cluster are paid once, at build. Returns its path. */
export async function ensureTemplate(): Promise<string> {
  const path = templatePath()
  if (existsSync(path)) return path
  const engine = await PGlite.create({ initDbStartParams: [LOG_SEGMENT] })
  for (const name of LEFT_OUT) {
    await engine.exec(`update pg_database set datistemplate = false where datname = '${name}'`)
    await engine.exec(`drop database ${name}`)
  }
  await migrate(drizzle(engine), { migrationsFolder: migrationsFolder() })
  const dump = await engine.dumpDataDir('none')
  await engine.close()
  mkdirSync(join(projectRoot(), '.vivero'), { recursive: true })
  writePrivately(path, Buffer.from(await dump.arrayBuffer()))
  return path
}
