import type { TankHistory } from '@/core/history/types'
import type { Database, OpenDatabase } from '../db'
import { memoryDatabase } from './memory'

/** Makes a database in memory the one that actions and handlers get from `database()`. For tests of what the browser may send. */
export async function serveFromMemory(
  ...stories: TankHistory[]
): Promise<{ db: Database; close: () => Promise<void> }> {
  const open = await memoryDatabase(...stories)
  const shared = globalThis as unknown as { viveroDatabase?: Promise<OpenDatabase> }
  shared.viveroDatabase = Promise.resolve(open)
  return open
}
