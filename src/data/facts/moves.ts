import { measuresAsked } from '../border/measures-here'
import { problemsOf } from '@/core/admission/admit'
import type { Entry } from '@/core/journal/entry'
import { moveBetween, type Move } from '@/core/history/moves'
import type { TankHistory } from '@/core/history/types'
import type { Instant } from '@/core/quantity/time'
import { actOnTwo } from '../acts'
import { parseEntry } from '../border/entry-schema'
import type { Database } from '../db'
import { EntryRefused } from '../refused'

/**
 * Moves something from one tank to another: one act over both, with a line in each book, taken back as one. `moveOf` says what is moved
 * in the light of both tanks as they stand when it is written. Throws ValidationError or EntryRefused.
 */
export async function move(
  db: Database,
  slugs: { from: string; to: string },
  moveOf: (from: TankHistory, to: TankHistory) => Move,
  { id, at, now }: { id: string; at: Instant; now: Instant },
): Promise<void> {
  if (slugs.from === slugs.to)
    throw new EntryRefused([{ field: 'toTank', says: 'That is the tank it is in.' }])
  const act = { id: `${id}.move`, kind: 'move', holdsFrom: at, now } as const
  await actOnTwo(db, [slugs.from, slugs.to], act, (from, to, written) => {
    const when = { id, at: written.holdsFrom }
    const moved = moveBetween(from, to, moveOf(from, to), when)
    if (!moved)
      throw new EntryRefused([{ field: 'what', says: 'That is not in this tank on that day.' }])
    // What goes out is held against the tank it leaves; what comes in may come with what it speaks of.
    refuseProblems(moved.from.entries, from, written.now)
    refuseProblems(moved.to.entries, moved.to.story, written.now)
    return moved
  })
}

function refuseProblems(entries: readonly Entry[], story: TankHistory, now: Instant): void {
  const problems = problemsOf(entries.map(parseEntry), story, now, measuresAsked())
  if (problems.length > 0) throw new EntryRefused(problems)
}
