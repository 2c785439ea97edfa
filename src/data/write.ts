import type { TankHistory } from '@/core/history/types'
import { lockedStory } from './entries'
import type { Database } from './open'
import { touchStory } from './story'

/** Runs a write to a tank in one transaction under its lock, and marks its story as changed unless the write says that nothing was (false). */
export async function writeTank(db: Database, slug: string, act: (tx: Database, id: string, story: TankHistory) => Promise<void | false>): Promise<void> {
  await db.transaction(async (bare) => {
    const tx = bare as Database
    const { id, story } = await lockedStory(tx, slug)
    if ((await act(tx, id, story)) !== false) await touchStory(tx, id)
  })
}
