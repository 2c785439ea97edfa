import type { PGlite } from '@electric-sql/pglite'
import type { Database } from './db'
import { untilWritten, watchWrites } from './until-written'

/** An engine that does what it is told, and a database of its own. */
function watchedDatabase() {
  const held: Record<string, (...args: unknown[]) => Promise<unknown>> = {
    query: async () => 'rows',
    exec: async () => 'done',
    transaction: async (work) => (work as () => Promise<unknown>)(),
  }
  const db = {} as Database
  watchWrites(held as unknown as PGlite, db)
  let reads = 0
  const read = (key = 'a') => untilWritten(db, key, async () => ++reads)
  return { engine: held, db, read }
}

test('what was read is kept by its key until something is written', async () => {
  const { engine, read } = watchedDatabase()
  expect([await read(), await read(), await read('b'), await read()]).toEqual([1, 1, 2, 1])
  await engine.query('insert into x values (1)')
  expect([await read(), await read('b')]).toEqual([3, 4])
})
test.each([
  ['select 1', false],
  ['  SELECT count(*) from entry', false],
  ['select * from vessel where slug = $1 for update', true],
  ['select * from vessel for no key update', true],
  ['update vessel set name = $1', true],
  ['with gone as (delete from entry returning id) select * from gone', true],
  ['BEGIN', true],
])('%s: written %s', async (statement, written) => {
  const { engine, read } = watchedDatabase()
  await read()
  await engine.query(statement)
  expect(await read()).toBe(written ? 2 : 1)
})
test('a transaction and a script count as writes, also when they fail', async () => {
  const { engine, read } = watchedDatabase()
  await read()
  await engine.transaction(async () => null)
  expect(await read()).toBe(2)
  await engine.exec('vacuum')
  expect(await read()).toBe(3)
  await expect(engine.transaction(() => Promise.reject(new Error('cut')))).rejects.toThrow('cut')
  expect(await read()).toBe(4)
})
test('what was written while it was read is not kept', async () => {
  const { engine, db, read } = watchedDatabase()
  const value = await untilWritten(db, 'a', async () => {
    await engine.query('delete from entry')
    return 'of before'
  })
  expect(value).toBe('of before')
  expect(await read()).toBe(1)
})
test('a failed read is not kept, and a database nobody watches is read each time', async () => {
  const { db, read } = watchedDatabase()
  await expect(untilWritten(db, 'a', () => Promise.reject(new Error('no')))).rejects.toThrow('no')
  expect(await read()).toBe(1)
  let reads = 0
  const other = () => untilWritten({} as Database, 'a', async () => ++reads)
  expect([await other(), await other()]).toEqual([1, 2])
})
test('no more is kept than a page or two ask for', async () => {
  const { read } = watchedDatabase()
  for (let i = 0; i < 500; i++) await read(String(i))
  expect(await read('0')).toBe(501)
})
