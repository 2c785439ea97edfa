import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import { listBackups } from '@/data/at-rest/copy-names'
import { secondPlace } from '@/data/at-rest/second-place'
import { LIMITS } from '@/data/outside/limits'
import { watchSelf } from '@/data/outside/watch-self'
import { restoreBackup } from '@/data/at-rest/restore'

/** Puts a copy in the place of the data, or lists the copies. Usage: restore DIRECTORY [latest | FILE]. */
watchSelf(LIMITS.copy)
const directory = resolve(process.argv[2])
const asked = process.argv[3]
const backups = listBackups(directory)
const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(1)} MB`

if (!asked) {
  if (backups.length === 0) console.log(`There is no copy in ${directory}/backups yet.`)
  for (const { at, file, bytes, keptFor } of backups)
    console.log(
      `${at.toISOString().slice(0, 16).replace('T', ' ')} UTC  ${megabytes(bytes)}  ${file}${keptFor ? `  (the last with ${keptFor.slug}, which was deleted)` : ''}`,
    )
  const second = secondPlace(directory)
  if (second)
    console.log(`Copies are also in ${second.path}; name one of them with its whole path.`)
  console.log(
    '\nnpm run restore -- --from latest   puts the latest in place; or name one of these files.',
  )
  process.exit(0)
}
const archive =
  asked === 'latest'
    ? backups[0]?.path
    : (backups.find(({ file }) => file === asked)?.path ?? resolve(asked))
if (!archive || !existsSync(archive)) {
  console.error('There is no such copy. `npm run restore` lists those there are.')
  process.exit(1)
}
try {
  const { tanks, lines, aside } = await restoreBackup(directory, archive, new Date())
  console.log(
    `${tanks.length} ${tanks.length === 1 ? 'tank' : 'tanks'} (${tanks.map(({ name }) => name).join(', ')}) with ${lines} lines are in place.${aside ? ` What stood before is kept in ${aside}.` : ''}`,
  )
} catch (error) {
  console.error(
    error instanceof Error && error.name === 'DirectoryInUse'
      ? error.message
      : `The copy cannot be put in place: ${error instanceof Error ? error.message.split('\n')[0] : String(error)}. Nothing was changed.`,
  )
  process.exit(1)
}
