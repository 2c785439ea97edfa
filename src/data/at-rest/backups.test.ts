import { spawn } from 'node:child_process'
import fs, {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { sql } from 'drizzle-orm'
import tar from 'tar-stream'
import { height, nitrate, STEMS, tank } from '@/core/testing/tank'
import { copiedFirst, keptBeforeDeletion } from '../backed-up'
import { deleteTank, setOnBench, tankToDelete } from '../bench'
import type { OpenDatabase } from '../db'
import { addEntries } from '../entries'
import { writeTankFile } from '../formats/tank-file'
import { importStory } from '../import-tank'
import { openDirectory } from '../open'
import { loadStory } from '../story'
import { program } from '../testing/programs'
import { packDirectory, unpackInto } from './archive'
import { copiesOf } from './copies'
import { backupsOf, listBackups, nameOfCopy } from './copy-names'
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
const doomedTank = () => {
  const { vessel, ...rest } = tank([nitrate(3, 12)], {
    layouts: [],
    plantings: [],
    species: [],
    pieces: [],
    equipment: [],
    sources: [],
  })
  return { ...rest, vessel: { ...vessel, id: 'ves-doomed', slug: 'doomed', name: 'Doomed' } }
}

let directory: string
beforeAll(() => {
  directory = mkdtempSync(join(tmpdir(), 'vivero-backup-'))
})
afterAll(() => rmSync(directory, { recursive: true, force: true }))

/** A cluster that is none: for what is done with copies, whatever is in them. */
const CLUSTER = { cluster: '', hold: async () => {}, noRoom: () => null }
/** Out of the reach of what is thinned. */
const setAside = (path: string) => {
  const away = join(directory, `away-${basename(path)}`)
  fs.copyFileSync(path, away)
  return away
}
const halfMade = () => readdirSync(backupsOf(directory)).filter((file) => file.endsWith('.part'))
const inFile = async ({ db }: OpenDatabase) => writeTankFile((await loadStory(db, 'test'))!)
const fileOf = async () => {
  const open = await openDirectory(directory)
  const text = await inFile(open)
  await open.close()
  return text
}
const linesIn = (text: string) => (JSON.parse(text) as { entries: unknown[] }).entries.length

let kept: string
let archive: string
let underWrites: { path: string; lines: number }

describe('while a server runs', () => {
  let open: OpenDatabase
  beforeAll(async () => {
    open = await openDirectory(directory)
    await importStory(open.db, tank([height(1, STEMS.id, 20), nitrate(2, 10)]))
  })
  afterAll(() => open.close())

  test('a copy is made while others write without a pause, for its owner alone, and was opened before it has its name', async () => {
    let writing = true
    let written = 0
    const writer = (async () => {
      while (writing) await addEntries(open.db, 'test', [note(`beside-${written++}`)], NOW)
    })()
    const under = await open.copies!.make().checked
    writing = false
    await writer
    underWrites = { path: setAside(under.path), lines: under.lines }
    expect(under.tanks).toEqual([{ slug: 'test', name: tank().vessel.name, lines: under.lines }])
    expect(under.lines).toBeGreaterThanOrEqual(2)
    expect(under.lines).toBeLessThanOrEqual(2 + written)
    expect(statSync(under.path).mode & 0o777).toBe(0o600)
    kept = await inFile(open)
    expect(linesIn(kept)).toBe(2 + written)
    expect(halfMade()).toEqual([])
  })

  test('asked for at once, each is made and opened after the other, and none takes the ground from under another', async () => {
    const before = listBackups(directory).length
    const made = await Promise.all([1, 2].map(() => open.copies!.make().checked))
    expect(made[0].path).not.toBe(made[1].path)
    expect(made.every(({ lines }) => lines === linesIn(kept))).toBe(true)
    expect(halfMade()).toEqual([])
    // Of the same day the last stays.
    expect(listBackups(directory).length).toBeLessThanOrEqual(before + 1)
    expect(existsSync(made[1].path)).toBe(true)
    archive = setAside(made[1].path)
  })

  test('one that cannot be opened again has no name, and is set aside', async () => {
    const copies = copiesOf(directory, CLUSTER, async ({ part }, { packed }) => {
      writeFileSync(part, 'no copy')
      packed()
      throw new Error('it is damaged')
    })
    const before = listBackups(directory).map(({ file }) => file)
    const under = copies.make()
    await under.packed
    await expect(under.checked).rejects.toThrow('it is damaged')
    expect(listBackups(directory).map(({ file }) => file)).toEqual(before)
    expect(readdirSync(backupsOf(directory))).toContain('latest-damaged-copy')
    expect(halfMade()).toEqual([])
  })

  describe('a tank is deleted for good', () => {
    const doomed = () => tankToDelete(open.db, 'doomed', 'Doomed')
    beforeAll(async () => {
      await importStory(open.db, doomedTank())
      await setOnBench(open.db, 'doomed', false)
    })
    const is = async () => (await loadStory(open.db, 'doomed')) !== null
    const now = new Date()
    const day = (days: number) =>
      new Date(now.getTime() + 86_400_000 * days).toISOString().slice(0, 10)

    test('another name costs no copy', async () => {
      const before = listBackups(directory).map(({ file }) => file)
      await expect(tankToDelete(open.db, 'doomed', 'Tarn')).rejects.toThrow(/Type its name/)
      expect(listBackups(directory).map(({ file }) => file)).toEqual(before)
    })
    test('where no copy can be made it stays, and the reason is said', async () => {
      const free = jest
        .spyOn(fs, 'statfsSync')
        .mockImplementation(() => ({ bavail: 70 * 256, bsize: 4096 }) as never)
      try {
        await expect(keptBeforeDeletion(open.db, await doomed(), now)).rejects.toThrow(
          /^Doomed is not deleted: .*copy.*there is none.*has 70 MB left/,
        )
        // What can be taken back goes on without one, and says so.
        expect(await copiedFirst(open.db)).toMatch(/^No copy of the data was made before it/)
      } finally {
        free.mockRestore()
      }
      expect(await is()).toBe(true)
    })
    test('written to since it was looked at, it stays', async () => {
      const seen = await doomed()
      await addEntries(open.db, 'doomed', [{ ...note('late'), id: 'late-line' }], NOW)
      await expect(deleteTank(open.db, seen)).rejects.toThrow(/written to meanwhile/)
      expect(await is()).toBe(true)
    })
    test('the copy that holds it outlives whatever is copied after it, for thirty days', async () => {
      const seen = await doomed()
      const { until, in: file } = await keptBeforeDeletion(open.db, seen, now)
      await deleteTank(open.db, seen)
      expect([await is(), until]).toEqual([false, day(30)])
      await open.copies!.make().checked
      expect(listBackups(directory).map((one) => one.file)).toContain(file)
      // Time goes on: copies of other days are made by a clock of their own.
      const later = (days: number) =>
        copiesOf(
          directory,
          CLUSTER,
          async ({ part }) => {
            writeFileSync(part, '')
            return { tanks: [], lines: 0 }
          },
          () => new Date(now.getTime() + 86_400_000 * days),
        ).make().checked
      for (const days of [5, 11, 17, 24, 30]) {
        await later(days)
        expect(listBackups(directory).map((one) => one.file)).toContain(file)
      }
      const { path } = listBackups(directory).find((one) => one.file === file)!
      const room = join(directory, 'looked-into')
      await unpackInto(path, room)
      expect(existsSync(join(room, 'PG_VERSION'))).toBe(true)
      rmSync(room, { recursive: true })
      for (const one of listBackups(directory))
        if (one.at.getTime() > now.getTime() + 86_400_000) rmSync(one.path)
    })
    test('the deletion is finished by the next start where it was cut short', async () => {
      await importStory(open.db, doomedTank())
      await open.db.execute(sql`update vessel set arriving = true where slug = 'doomed'`)
      expect(await is()).toBe(false)
      await open.close()
      open = await openDirectory(directory)
      const { rows } = (await open.db.execute(
        sql`select (select count(*) from vessel) as tanks, (select count(*) from entry where vessel_id = 'ves-doomed') as lines`,
      )) as unknown as { rows: { tanks: number; lines: number }[] }
      expect([Number(rows[0].tanks), Number(rows[0].lines)]).toEqual([1, 0])
    })
  })

  test('what a fall left half made is taken away at the next start', async () => {
    writeFileSync(
      join(
        backupsOf(directory),
        `${nameOfCopy(new Date(0), { before: null, keptFor: null })}.part`,
      ),
      'half',
    )
    mkdirSync(join(backupsOf(directory), 'vivero-x.check.part'))
    await open.close()
    open = await openDirectory(directory)
    expect(halfMade()).toEqual([])
  })
})

describe('put back', () => {
  beforeAll(async () => {
    const open = await openDirectory(directory)
    await addEntries(open.db, 'test', [note('after-the-copy')], NOW)
    await open.close()
  })
  test('its tank file is the same to the byte, and what stood before is kept aside', async () => {
    expect(await fileOf()).not.toBe(kept)
    const { aside, lines, tanks } = await restoreBackup(directory, archive, new Date(NOW))
    expect([lines, tanks.map(({ slug }) => slug)]).toEqual([linesIn(kept), ['test']])
    expect(existsSync(join(aside!, 'PG_VERSION'))).toBe(true)
    expect(await fileOf()).toBe(kept)
  })
  test('a copy made while others wrote holds what was written when it was made, and takes more', async () => {
    const elsewhere = mkdtempSync(join(tmpdir(), 'vivero-under-'))
    const { lines } = await restoreBackup(elsewhere, underWrites.path, new Date(NOW))
    expect(lines).toBe(underWrites.lines)
    const open = await openDirectory(elsewhere)
    const story = (await loadStory(open.db, 'test'))!
    // One after the other, none left out.
    const beside = story.entries.filter(({ id }) => id.startsWith('beside-')).length
    expect(new Set(story.entries.map(({ id }) => id))).toEqual(
      new Set([
        ...story.entries.filter(({ id }) => !id.startsWith('beside-')).map(({ id }) => id),
        ...Array.from({ length: beside }, (_, i) => `beside-${i}`),
      ]),
    )
    await addEntries(open.db, 'test', [note('goes-on')], NOW)
    await open.close()
    rmSync(elsewhere, { recursive: true })
  })
  test('from a place that takes no writes: nothing is left beside the copy, nor in its name', async () => {
    const stick = mkdtempSync(join(tmpdir(), 'vivero-stick-'))
    const path = join(stick, 'a copy.tar.gz')
    fs.copyFileSync(archive, path)
    fs.chmodSync(path, 0o400)
    fs.chmodSync(stick, 0o500)
    const wrote = jest.spyOn(fs, 'mkdirSync')
    await restoreBackup(directory, path, new Date(NOW))
    expect(wrote.mock.calls.some(([where]) => String(where).startsWith(stick))).toBe(false)
    wrote.mockRestore()
    expect(readdirSync(stick)).toEqual(['a copy.tar.gz'])
    expect(await fileOf()).toBe(kept)
    fs.chmodSync(stick, 0o700)
    rmSync(stick, { recursive: true })
  })

  /** A packed copy of whatever names and kinds. */
  async function archiveOf(
    entries: readonly {
      name: string
      type?: 'file' | 'symlink' | 'link'
      linkname?: string
      size?: number
    }[],
  ) {
    const pack = tar.pack()
    for (const { size = 1, ...header } of entries)
      pack.entry(
        { ...header, size: header.type && header.type !== 'file' ? 0 : size },
        header.type && header.type !== 'file' ? '' : 'x'.repeat(size),
      )
    pack.finalize()
    const parts: Buffer[] = []
    for await (const part of pack) parts.push(part as Buffer)
    const path = join(directory, 'bad.tar.gz')
    writeFileSync(path, gzipSync(Buffer.concat(parts)))
    return path
  }
  test.each([
    [
      'that leads out of its place',
      [{ name: '../../outside' }],
      /“\.\.\/\.\.\/outside” in it has no place/,
    ],
    [
      'with a name from the root',
      [{ name: '/tmp/vivero-outside' }],
      /has no place in a copy of ours/,
    ],
    ['with a link', [{ name: 'pg', type: 'symlink', linkname: '/etc' }], /has no place/],
    ['with a hard link', [{ name: 'pg', type: 'link', linkname: '/etc/passwd' }], /has no place/],
    ['with one name twice', [{ name: 'a' }, { name: 'a' }], /damaged, cut off, or no copy of ours/],
    ['of nothing', [], /nothing in it/],
    ['of something else', [{ name: 'PG_VERSION' }], /./],
  ] as const)(
    'an archive %s is refused in a sentence, and nothing is changed',
    async (_name, entries, says) => {
      await expect(
        restoreBackup(directory, await archiveOf(entries), new Date(NOW)),
      ).rejects.toThrow(says)
      expect(existsSync(join(directory, 'pg.restored'))).toBe(false)
      expect(existsSync(join(tmpdir(), 'outside')) || existsSync('/tmp/vivero-outside')).toBe(false)
    },
  )
  test('one larger than the room there is, cut off, or none at all is refused so too', async () => {
    const free = jest
      .spyOn(fs, 'statfsSync')
      .mockImplementation(() => ({ bavail: 65 * 256, bsize: 4096 }) as never)
    await expect(restoreBackup(directory, archive, new Date(NOW))).rejects.toThrow(
      /larger than the room/,
    )
    free.mockRestore()
    const bad = join(directory, 'bad.tar.gz')
    const { size } = statSync(archive)
    for (const bytes of [readFileSync(archive).subarray(0, size / 2), Buffer.from('no copy')]) {
      writeFileSync(bad, bytes)
      await expect(restoreBackup(directory, bad, new Date(NOW))).rejects.toThrow(
        /damaged, cut off, or no copy/,
      )
    }
    await expect(
      restoreBackup(directory, join(directory, 'nowhere'), new Date(NOW)),
    ).rejects.toThrow(/cannot be read/)
    rmSync(bad)
    expect(await fileOf()).toBe(kept)
  })
  test('a copy of a newer Vivero is refused before anything is touched', async () => {
    const room = join(directory, 'newer')
    await unpackInto(archive, room)
    const { openDurable } = await import('./durable-fs')
    const engine = await openDurable(room, () => undefined)
    await engine.exec(
      `insert into drizzle.__drizzle_migrations (hash, created_at) values ('later', 9999999999999)`,
    )
    await engine.close()
    const newer = join(directory, 'newer.tar.gz')
    await packDirectory(room, newer)
    await expect(restoreBackup(directory, newer, new Date(NOW))).rejects.toThrow(/newer Vivero/)
    rmSync(room, { recursive: true })
    rmSync(newer)
    expect(await fileOf()).toBe(kept)
  })

  test('a running server keeps a restoration out', async () => {
    const open = await openDirectory(directory)
    await expect(restoreBackup(directory, archive, new Date(NOW))).rejects.toThrow(/in use/i)
    await open.close()
  })

  test('killed at any moment it leaves the data as before or as the copy has them, and nothing else', async () => {
    for (const after of [150, 500, 1100, 2000]) {
      const child = spawn(process.execPath, [program('restore'), directory, archive], {
        stdio: 'ignore',
      })
      const ended = new Promise((done) => child.on('exit', done))
      await new Promise((next) => setTimeout(next, after))
      child.kill('SIGKILL')
      await ended
      expect(await fileOf()).toBe(kept)
      expect(existsSync(join(directory, 'pg.restored'))).toBe(false)
      expect(halfMade()).toEqual([])
    }
  })

  test('between the two renames there is a way on only, and it is taken at the next start', async () => {
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
  })
})
