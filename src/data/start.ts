import { backUpDaily } from './backup-schedule'
import { closeDatabase, database } from './database'
import { DirectoryInUse } from './at-rest/lock'
import { watchOver } from './at-rest/watchdog'
import { DataUnusable } from './open'

/** Opens the data at server start. A known trouble is said in a sentence and ends the process with 1; so does an unknown one, with its trace. */
export async function openOrStop(): Promise<void> {
  try {
    await database()
  } catch (error) {
    const sentence =
      error instanceof DirectoryInUse || error instanceof DataUnusable ? error.message : error
    console.error('\nVivero cannot start.', sentence, '\n')
    process.exit(1)
  }
  watchOver()
  backUpDaily()
  for (const signal of ['SIGTERM', 'SIGINT'] as const) {
    process.once(signal, () => {
      void closeDatabase().finally(() => process.exit(0))
    })
  }
}
