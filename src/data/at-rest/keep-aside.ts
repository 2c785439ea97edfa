import { cpSync, existsSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { makePrivate, syncPath, syncTree } from './private'

/** Bytes of all files under a directory. */
export function bytesUnder(directory: string): number {
  return readdirSync(directory, { recursive: true, withFileTypes: true }).reduce(
    (sum, entry) => sum + (entry.isFile() ? statSync(join(entry.parentPath, entry.name)).size : 0),
    0,
  )
}

/**
 * A copy of a closed cluster beside it, made before it is brought up to date: `mark` names the state it is of. It is whole or not there
 * (copied to a name of its own, put on the disk, then renamed), and one that was made already is left. Gives its place.
 */
export function keepAside(home: string, mark: string): string {
  const aside = `${home}-before-${mark}`
  if (existsSync(aside)) return aside
  const part = `${aside}.part`
  rmSync(part, { recursive: true, force: true })
  cpSync(home, part, { recursive: true, preserveTimestamps: true })
  makePrivate(part)
  syncTree(part)
  renameSync(part, aside)
  syncPath(dirname(aside))
  return aside
}
