import { existsSync, lstatSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { unpackInto } from './archive'
import type { CopyContent } from './backup'
import { lookInto } from './look-into'
import { lockDirectory } from './lock'
import { makeDirectoryPrivate, makePrivate, syncPath, syncTree, writePrivately } from './private'
import { roomFor } from './room'

/** While it stands, a restoration is under way: it holds the name under which the present state is kept aside. */
const mark = (directory: string) => join(directory, 'restore-under-way')
const homeOf = (directory: string) => join(directory, 'pg')
const restoredOf = (directory: string) => join(directory, 'pg.restored')
const isThere = (path: string) => lstatSync(path, { throwIfNoEntry: false }) !== undefined

export interface Restored extends CopyContent {
  /** Where what stood before is kept; null where there was nothing. */
  aside: string | null
}

/**
 * Puts a copy in the place of the present data, which are kept aside. The copy may lie anywhere, on a stick that takes no writes too: it is unpacked beside
 * the present data and opened there before anything of them is touched. One that cannot be opened is refused and nothing is changed. Killed at any moment,
 * the data are either as before or as the copy has them: the next start finishes what was begun, or takes away what was not. Throws DirectoryInUse
 * while a server runs.
 */
export async function restoreBackup(
  directory: string,
  archive: string,
  at: Date,
): Promise<Restored> {
  makeDirectoryPrivate(directory)
  const lock = await lockDirectory(directory)
  const restored = restoredOf(directory)
  try {
    const home = homeOf(directory)
    if (existsSync(join(home, 'PG_VERSION'))) await lock.alsoHold(join(home, 'PG_VERSION'))
    finishRestore(directory)
    await unpackInto(archive, restored, roomFor(directory))
    makePrivate(restored)
    const content = await lookInto(restored)
    makePrivate(restored)
    syncTree(restored)
    const name = freeName(
      directory,
      `pg-before-restore-${at.toISOString().slice(0, 19).replaceAll(':', '-')}`,
    )
    const had = isThere(home)
    writePrivately(mark(directory), name)
    finishRestore(directory)
    return { ...content, aside: had ? join(directory, name) : null }
  } catch (error) {
    if (!existsSync(mark(directory))) rmSync(restored, { recursive: true, force: true })
    throw error
  } finally {
    lock.release()
  }
}

/** Two restorations of one second keep aside what each found. */
function freeName(directory: string, wanted: string): string {
  if (!isThere(join(directory, wanted))) return wanted
  for (let n = 2; ; n++) if (!isThere(join(directory, `${wanted}-${n}`))) return `${wanted}-${n}`
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
