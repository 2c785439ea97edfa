import { resolve } from 'node:path'
import { importStory } from '@/data/import-tank'
import { lodge } from '@/data/demo/lodge'
import { openAnew } from '@/data/open'

/** Fills a data directory with the lodge scenario, as of today, in place of what was there. Usage: seed-demo DIRECTORY. */
const directory = resolve(process.argv[2] ?? 'data-demo')
try {
  const { db, close } = await openAnew(directory)
  for (const story of lodge(new Date().toISOString())) {
    const result = await importStory(db, story)
    if (!result.ok) throw new Error(result.problem)
    console.log(`  ${result.value.name}: ${result.value.entriesAdded} entries written`)
  }
  await close()
} catch (error) {
  // By name: run from here, the classes are other copies than those that threw.
  if (!(error instanceof Error && ['DirectoryInUse', 'DataUnusable'].includes(error.name))) throw error
  console.error(error.message)
  process.exit(1)
}
