import { existsSync, lstatSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { unpackInto } from './archive'
import { checkBackup } from './backups'
import { lockDirectory } from './lock'
import { makeDirectoryPrivate, makePrivate, syncPath, syncTree, writePrivately } from './private'

/** While it stands, a restoration is under way: it holds the name under which the present state is kept aside. */
const mark = (directory: string) => join(directory, 'restore-under-way')
const homeOf = (directory: string) => join(directory, 'pg')
const restoredOf = (directory: string) => join(directory, 'pg.restored')
const isThere = (path: string) => lstatSync(path, { throwIfNoEntry: false }) !== undefined

export interface Restored {
  tanks: number
  lines: number
  /** Where what stood before is kept; null where there was nothing. */
  aside: string | null
}

/**
 * Puts a copy in the place of the present data, which are kept aside. The copy is opened first: one that cannot be is refused and nothing is changed. Killed
 * at any moment, the data are either as before or as the copy has them: the next start finishes what was begun. Throws DirectoryInUse while a server runs.
 */
export async function restoreBackup(
  directory: string,
  archive: string,
  at: Date,
): Promise<Restored> {
  makeDirectoryPrivate(directory)
  const lock = await lockDirectory(directory)
  try {
    const home = homeOf(directory)
    if (existsSync(join(home, 'PG_VERSION'))) await lock.alsoHold(join(home, 'PG_VERSION'))
    finishRestore(directory)
    const counts = await checkBackup(archive)
    const restored = restoredOf(directory)
    rmSync(restored, { recursive: true, force: true })
    await unpackInto(archive, restored)
    makePrivate(restored)
    syncTree(restored)
    const name = `pg-before-restore-${at.toISOString().slice(0, 19).replaceAll(':', '-')}`
    const had = isThere(home)
    writePrivately(mark(directory), name)
    finishRestore(directory)
    return { ...counts, aside: had ? join(directory, name) : null }
  } finally {
    lock.release()
  }
}

/** Finishes a restoration that was begun, whatever of it was done; nothing where none was. Under the lock of the directory. */
export function finishRestore(directory: string): void {
  const [home, restored] = [homeOf(directory), restoredOf(directory)]
  if (existsSync(mark(directory))) {
    // Until the copy has left its place the present state has not been replaced.
    if (existsSync(restored)) {
      const aside = join(directory, readFileSync(mark(directory), 'utf8').replace(/[^\w.-]/g, ''))
      if (isThere(home)) renameSync(home, aside)
      renameSync(restored, home)
      syncPath(directory)
    }
    rmSync(mark(directory))
    syncPath(directory)
  } else rmSync(restored, { recursive: true, force: true })
}
