import { spawn } from 'node:child_process'
import { renameSync } from 'node:fs'
import type { Backup } from './at-rest/backup'
import { listBackups } from './at-rest/backups'
import { backedUpFirst } from './backed-up'
import { database } from './database'
import { dataDirectory, projectRoot } from './places'

/** A server that has just started has more urgent things to do. */
const FIRST_AFTER_MS = 90_000
const LOOK_EVERY_MS = 3_600_000

/** Makes a copy of the data every day the server runs, looked at once an hour. Off with VIVERO_BACKUPS=off, and for a database server, which is backed up by its own means. */
export function backUpDaily(): void {
  if (process.env.DATABASE_URL || process.env.VIVERO_BACKUPS === 'off') return
  const look = () => void backUpIfDue()
  setTimeout(look, FIRST_AFTER_MS).unref()
  setInterval(look, LOOK_EVERY_MS).unref()
}

async function backUpIfDue(): Promise<void> {
  const today = new Date().toISOString().slice(0, 10)
  const [before] = listBackups(dataDirectory()).filter((one) => one.before === null)
  if (before?.at.toISOString().startsWith(today)) return
  await backedUpFirst(await database())
  const [latest] = listBackups(dataDirectory())
  if (latest && latest.path !== before?.path) lookInto(latest)
}

/** Opens a fresh copy in a process of its own, so that nobody waits for it; one that cannot be opened is set aside and said. */
function lookInto({ path, file }: Backup): void {
  const child = spawn(process.execPath, ['--import', 'tsx', 'scripts/check-backup.mts', path], {
    cwd: projectRoot(),
    stdio: 'ignore',
  })
  child.on('exit', (code) => {
    if (code === 0) return
    console.error(
      `The copy ${file} cannot be opened again and is set aside; the next hour makes another.`,
    )
    renameSync(path, `${path}.damaged`)
  })
  child.unref()
}
