import { bringToSecondPlace } from './at-rest/second-place'
import { listBackups } from './at-rest/copy-names'
import { copiesFor, makeCopy } from './backed-up'
import { database } from './database'
import { dataDirectory } from './places'

/** A server that has just started has more urgent things to do. */
const FIRST_AFTER_MS = 90_000
const LOOK_EVERY_MS = 3_600_000

/** Makes a copy of the data every day the server runs, looked at once an hour, and brings it to the second place. Off with VIVERO_BACKUPS=off, and for a database server, which is backed up by its own means. */
export function backUpDaily(): void {
  if (process.env.DATABASE_URL || process.env.VIVERO_BACKUPS === 'off') return
  const look = () =>
    void backUpIfDue().catch((error: unknown) =>
      console.error(
        `No copy of the data was made today: ${error instanceof Error ? error.message : String(error)}`,
      ),
    )
  setTimeout(look, FIRST_AFTER_MS).unref()
  setInterval(look, LOOK_EVERY_MS).unref()
}

async function backUpIfDue(): Promise<void> {
  const copies = copiesFor(await database())
  if (!copies) return
  const today = new Date().toISOString().slice(0, 10)
  const [latest] = listBackups(dataDirectory()).filter((one) => one.before === null)
  try {
    if (!latest?.at.toISOString().startsWith(today)) await makeCopy(copies)
  } finally {
    await copies.meanwhile(() => bringToSecondPlace(dataDirectory(), new Date()))
  }
}
