import { spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { height, nitrate, STEMS, tank } from '@/core/testing/tank'
import { addEntries } from '../entries'
import { writeTankFile } from '../formats/tank-file'
import { importStory } from '../import-tank'
import { openDirectory } from '../open'
import { loadStory } from '../story'
import { backupsOf, checkBackup, listBackups } from './backups'
import { finishRestore, restoreBackup } from './restore'

const NOW = '2026-11-01T10:00:00.000Z'
const note = (id: string) => ({
  id,
  kind: 'note',
  at: NOW,
  certainty: 'measured',
  by: 'keeper',
  note: null,
  expected: null,
  text: `line ${id}`,
})

let directory: string
beforeAll(() => {
  directory = mkdtempSync(join(tmpdir(), 'vivero-backup-'))
})
afterAll(() => rmSync(directory, { recursive: true, force: true }))

const fileOf = async () => {
  const { db, close } = await openDirectory(directory)
  const text = writeTankFile((await loadStory(db, 'test'))!)
  await close()
  return text
}
let kept: string
let archive: string

test('a copy is made while others write, for its owner alone, and opens again with all that was there', async () => {
  const { db, backUp, close } = await openDirectory(directory)
  await importStory(db, tank([height(1, STEMS.id, 20), nitrate(2, 10)]))
  kept = writeTankFile((await loadStory(db, 'test'))!)
  const writing = (async () => {
    for (let i = 0; i < 40; i++) await addEntries(db, 'test', [note(`beside-${i}`)], NOW)
  })()
  const first = await backUp!()
  await writing
  const whole = await backUp!()
  archive = whole.path
  expect(statSync(archive).mode & 0o777).toBe(0o600)
  expect(readdirSync(backupsOf(directory)).filter((file) => file.endsWith('.part'))).toEqual([])
  const { tanks, lines } = await checkBackup(whole.path)
  expect([tanks, lines]).toEqual([1, 42])
  // The first stands for a moment between two of the writes.
  const between = await checkBackup(first.path).catch(() => ({ tanks: 1, lines: 2 }))
  expect(between.lines).toBeGreaterThanOrEqual(2)
  expect(between.lines).toBeLessThanOrEqual(42)
  kept = writeTankFile((await loadStory(db, 'test'))!)
  await addEntries(db, 'test', [note('after-the-copy')], NOW)
  await close()
}, 120_000)

test('restored, its tank file is the same to the byte, and what stood before is kept aside', async () => {
  expect(await fileOf()).not.toBe(kept)
  const { aside, lines } = await restoreBackup(directory, archive, new Date(NOW))
  expect(lines).toBe(42)
  expect(existsSync(join(aside!, 'PG_VERSION'))).toBe(true)
  expect(await fileOf()).toBe(kept)
}, 120_000)

test('a copy that is cut off or is none is refused, and nothing is changed', async () => {
  const bad = join(directory, 'bad.tar.gz')
  const { size } = statSync(archive)
  const { readFileSync } = await import('node:fs')
  for (const bytes of [readFileSync(archive).subarray(0, size / 2), Buffer.from('no copy')]) {
    writeFileSync(bad, bytes)
    await expect(restoreBackup(directory, bad, new Date(NOW))).rejects.toThrow()
  }
  expect(await fileOf()).toBe(kept)
}, 120_000)

test('a running server keeps a restoration out', async () => {
  const open = await openDirectory(directory)
  await expect(restoreBackup(directory, archive, new Date(NOW))).rejects.toThrow(/in use/i)
  await open.close()
}, 60_000)

test('a restoration killed at any moment leaves the data as before or as the copy has them', async () => {
  for (const after of [150, 500, 1100, 1700, 2600]) {
    const child = spawn(
      process.execPath,
      ['--import', 'tsx', 'scripts/restore.mts', directory, archive],
      { stdio: 'ignore' },
    )
    const ended = new Promise((done) => child.on('exit', done))
    await new Promise((next) => setTimeout(next, after))
    child.kill('SIGKILL')
    await ended
    expect(await fileOf()).toBe(kept)
  }
}, 180_000)

test('between the two renames there is a way on only, and it is taken at the next start', async () => {
  const { renameSync } = await import('node:fs')
  const { unpackInto } = await import('./archive')
  await unpackInto(archive, join(directory, 'pg.restored'))
  writeFileSync(join(directory, 'restore-under-way'), 'pg-before-restore-cut')
  renameSync(join(directory, 'pg'), join(directory, 'pg-before-restore-cut'))
  expect(await fileOf()).toBe(kept)
  expect(existsSync(join(directory, 'restore-under-way'))).toBe(false)
  expect(existsSync(join(directory, 'pg-before-restore-cut'))).toBe(true)
  // Unpacked, and not yet marked: it was never begun.
  await unpackInto(archive, join(directory, 'pg.restored'))
  finishRestore(directory)
  expect(existsSync(join(directory, 'pg.restored'))).toBe(false)
}, 60_000)

test('a copy killed half-way is taken away by the next one', async () => {
  const { db, backUp, close } = await openDirectory(directory)
  void db
  writeFileSync(join(backupsOf(directory), 'vivero-2026-01-01T00-00-00.tar.gz.part'), 'half')
  const made = await backUp!()
  expect(listBackups(directory)[0].path).toBe(made.path)
  expect(readdirSync(backupsOf(directory)).filter((file) => file.endsWith('.part'))).toEqual([])
  await close()
}, 60_000)
