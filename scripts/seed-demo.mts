import { rmSync } from 'node:fs'
import { resolve } from 'node:path'
import { importStory } from '@/data/import-tank'
import { lodge } from '@/data/demo/lodge'
import { openDirectory } from '@/data/open'

/** Fills a data directory with the lodge scenario, as of today. Usage: seed-demo DIRECTORY [--fresh]. An inhabited directory is left alone. */
const directory = resolve(process.argv[2] ?? 'data-demo')
if (process.argv.includes('--fresh')) rmSync(directory, { recursive: true, force: true })
const { db, close } = await openDirectory(directory)
for (const story of lodge(new Date().toISOString())) {
  const result = await importStory(db, story)
  if (!result.ok) throw new Error(result.problem)
  console.log(`  ${result.value.name}: ${result.value.entriesAdded} entries written, ${result.value.entriesKnown} already there`)
}
await close()
