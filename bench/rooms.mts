import { writeFileSync } from 'node:fs'
import { TRIED } from '@/app/tried'
import { openDirectory } from '@/data/open'
import { lodge } from '@/data/demo/lodge'
import { oldRoom, writeAll } from './old-room.mts'

// Writes the demo and the old room into two empty directories, for the desks to be measured with, and which pages there are.
const [demo, old, pages] = process.argv.slice(2)
const now = new Date().toISOString()
for (const [directory, stories] of [
  [demo, lodge(now)],
  [old, oldRoom(now, 6, 60_000)],
] as const) {
  const { db, close } = await openDirectory(directory)
  await writeAll(db, stories)
  await close()
}
writeFileSync(pages, JSON.stringify(TRIED.map(({ path }) => path)))
