import { mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { packDirectory } from './archive'
import type { Backup, CopyContent } from './backup'
import { backupsOf, nameOfCopy, USUAL, type CopyReason } from './copy-names'
import { syncPath } from './private'
import { thinCopies } from './thin'

/** Copies a cluster that is in use into a directory that is not there yet. */
export type CopyCluster = (into: string) => Promise<void>
/** Opens a copy in a process of its own, in a directory that is not there yet, and says what it holds. Throws for one that cannot be opened. */
export type CheckCopy = (archive: string, room: string) => Promise<CopyContent>

/** A copy on its way. */
export interface CopyUnderWay {
  /** All the data are in it, packed and on the disk; it was not opened yet. */
  packed: Promise<void>
  /** It was opened again, says what it holds, and stands in its place. */
  checked: Promise<Backup & CopyContent>
}

export interface Copies {
  /** Makes a copy as soon as those before it are made, checked and thinned. One that cannot be made, or not be opened again, rejects with the reason. */
  make(reason?: CopyReason): CopyUnderWay
  /** Does something with the copies while none is made. */
  meanwhile<T>(act: () => Promise<T> | T): Promise<T>
}

/** What a fall left half made, of copies and of looks into them. Under the lock of the directory, before anything else is done with it. */
export function sweepCopies(directory: string): void {
  const home = backupsOf(directory)
  if (!statSync(home, { throwIfNoEntry: false })) return
  for (const file of readdirSync(home))
    if (file.endsWith('.part')) rmSync(join(home, file), { recursive: true, force: true })
}

/**
 * The copies of one data directory. There is one queue: a copy is made, opened, given its name and the old ones thinned before the next is begun, so that
 * none takes the ground from under another. A copy under its name is one that was opened.
 */
export function copiesOf(
  directory: string,
  copyCluster: CopyCluster,
  check: CheckCopy,
  now: () => Date = () => new Date(),
): Copies {
  const home = backupsOf(directory)
  let before: Promise<unknown> = Promise.resolve()
  const inTurn = <T>(act: () => Promise<T> | T): Promise<T> => {
    const done = before.then(act)
    before = done.catch(() => undefined)
    return done
  }
  return {
    meanwhile: inTurn,
    make(reason = USUAL) {
      let packed = () => {}
      let notPacked = (_: unknown) => {}
      const whenPacked = new Promise<void>((resolve, reject) => {
        packed = resolve
        notPacked = reject
      })
      // Whoever waits for the second promise alone has heard of the first one’s fault by it.
      whenPacked.catch(() => undefined)
      const checked = inTurn(async () => {
        try {
          mkdirSync(home, { recursive: true, mode: 0o700 })
          const at = now()
          const path = freePath(home, at, reason)
          await packTo(`${path}.part`, copyCluster)
          packed()
          const content = await openAgain(path, check)
          renameSync(`${path}.part`, path)
          syncPath(home)
          thinCopies(home, at)
          const file = path.slice(home.length + 1)
          return { file, path, at, bytes: statSync(path).size, ...reason, ...content }
        } catch (error) {
          notPacked(error)
          throw error
        }
      })
      return { packed: whenPacked, checked }
    },
  }
}

/** Two copies of one second have two names. */
function freePath(home: string, at: Date, reason: CopyReason): string {
  for (let later = 0; ; later++) {
    const path = join(home, nameOfCopy(new Date(at.getTime() + 1000 * later), reason))
    if (!statSync(path, { throwIfNoEntry: false })) return path
  }
}

async function packTo(part: string, copyCluster: CopyCluster): Promise<void> {
  const copied = `${part.replace(/\.part$/, '')}.copy.part`
  rmSync(part, { force: true })
  rmSync(copied, { recursive: true, force: true })
  try {
    await copyCluster(copied)
    await packDirectory(copied, part)
    syncPath(part)
  } catch (error) {
    rmSync(part, { force: true })
    throw error
  } finally {
    rmSync(copied, { recursive: true, force: true })
  }
}

/** One that cannot be opened is set aside, for whoever can mend it, and no other of these is kept. */
async function openAgain(path: string, check: CheckCopy): Promise<CopyContent> {
  const room = `${path}.check.part`
  try {
    return await check(`${path}.part`, room)
  } catch (error) {
    renameSync(`${path}.part`, join(path, '..', 'latest-damaged-copy'))
    throw error
  } finally {
    rmSync(room, { recursive: true, force: true })
  }
}
