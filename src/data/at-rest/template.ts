import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import { drizzle } from 'drizzle-orm/pglite'
import { migrate } from 'drizzle-orm/pglite/migrator'
import { migrationsFolder, projectRoot } from '../places'
import { writePrivately } from './private'

/** Where the packed, migrated, empty database lies; its name changes with migrations and with the engine. */
function templatePath(): string {
  const hash = createHash('sha256')
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
  const engine = await PGlite.create()
  await migrate(drizzle(engine), { migrationsFolder: migrationsFolder() })
  const dump = await engine.dumpDataDir('none')
  await engine.close()
  mkdirSync(join(projectRoot(), '.vivero'), { recursive: true })
  writePrivately(path, Buffer.from(await dump.arrayBuffer()))
  return path
}
