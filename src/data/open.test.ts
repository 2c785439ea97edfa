import { spawn, spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import { tank } from '@/core/testing/tank'
import { importStory } from './import-tank'
import { DirectoryInUse, lockDirectory } from './at-rest/lock'
import { DataUnusable, openAnew, openDirectory } from './open'
import { loadStory } from './story'

const directories: string[] = []
function scratch(): string {
  const directory = mkdtempSync(join(tmpdir(), 'vivero-test-'))
  directories.push(directory)
  return directory
}
afterAll(() =>
  directories.forEach((directory) => rmSync(directory, { recursive: true, force: true })),
)

// One process, not tsx’s own pair: what is killed must be the writer itself.
const TSX = ['--import', 'tsx']
const KILLS = 3

test('no acknowledged line is lost when a writing server is killed, several times over, and the lock is free at once', async () => {
  const directory = scratch()
  const first = await openDirectory(directory)
  await importStory(first.db, tank([]))
  await first.close()
  const acknowledged: string[] = []
  for (let round = 0; round < KILLS; round++) {
    const child = spawn(process.execPath, [...TSX, 'src/data/testing/writer.mts'], {
      env: { ...process.env, VIVERO_DATA: directory, NODE_OPTIONS: '' },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    let rest = ''
    let errors = ''
    const lines: string[] = []
    child.stderr.on('data', (chunk: Buffer) => (errors += chunk))
    await new Promise<void>((resolve, reject) => {
      child.stdout.on('data', (chunk: Buffer) => {
        const parts = (rest + chunk.toString()).split('\n')
        rest = parts.pop() ?? ''
        lines.push(...parts)
        // Killed in full flight, each time a little later.
        if (lines.length >= 15 + round * 12) {
          child.kill('SIGKILL')
        }
      })
      child.once('exit', () =>
        lines.length > 1 ? resolve() : reject(new Error(`The writer never wrote: ${errors}`)),
      )
    })
    acknowledged.push(...lines.filter((line) => line !== 'ready'))
  }
  const after = await openDirectory(directory)
  const story = await loadStory(after.db, 'test')
  const kept = new Set(story?.entries.map((entry) => entry.id))
  expect(acknowledged.length).toBeGreaterThan(KILLS * 14)
  expect(acknowledged.filter((id) => !kept.has(id))).toEqual([])
  await after.close()
}, 120_000)

test('a second opener is refused with the holder named, while the first lives; after it closes the way is free', async () => {
  const directory = scratch()
  const first = await openDirectory(directory)
  const second = spawnSync(process.execPath, [...TSX, 'src/data/testing/writer.mts'], {
    encoding: 'utf8',
    env: { ...process.env, VIVERO_DATA: directory, NODE_OPTIONS: '' },
  })
  expect(second.stdout).toBe('')
  expect(second.stderr).toMatch(new RegExp(`DirectoryInUse: .*process ${process.pid}.*VIVERO_DATA`))
  expect(second.status).not.toBe(0)
  await first.close()
  const again = await openDirectory(directory)
  await again.close()
}, 60_000)

test('to begin anew is refused while somebody uses the directory, and nothing of theirs is lost', async () => {
  const directory = scratch()
  const first = await openDirectory(directory)
  await importStory(first.db, tank([]))
  await expect(openAnew(directory)).rejects.toBeInstanceOf(DirectoryInUse)
  expect((await loadStory(first.db, 'test'))?.entries).toEqual([])
  await first.close()
  const anew = await openAnew(directory)
  expect(await loadStory(anew.db, 'test')).toBeNull()
  await anew.close()
}, 60_000)

test('the lock refuses within one process too', async () => {
  const directory = scratch()
  const lock = await lockDirectory(directory)
  await expect(lockDirectory(directory)).rejects.toBeInstanceOf(DirectoryInUse)
  lock.release()
  ;(await lockDirectory(directory)).release()
})

test('data of a newer Vivero is refused and left as it was', async () => {
  const directory = scratch()
  const first = await openDirectory(directory)
  await first.db.execute(
    sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('from-the-future', 99999999999999)`,
  )
  await first.close()
  await expect(openDirectory(directory)).rejects.toThrow(/newer Vivero/)
  await expect(openDirectory(directory)).rejects.toBeInstanceOf(DataUnusable)
}, 60_000)

test('a directory that is a file, or holds no database, is refused in a sentence', async () => {
  const directory = scratch()
  const file = join(directory, 'a-file')
  writeFileSync(file, 'x')
  await expect(openDirectory(file)).rejects.toThrow(/cannot be (made|read|written)/)
  mkdirSync(join(directory, 'odd', 'pg'), { recursive: true })
  await expect(openDirectory(join(directory, 'odd'))).rejects.toThrow(
    /does not hold a Vivero database/,
  )
})

test('a damaged database is refused, not repaired behind the keeper’s back', async () => {
  const directory = scratch()
  const first = await openDirectory(directory)
  await first.close()
  rmSync(join(directory, 'pg', 'global'), { recursive: true })
  await expect(openDirectory(directory)).rejects.toThrow(/cannot be read.*backup/)
}, 60_000)
