import fs from 'node:fs'
import { dirname, join } from 'node:path'

const OWN_DIRECTORY = 0o700
const OWN_FILE = 0o600
const STICKY = 0o1000
/** Windows keeps no such modes; there the keeper's profile is what keeps others out. */
const HAS_MODES = process.platform !== 'win32'

/** Every file and directory below `root`, and `root` itself, deepest first. Links are not followed. */
function* everythingBelow(
  root: string,
): Generator<{ path: string; mode: number; isDirectory: boolean }> {
  const state = fs.lstatSync(root)
  if (state.isDirectory())
    for (const name of fs.readdirSync(root)) yield* everythingBelow(join(root, name))
  if (state.isDirectory() || state.isFile())
    yield { path: root, mode: state.mode & 0o777, isDirectory: state.isDirectory() }
}

/** Lets nobody but the owner read or write a tree: 0700 and 0600. What has these modes already is left alone. */
export function makePrivate(root: string): void {
  if (!HAS_MODES) return
  for (const { path, mode, isDirectory } of everythingBelow(root)) {
    const wanted = isDirectory ? OWN_DIRECTORY : OWN_FILE
    if (mode !== wanted) fs.chmodSync(path, wanted)
  }
}

/** The data directory itself for its owner alone. One that others share by design (sticky, like /tmp) or own is left: what lies in it is private all the same. */
export function makeDirectoryPrivate(directory: string): void {
  if (!HAS_MODES) return
  const state = fs.statSync(directory)
  if ((state.mode & STICKY) !== 0 || state.uid !== process.getuid?.()) return
  if ((state.mode & 0o777) !== OWN_DIRECTORY) fs.chmodSync(directory, OWN_DIRECTORY)
}

/** Writes a file for its owner alone, whole or not at all, and on the disk when this returns. */
export function writePrivately(path: string, content: string | Uint8Array): void {
  const part = `${path}.${process.pid}.part`
  fs.rmSync(part, { force: true })
  fs.writeFileSync(part, content, { mode: OWN_FILE, flag: 'wx' })
  syncPath(part)
  fs.renameSync(part, path)
  syncPath(dirname(path))
}

/** Puts a whole tree on the disk, names included. */
export function syncTree(root: string): void {
  for (const { path } of everythingBelow(root)) syncPath(path)
}

/** Puts a file, or the names in a directory, on the disk. Some systems (Windows) cannot open a directory: there the file system keeps names itself. */
export function syncPath(path: string): void {
  let descriptor: number
  try {
    descriptor = fs.openSync(path, fs.statSync(path).isDirectory() || !HAS_MODES ? 'r' : 'r+')
  } catch (error) {
    if (!HAS_MODES) return
    throw error
  }
  try {
    fs.fsyncSync(descriptor)
  } catch (error) {
    if (HAS_MODES) throw error
  } finally {
    fs.closeSync(descriptor)
  }
}
