import { createHash, randomUUID } from 'node:crypto'
import {
  createReadStream,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  realpathSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs'
import { copyFile } from 'node:fs/promises'
import { basename, dirname, isAbsolute, join, sep } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { refuse, ok, type Result } from '@/core/quantity/result'
import { copiesIn, listBackups } from './copy-names'
import { syncPath, writePrivately } from './private'
import { roomFor } from './room'
import { thinCopies } from './thin'

/** A directory beside the data’s own disk into which every copy goes too, and how that went last. */
export interface SecondPlace {
  path: string
  /** What stands in its mark: another disk under the same name is another place. */
  mark: string
  /** When the copies were last all there; null before the first time. */
  lastWell: string | null
  /** Why they are not, as of the last try; null where all is well. */
  fault: string | null
  /** Since when they are not. */
  faultSince: string | null
}

const noteOf = (directory: string) => join(directory, 'copies-also-in.json')
const MARK = 'vivero-copies'

/** The second place that was named, or null. */
export function secondPlace(directory: string): SecondPlace | null {
  try {
    const read = JSON.parse(readFileSync(noteOf(directory), 'utf8')) as SecondPlace
    return typeof read.path === 'string' && typeof read.mark === 'string' ? read : null
  } catch {
    return null
  }
}

const keepNote = (directory: string, place: SecondPlace) =>
  writePrivately(noteOf(directory), `${JSON.stringify(place)}\n`)

/** Why a directory could not be made, by the system's code. */
const whyNotMade = (code = 'unknown') => WHY_NOT[code] ?? `It cannot be made (${code}).`
const WHY_NOT: Readonly<Record<string, string>> = {
  ENOENT: 'The directory it would lie in is not there. Is the disk plugged in?',
  ENOTDIR: 'A part of that path is a file, not a directory.',
  ENAMETOOLONG: 'That name is longer than the disk takes.',
  EACCES: 'Vivero may not write there.',
  EPERM: 'Vivero may not write there.',
  EROFS: 'That disk can only be read.',
  ENOSPC: 'That disk is full.',
}

/** The keeper names a second place, once. It is made where its parent is there. Gives what is to be said of it, or why it is none. */
export function nameSecondPlace(directory: string, asked: string): Result<SecondPlace> {
  const path = asked.trim()
  if (!isAbsolute(path) || path.includes('\0'))
    return refuse('Name the directory in full, from the root on, like /media/stick/vivero.')
  try {
    if (isWithin(join(realpathSync(dirname(path)), basename(path)), directory))
      return refuse(WITHIN_DATA)
    mkdirSync(path, { mode: 0o700 })
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    if (code !== 'EEXIST') return refuse(whyNotMade(code))
  }
  try {
    if (!statSync(path).isDirectory()) return refuse('That is a file, not a directory.')
    const real = realpathSync(path)
    if (isWithin(real, directory)) return refuse(WITHIN_DATA)
    const markPath = join(real, MARK)
    const mark = existsSync(markPath) ? readFileSync(markPath, 'utf8').trim() : randomUUID()
    // What lies there of another room would be thinned by the days of this one.
    if (mark !== secondPlace(directory)?.mark && copiesIn(real).length > 0)
      return refuse('Copies of other data lie there already; name a directory of its own.')
    writePrivately(markPath, `${mark}\n`)
    const place: SecondPlace = {
      path: real,
      mark,
      lastWell: null,
      fault: null,
      faultSince: null,
    }
    keepNote(directory, place)
    return ok(place)
  } catch (error) {
    return refuse(
      `It cannot be written to (${(error as NodeJS.ErrnoException).code ?? 'unknown'}).`,
    )
  }
}

const WITHIN_DATA = 'That lies within the data themselves: what befalls them befalls it too.'
function isWithin(real: string, directory: string): boolean {
  const home = realpathSync(directory)
  return real === home || real.startsWith(home + sep)
}

export function forgetSecondPlace(directory: string): void {
  rmSync(noteOf(directory), { force: true })
}

/** Whether the second place lies on the very disk of the data. */
export const onSameDisk = (directory: string, { path }: SecondPlace): boolean => {
  const there = statSync(path, { throwIfNoEntry: false })
  return there !== undefined && there.dev === statSync(directory).dev
}

/**
 * Brings the copies that the second place lacks there, each read back and compared before it gets its name, and thins it as the first. How it went is kept,
 * and said on the bench. A disk that is not plugged in leaves the directory of its name empty: without its mark nothing is written there.
 */
export async function bringToSecondPlace(directory: string, now: Date): Promise<void> {
  const place = secondPlace(directory)
  if (place === null) return
  const fault = await bringThere(directory, place, now).catch((error: NodeJS.ErrnoException) =>
    error.code ? `It cannot be written to (${error.code}).` : error.message,
  )
  const at = now.toISOString()
  keepNote(
    directory,
    fault === null
      ? { ...place, lastWell: at, fault: null, faultSince: null }
      : { ...place, fault, faultSince: place.faultSince ?? at },
  )
}

async function bringThere(
  directory: string,
  { path, mark }: SecondPlace,
  now: Date,
): Promise<string | null> {
  const markPath = join(path, MARK)
  if (!existsSync(markPath)) return 'It is not there. Is its disk plugged in?'
  if (readFileSync(markPath, 'utf8').trim() !== mark) return 'Another disk is plugged in there.'
  for (const file of readdirSync(path))
    if (file.startsWith('vivero-') && file.endsWith('.part')) rmSync(join(path, file))
  const there = new Set(copiesIn(path).map(({ file }) => file))
  thinCopies(path, now)
  // The latest first: if the room does not last, it is the one to have.
  for (const { file, bytes, path: from } of listBackups(directory)) {
    if (there.has(file)) continue
    if (bytes > roomFor(path)) return 'It has no room for another copy.'
    const part = join(path, `${file}.part`)
    await copyFile(from, part)
    syncPath(part)
    if ((await hashOf(part)) !== (await hashOf(from))) {
      rmSync(part, { force: true })
      return 'What was written there reads otherwise: that disk is failing.'
    }
    renameSync(part, join(path, file))
    syncPath(path)
  }
  return null
}

async function hashOf(path: string): Promise<string> {
  const hash = createHash('sha256')
  await pipeline(createReadStream(path), hash)
  return hash.digest('hex')
}
