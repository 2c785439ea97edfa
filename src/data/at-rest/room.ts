import { statfsSync } from 'node:fs'
import { EntryRefused } from '../refused'

const MB = 1024 * 1024
/** Four segments of the log: with less the next write could find no place for it, which the engine does not survive. */
const LEAST_ROOM = 64 * MB

/** The disk has no room for a write; nothing was written. */
export class NoRoom extends EntryRefused {
  constructor(freeBytes: number, needed: number) {
    super([
      {
        field: '',
        says: `The disk that holds the data has ${Math.floor(freeBytes / MB)} MB left, and Vivero writes nothing below ${Math.ceil(needed / MB)} MB, so that what is there stays safe. Nothing was written. Make room on that disk and try again; reading goes on meanwhile.`,
      },
    ])
    this.name = 'NoRoom'
  }
}

/** Asks, before a write, whether the disk has room for it and `moreBytes` beside it. Throws NoRoom. */
export type RoomCheck = (moreBytes?: number) => void

/** The room on the disk of a directory, looked at anew each time, so that room given back is noticed. Where the system does not tell, all is taken for well. */
export const roomOn =
  (directory: string): RoomCheck =>
  (moreBytes = 0) => {
    const needed = LEAST_ROOM + moreBytes
    const free = freeBytes(directory)
    if (free !== null && free < needed) throw new NoRoom(free, needed)
  }

function freeBytes(directory: string): number | null {
  try {
    const { bavail, bsize } = statfsSync(directory)
    return bavail * bsize
  } catch {
    return null
  }
}
