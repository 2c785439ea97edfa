import { readdirSync, statfsSync, statSync } from 'node:fs'
import { join } from 'node:path'

const MB = 1024 * 1024
/** Four segments of the log: with less the next write could find no place for it, which the engine does not survive. */
const LEAST_ROOM = 64 * MB

/**
 * Why the disk has no room for a write and `moreBytes` beside it, in a sentence, or null. An answer and not an error: it is asked
 * for across the layers of a bundled program, each of which has classes of its own.
 */
export type RoomCheck = (moreBytes?: number) => string | null

/** The room on the disk of a directory, looked at anew each time, so that room given back is noticed. Where the system does not tell, all is taken for well. */
export const roomOn =
  (directory: string): RoomCheck =>
  (moreBytes = 0) => {
    const needed = LEAST_ROOM + moreBytes
    const free = freeBytes(directory)
    if (free === null || free >= needed) return null
    return `The disk that holds the data has ${Math.floor(free / MB)} MB left, and Vivero writes nothing below ${Math.ceil(needed / MB)} MB, so that what is there stays safe. Nothing was written. Make room on that disk and try again; reading goes on meanwhile.`
  }

/** Bytes that may be written to the disk of a directory before it is too full to write at all. */
export const roomFor = (directory: string): number =>
  Math.max(0, (freeBytes(directory) ?? Infinity) - LEAST_ROOM)

function freeBytes(directory: string): number | null {
  try {
    const { bavail, bsize } = statfsSync(directory)
    return bavail * bsize
  } catch {
    return null
  }
}

/** Bytes of all files under a directory. */
export const bytesUnder = (directory: string): number =>
  readdirSync(directory, { recursive: true, withFileTypes: true }).reduce(
    (sum, entry) => sum + (entry.isFile() ? statSync(join(entry.parentPath, entry.name)).size : 0),
    0,
  )
