import { randomBytes } from 'node:crypto'
import { rmSync, statfsSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { copiesFor } from '@/data/backed-up'
import { closeDatabase, database } from '@/data/database'
import { addEntries } from '@/data/entries'
import { checkRoomOf } from '@/data/write'

/**
 * Writes one note after another into VIVERO_DATA and says each id only when the database has acknowledged it. Killed by the test.
 * `past-the-check`: without looking for room, on a disk that is filled up first. `copying`: while copies are made, one after the other; each that is made
 * is said, and why one was not.
 */
const db = await database()
const directory = process.env.VIVERO_DATA ?? ''
const fills = process.argv[2] === 'past-the-check'
if (fills) {
  checkRoomOf(db, () => null)
  const { bavail, bsize } = statfsSync(directory)
  writeFileSync(join(directory, 'ballast'), Buffer.alloc(bavail * bsize - 2 * 1024 * 1024))
}
process.stdout.write('ready\n')
if (process.argv[2] === 'copying') void copyOnAndOn()
async function copyOnAndOn(): Promise<void> {
  for (;;)
    await copiesFor(db)!
      .make()
      .checked.then(
        ({ file, lines }) => process.stdout.write(`copy ${file} ${lines}\n`),
        (error: Error) => process.stdout.write(`no copy: ${error.message}\n`),
      )
}
const text = (i: number) => (fills ? `line ${i} ${randomBytes(1500).toString('hex')}` : `line ${i}`)
for (let i = 0; i < 20_000; i++) {
  const id = `${process.pid}-${i}`
  const at = new Date().toISOString()
  await addEntries(
    db,
    'test',
    [
      {
        id,
        kind: 'note',
        at,
        certainty: 'measured',
        by: 'keeper',
        note: null,
        expected: null,
        text: text(i),
      },
    ],
    at,
  )
  process.stdout.write(`${id}\n`)
}
rmSync(join(directory, 'ballast'), { force: true })
await closeDatabase()
