import type { Entry } from '@/core/journal/entry'
import type { TankHistory } from '@/core/history/types'
import { type Result, ok } from '@/core/quantity/result'
import type { Instant } from '@/core/quantity/time'
import { STORY_PARTS } from '../border/story-schema'
import { foreign } from '../outside/foreign'
import { eachPart } from '../outside/stream'
import { TANK_FILE_MAX_MB, TANK_FORMAT, TANK_VERSION } from './tank-format'

/** The tank file: a story as JSON, the same bytes for the same story. */
export function writeTankFile(history: TankHistory): string {
  const parts = Object.fromEntries(
    [...Object.keys(STORY_PARTS), 'entries'].map((name) => [
      name,
      sorted(history[name as keyof TankHistory]),
    ]),
  )
  return `${JSON.stringify({ format: TANK_FORMAT, version: TANK_VERSION, ...parts }, null, 1)}\n`
}

/** Objects with their keys in one order: the database does not keep the order in which a detail was written. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => [key, sorted(inner)]),
  )
}

/** A story out of a file, with what is to be remarked on in it. */
export interface ReadTank {
  story: TankHistory
  remarks: string[]
}

/** The story in a tank file, or which parts of it are wrong: nothing of it is believed before all of it was looked at. */
export async function readTank(bytes: Uint8Array, now: Instant): Promise<Result<ReadTank>> {
  let facts: Omit<TankHistory, 'entries'> | null = null
  const entries: Entry[] = []
  const remarks: string[] = []
  const whole = await eachPart(
    foreign('tank', bytes, { now, maxMegabytes: TANK_FILE_MAX_MB }),
    (part) => {
      if ('facts' in part) facts = part.facts
      else if ('entries' in part) for (const entry of part.entries) entries.push(entry)
      else remarks.push(...part.remarks)
      return ok(null)
    },
  )
  if (!whole.ok) return whole
  return ok({ story: { ...facts!, entries } as TankHistory, remarks })
}

/** The same without the remarks. */
export async function readTankFile(bytes: Uint8Array, now: Instant): Promise<Result<TankHistory>> {
  const read = await readTank(bytes, now)
  return read.ok ? ok(read.value.story) : read
}
