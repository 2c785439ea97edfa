import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import { tank } from '@/core/testing/tank'
import { importStory } from './import-tank'
import { backupsOf, listBackups } from './at-rest/copy-names'
import { DirectoryInUse, lockDirectory } from './at-rest/lock'
import { restoreBackup } from './at-rest/restore'
import { DataUnusable, openAnew, openDirectory } from './open'
import { loadStory } from './story'
import { program } from './testing/programs'
import { asVersion2, MIGRATIONS_OF_VERSION_2, old, writeVersion2 } from './testing/version-2'

const directories: string[] = []
function scratch(): string {
  const directory = mkdtempSync(join(tmpdir(), 'vivero-test-'))
  directories.push(directory)
  return directory
}
afterAll(() =>
  directories.forEach((directory) => rmSync(directory, { recursive: true, force: true })),
)

const KILLS = 3

test('no acknowledged line is lost when a writing server is killed, several times over, and the lock is free at once', async () => {
  const directory = scratch()
  const first = await openDirectory(directory)
  await importStory(first.db, tank([]))
  await first.close()
  const acknowledged: string[] = []
  for (let round = 0; round < KILLS; round++) {
    const child = spawn(process.execPath, [program('writer')], {
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
})

test('a second opener is refused with the holder named, while the first lives; after it closes the way is free', async () => {
  const directory = scratch()
  const first = await openDirectory(directory)
  const second = spawnSync(process.execPath, [program('writer')], {
    encoding: 'utf8',
    env: { ...process.env, VIVERO_DATA: directory, NODE_OPTIONS: '' },
  })
  expect(second.stdout).toBe('')
  expect(second.stderr).toMatch(new RegExp(`DirectoryInUse: .*process ${process.pid}.*VIVERO_DATA`))
  expect(second.status).not.toBe(0)
  await first.close()
  const again = await openDirectory(directory)
  await again.close()
})

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
})

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
})

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
})

describe('data of an older Vivero', () => {
  const NAMES = ['tarn.version-2.json', 'spring.version-2.json'] as const
  async function oldDirectory(): Promise<string> {
    const directory = scratch()
    const first = await openDirectory(directory)
    await asVersion2(first.db)
    for (const name of NAMES) await writeVersion2(first.db, old(name))
    await first.db.execute(
      sql`delete from drizzle.__drizzle_migrations where created_at not in (select created_at from drizzle.__drizzle_migrations order by created_at limit ${MIGRATIONS_OF_VERSION_2.length})`,
    )
    await first.close()
    return directory
  }
  const said = () => jest.spyOn(console, 'warn').mockImplementation(() => {})
  const copies = (directory: string) =>
    listBackups(directory).filter(({ before }) => before === '0004_dated')

  test('are copied, then brought up to date; the copy is whole, and is made once', async () => {
    const quiet = said()
    const directory = await oldDirectory()
    const opened = await openDirectory(directory)
    expect((await loadStory(opened.db, 'tarn'))!.pieces.map(({ id }) => id)).toContain('tarn-slate')
    await opened.close()
    expect(quiet.mock.calls.flat().join()).toContain(copies(directory)[0].path)
    const again = await openDirectory(directory)
    await again.close()
    expect(quiet).toHaveBeenCalledTimes(1)
    expect(copies(directory)).toHaveLength(1)
    // The copy is a database of the former version: put in the place of the other it is brought up to date again.
    await restoreBackup(directory, copies(directory)[0].path, new Date())
    expect(existsSync(join(directory, 'pg', 'PG_VERSION'))).toBe(true)
    const restored = await openDirectory(directory)
    expect((await loadStory(restored.db, 'tarn'))!.entries.length).toBe(
      old(NAMES[0]).entries.length,
    )
    await restored.close()
    quiet.mockRestore()
  })
  const halfMade = (directory: string) =>
    existsSync(backupsOf(directory)) &&
    readdirSync(backupsOf(directory)).some((file) => file.endsWith('.part'))
  test('a start that is killed on its way is begun again, and nothing is lost', async () => {
    const quiet = said()
    const directory = await oldDirectory()
    for (const word of ['copy', 'migrate']) {
      const child = spawn(process.execPath, [program('writer')], {
        env: { ...process.env, VIVERO_DATA: directory, NODE_OPTIONS: '' },
        stdio: ['ignore', 'pipe', 'pipe'],
      })
      await new Promise<void>((resolve) => {
        const timer = setInterval(() => {
          // First while the copy is made, then as soon as the word is given that it was.
          if (word === 'copy' && halfMade(directory)) child.kill('SIGKILL')
        }, 2)
        child.stderr.on('data', (chunk: Buffer) => {
          if (chunk.toString().includes('brought up to date')) child.kill('SIGKILL')
        })
        child.once('exit', () => {
          clearInterval(timer)
          resolve()
        })
      })
      expect(child.signalCode).toBe('SIGKILL')
    }
    const opened = await openDirectory(directory)
    for (const name of NAMES) {
      const story = (await loadStory(opened.db, String(old(name).vessel.slug)))!
      expect(story.entries.map(({ id }) => id).sort()).toEqual(
        old(name)
          .entries.map(({ id }) => id)
          .sort(),
      )
      expect(story.equipment.map(({ kind }) => kind)).toContain('lamp')
    }
    await opened.close()
    expect(halfMade(directory)).toBe(false)
    quiet.mockRestore()
  })
})
