import { database } from '@/data/database'
import { addEntries } from '@/data/entries'

// Writes one note after another into VIVERO_DATA and says each id only when the database has acknowledged it. Killed by the test.
const db = await database()
process.stdout.write('ready\n')
for (let i = 0; ; i++) {
  const id = `${process.pid}-${i}`
  const at = new Date().toISOString()
  await addEntries(db, 'test', [{ id, kind: 'note', at, certainty: 'measured', by: 'keeper', note: null, expected: null, text: `line ${i}` }], at)
  process.stdout.write(`${id}\n`)
}
