import { cpSync, existsSync, lstatSync, mkdirSync, readdirSync, rmSync } from 'node:fs'
import { copyFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'

/** What a file looked like when it was copied. */
interface Seen {
  mtimeMs: number
  size: number
}

/** A file written to so shortly before it was looked at may have been written to again within one tick of its clock. */
const TICK_MS = 2000

/** Files below a directory by their way from it. */
function* filesBelow(root: string, way = ''): Generator<string> {
  for (const { name, ...entry } of readdirSync(join(root, way), { withFileTypes: true }).map(
    (one) => ({ name: one.name, dir: one.isDirectory(), file: one.isFile() }),
  )) {
    if (entry.dir) yield* filesBelow(root, join(way, name))
    else if (entry.file) yield join(way, name)
  }
}

function* directoriesBelow(root: string, way = ''): Generator<string> {
  for (const one of readdirSync(join(root, way), { withFileTypes: true }))
    if (one.isDirectory()) {
      yield join(way, one.name)
      yield* directoriesBelow(root, join(way, one.name))
    }
}

/**
 * Copies a tree that is written to meanwhile, in two goes: all of it while others write, and with {@link CopyInTwo.again}, while nobody does, what was
 * written to since. So those who wait, wait for that alone, however large the tree is.
 */
export async function copyInTwo(from: string, into: string): Promise<{ again: () => void }> {
  const began = Date.now()
  const seen = new Map<string, Seen>()
  mkdirSync(into, { recursive: true, mode: 0o700 })
  for (const way of directoriesBelow(from)) mkdirSync(join(into, way), { recursive: true })
  for (const way of [...filesBelow(from)]) {
    const state = lstatSync(join(from, way), { throwIfNoEntry: false })
    // Gone again: the second go sees what stands then.
    if (!state) continue
    try {
      await copyFile(join(from, way), join(into, way))
      seen.set(way, { mtimeMs: state.mtimeMs, size: state.size })
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error
    }
  }
  return { again: () => copyAgain(from, into, seen, began) }
}

function copyAgain(from: string, into: string, seen: Map<string, Seen>, began: number): void {
  for (const way of directoriesBelow(from)) mkdirSync(join(into, way), { recursive: true })
  const here = new Set<string>()
  for (const way of filesBelow(from)) {
    here.add(way)
    const { mtimeMs, size } = lstatSync(join(from, way))
    const before = seen.get(way)
    const same = before?.mtimeMs === mtimeMs && before.size === size && mtimeMs < began - TICK_MS
    if (same) continue
    mkdirSync(dirname(join(into, way)), { recursive: true })
    cpSync(join(from, way), join(into, way))
  }
  for (const way of seen.keys())
    if (!here.has(way) && existsSync(join(into, way))) rmSync(join(into, way))
}
