import { rmSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { writePrivately } from '@/data/at-rest/private'
import { importStory } from '@/data/import-tank'
import { lodge } from '@/data/demo/lodge'
import { openAnew } from '@/data/open'

/**
 * Fills a data directory with the lodge scenario, as of now (or VIVERO_NOW), in place of what was there. The stamp is taken away
 * once the lock is held and written when all the data are: a writing cut short leaves none. Usage: seed-demo DIRECTORY.
 */
const directory = resolve(process.argv[2] ?? 'data-demo')
const stamp = join(directory, 'demo-written')
const at = process.env.VIVERO_NOW
  ? new Date(process.env.VIVERO_NOW).toISOString()
  : new Date().toISOString()
try {
  const { db, close } = await openAnew(directory, () => rmSync(stamp, { force: true }))
  for (const story of lodge(at)) {
    const result = await importStory(db, story)
    if (!result.ok) throw new Error(result.problem)
    console.log(`  ${result.value.name}: ${result.value.entriesAdded} entries written`)
  }
  await close()
  writePrivately(stamp, at)
} catch (error) {
  // By name: run from here, the classes are other copies than those that threw.
  if (!(error instanceof Error && ['DirectoryInUse', 'DataUnusable'].includes(error.name)))
    throw error
  console.error(error.message)
  process.exit(1)
}
