import { mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import type { Backup, CopyContent } from './backup'
import { backupsOf, nameOfCopy, USUAL, type CopyReason } from './copy-names'
import { syncPath } from './private'
import { thinCopies } from './thin'

/** Where a copy is made of what. */
interface CopyPaths {
  cluster: string
  /** Of these none is there before, and none but the packed copy after it. */
  copied: string
  part: string
  room: string
}
/** Copies a cluster that is in use, packs it into one file and opens that again. Throws with the reason; gives what is in it. */
export type CopyWork = (
  paths: CopyPaths,
  tell: {
    /** Keeps all writers out for as long as it is asked for. */
    hold: (act: () => Promise<void>) => Promise<void>
    /** All is in the one file, on the disk. */
    packed: () => void
  },
) => Promise<CopyContent>

/** The cluster of a data directory: where it lies, how its writers are kept out, and whether there is room for another of its size. */
export interface Copied {
  cluster: string
  hold: (act: () => Promise<void>) => Promise<void>
  /** Why there is no room, in a sentence; null where there is. */
  noRoom: () => string | null
}

/** A copy on its way. */
interface CopyUnderWay {
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
  { cluster, hold, noRoom }: Copied,
  work: CopyWork,
  now: () => Date = () => new Date(),
): Copies {
  const home = backupsOf(directory)
  let before: Promise<unknown> = Promise.resolve()
  const inTurn = <T>(act: () => Promise<T> | T): Promise<T> => {
    const done = before.then(act)
    before = done.catch(() => undefined)
    return done
  }
  const makeOne = async (reason: CopyReason, packed: () => void) => {
    const problem = noRoom()
    if (problem !== null) throw new Error(problem)
    mkdirSync(home, { recursive: true, mode: 0o700 })
    const at = now()
    const path = freePath(home, at, reason)
    const [part, copied, room] = ['part', 'copy.part', 'check.part'].map((end) => `${path}.${end}`)
    let whole = false
    const allPacked = () => {
      whole = true
      packed()
    }
    try {
      const content = await work({ cluster, copied, part, room }, { hold, packed: allPacked })
      renameSync(part, path)
      syncPath(home)
      thinCopies(home, at)
      const file = path.slice(home.length + 1)
      return { file, path, at, bytes: statSync(path).size, ...reason, ...content }
    } finally {
      // One that was packed and could not be opened is set aside, for whoever can mend it; no other of these is kept, and nothing half packed.
      if (whole && statSync(part, { throwIfNoEntry: false }))
        renameSync(part, join(home, 'latest-damaged-copy'))
      for (const left of [part, copied, room]) rmSync(left, { recursive: true, force: true })
    }
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
      const checked = inTurn(() => makeOne(reason, packed))
      checked.catch(notPacked)
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
