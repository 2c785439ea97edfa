import type { TankHistory } from '@/core/history/types'
import type { Instant } from '@/core/quantity/time'
import type { RoomCheck } from './at-rest/room'
import type { Database } from './db'
import { EntryRefused } from './refused'
import { inOrder } from '@/core/history/part-order'
import { keepStory } from './story-cache'
import { yieldToOthers } from './yield'
import { loadStory, lockedStory, touchStory, type LockedTank } from './story'

/** How the disk under a database is asked for room; none for a database that is not on our disk. With the process: the bundler loads this file once for each layer it builds. */
const shared = globalThis as unknown as { viveroRooms?: WeakMap<Database, RoomCheck> }
const rooms = (shared.viveroRooms ??= new WeakMap())

export function checkRoomOf(db: Database, room: RoomCheck): void {
  rooms.set(db, room)
}

/** Throws EntryRefused when the disk under a database lacks room for a write and `moreBytes` beside it. */
function needRoom(db: Database, moreBytes: number): void {
  const problem = rooms.get(db)?.(moreBytes) ?? null
  if (problem !== null) throw new EntryRefused([{ field: '', says: problem }])
}

/** Serialisation failure, deadlock, and an id that another transaction wrote first: begun again, the write sees what stands now. */
const TRY_AGAIN = new Set(['40001', '40P01', '23505'])
const TRIES = 5
/**
 * What the database will not hold though the border let it through (a number too large, a sign it does not keep, an id that stands for
 * something in another tank): the keeper is told, and nothing is written.
 */
const WILL_NOT_HOLD: Readonly<Record<string, string>> = {
  '22003': 'A number in it is too large to be kept. Nothing was written.',
  '22021': 'There is a sign in it that cannot be kept. Nothing was written.',
  '22P05': 'There is a sign in it that cannot be kept. Nothing was written.',
  '22007': 'A day in it is none. Nothing was written.',
  '22008': 'A day in it lies too far away to be kept. Nothing was written.',
  '23503': 'It speaks of something that is not here any more. Nothing was written.',
  '23505': 'Something of that number stands here already, or in another tank. Nothing was written.',
}

/** A write the database would not hold; `code` says why, and `codeOf` finds it. */
class NotHeld extends EntryRefused {
  constructor(readonly code: string) {
    super([{ field: '', says: WILL_NOT_HOLD[code] }])
  }
}

/**
 * The one way to write: all or nothing, in one transaction, once the disk has room for it. On a server a transaction that
 * stood in another's way is begun again.
 */
export async function inTransaction<T>(
  db: Database,
  act: (tx: Database) => Promise<T>,
  moreBytes = 0,
): Promise<T> {
  needRoom(db, moreBytes)
  for (let attempt = 1; ; attempt++) {
    try {
      const done = await db.transaction((tx) => act(tx as Database))
      // The built-in database answers without a turn of the loop: whoever writes on and on would keep all others from theirs, a copy too.
      await yieldToOthers()
      return done
    } catch (error) {
      const code = codeOf(error)
      if (attempt < TRIES && TRY_AGAIN.has(code)) continue
      if (Object.hasOwn(WILL_NOT_HOLD, code)) throw new NotHeld(code)
      throw error
    }
  }
}

/** The code the database gave for a failure, or an empty text. */
export function codeOf(error: unknown): string {
  const { code, cause } = (error ?? {}) as { code?: unknown; cause?: unknown }
  if (typeof code === 'string') return code
  return cause === undefined ? '' : codeOf(cause)
}

/** Farther ahead no clock of another server stands: one that was once set wrong must not drag along all that is written after it. */
const FARTHEST_AHEAD_MS = 600_000

/**
 * The moment of a write that has its turn: that at which it was asked for, or, where something was written since (it waited, or its clock is
 * behind), the next one after that.
 */
export function turnAfter(asked: Instant, last: readonly (Instant | null)[]): Instant {
  const latest = Math.max(...last.map((at) => (at === null ? -Infinity : Date.parse(at))))
  const behind = latest - Date.parse(asked)
  return behind < 0 || behind > FARTHEST_AHEAD_MS ? asked : new Date(latest + 1).toISOString()
}

/** Runs a write to several tanks in one transaction under the locks of all, taken in the order of their names so that no two writes wait for each other. False: nothing was changed. */
export async function writeTanks(
  db: Database,
  slugs: readonly string[],
  act: (tx: Database, tanks: readonly LockedTank[]) => Promise<boolean>,
): Promise<void> {
  for (const slug of new Set(slugs)) await loadStory(db, slug)
  await inTransaction(db, async (tx) => {
    const locked = new Map<string, LockedTank>()
    for (const slug of [...new Set(slugs)].sort()) locked.set(slug, await lockedStory(tx, slug))
    if (
      !(await act(
        tx,
        slugs.map((slug) => locked.get(slug)!),
      ))
    )
      return
    for (const { id } of locked.values()) await touchStory(tx, id)
  })
}

/**
 * Runs a write to a tank in one transaction under its lock and marks its story as changed, unless the write says that nothing was
 * (false). A write that gives the story as it stands after it spares the next reader from loading it again.
 */
export async function writeTank(
  db: Database,
  slug: string,
  act: (tx: Database, tank: LockedTank) => Promise<void | undefined | false | TankHistory>,
  moreBytes = 0,
): Promise<void> {
  // Read before its turn, so that nobody waits for the reading of a long journal.
  await loadStory(db, slug)
  const after = await inTransaction(
    db,
    async (tx) => {
      const tank = await lockedStory(tx, slug)
      const { id } = tank
      const done = await act(tx, tank)
      if (done === false) return null
      const revision = await touchStory(tx, id)
      return done ? { id, revision, story: done } : null
    },
    moreBytes,
  )
  // What was added stands where the next start will read it.
  if (after) keepStory(after.id, after.revision, inOrder(after.story))
}
