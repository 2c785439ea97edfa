import fc from 'fast-check'
import { lodge } from '../demo/lodge'
import { entriesOf } from '@/core/history/journal-index'
import { DAY0, nitrate, tank } from '@/core/testing/tank'
import { instantOf } from '@/core/quantity/time'
import { importedFiles, setTakenBack } from '../imported-files'
import { importCsv, previewCsv } from '../import-csv'
import type { CsvReport } from './line-report'
import { importStory } from '../import-tank'
import type { Database } from '../db'
import { loadStory } from '../story'
import { memoryDatabase } from '../testing/memory'
import { setVoided } from '../entries'
import { readReadingsCsv, writeReadingsCsv } from './readings-csv'
import { readTankFile, writeTankFile } from './tank-file'

const NOW = '2026-11-24T09:00:00.000Z'
const bytes = (text: string) => new TextEncoder().encode(text)
const HEAD = 'at,parameter,value,unit,method,note'
const read = (text: string | Uint8Array, story = tank()) =>
  readReadingsCsv(typeof text === 'string' ? bytes(text) : text, story, new Set(), NOW)
const report = async (text: string): Promise<CsvReport> => {
  const result = await read(text)
  if (!result.ok) throw new Error(result.problem)
  return result.value
}

describe('readings.csv', () => {
  test('RFC 4180: quoted commas, doubled quotes, line breaks in a field, CRLF or LF, no end of line at the end', async () => {
    const text = `${HEAD}\r\n2026-03-01T18:30:00+01:00,nitrate,20,mg/L,drops-chart,"by lamp, ""orange"""\r\n2026-03-02T18:30:00+01:00,kh,3,dKH,titration,"two\nlines"\r\n2026-03-03T18:30:00Z,pH,6.8,pH,probe,`
    const { accepted, refused } = await report(text)
    expect(refused).toEqual([])
    expect(accepted.map(({ line, entry }) => [line, entry.note])).toEqual([
      [2, 'by lamp, "orange"'],
      [3, 'two\nlines'],
      [5, null],
    ])
    expect(accepted[0].entry).toMatchObject({
      at: '2026-03-01T17:30:00.000Z',
      value: 20,
      entered: { value: 20, unit: 'mg/L' },
    })
  })
  test('units are converted and kept as entered: 5 mg/L N is 22.1 mg/L NO3, 77 °F is 25 °C, 100 ppm CaCO3 is 5.6 °dH', async () => {
    const { accepted } = await report(
      `${HEAD}\n2026-03-01T10:00Z,nitrate,5,mg/L N,photometer,\n2026-03-01T10:00Z,temperature,77,°F,probe,\n2026-03-01T10:00Z,kh,100,ppm CaCO3,titration,`,
    )
    const values = accepted.map(({ entry }) => (entry.kind === 'reading' ? entry.value : null))
    expect(values[0]).toBeCloseTo(22.13, 2)
    expect(values[1]).toBeCloseTo(25, 9)
    expect(values[2]).toBeCloseTo(5.6, 2)
  })
  test('a byte-order mark, columns in another order, an extra column', async () => {
    expect(
      await report(
        `\uFEFFvalue,unit,method,parameter,at,mood\n10,mg/L,strip,nitrate,2026-03-01T10:00Z,fine`,
      ),
    ).toMatchObject({ accepted: [{ line: 2 }] })
  })
  test('semicolons with decimal commas are understood, and said', async () => {
    const { accepted, remarks, separator } = await report(
      `${HEAD.replaceAll(',', ';')}\n2026-03-01T10:00Z;pH;6,8;pH;probe;leicht, trüb`,
    )
    expect([separator, remarks.length, accepted[0].entry]).toMatchObject([
      ';',
      1,
      { value: 6.8, note: 'leicht, trüb' },
    ])
  })
  test('UTF-16 with tabs, as spreadsheets save “Unicode text”, little-endian and big-endian', async () => {
    const text = `\uFEFF${HEAD.replaceAll(',', '\t')}\r\n2026-03-01T10:00Z\ttemperature\t24,5\t°C\tprobe\ttrüb\r\n`
    const little = new Uint8Array(Buffer.from(text, 'utf16le'))
    for (const file of [little, new Uint8Array(Buffer.from(little).swap16())]) {
      const result = await read(file)
      expect(result).toMatchObject({
        ok: true,
        value: {
          separator: '\t',
          refused: [],
          accepted: [{ entry: { value: 24.5, note: 'trüb' } }],
        },
      })
    }
  })
  test('lines older than the tank are taken, and remarked on', async () => {
    const { accepted, remarks } = await report(
      `${HEAD}\n2001-03-01T10:00Z,nitrate,10,mg/L,strip,\n2026-03-01T10:00Z,nitrate,10,mg/L,strip,`,
    )
    expect([accepted.length, remarks]).toEqual([
      2,
      ['One line is older than the tank, which was set up on 2024-10-04.'],
    ])
  })
  test.each([
    ['a time without its offset', '2026-03-01T10:00,nitrate,10,mg/L,strip,', /ISO 8601/],
    ['a day that is none', '2026-02-31T10:00Z,nitrate,10,mg/L,strip,', /ISO 8601/],
    ['month thirteen', '2026-13-01T10:00Z,nitrate,10,mg/L,strip,', /ISO 8601/],
    ['the future', '2031-01-01T10:00Z,nitrate,10,mg/L,strip,', /not happened yet/],
    ['an unknown parameter', '2026-03-01T10:00Z,happiness,10,mg/L,strip,', /not a parameter/],
    ['an unknown unit', '2026-03-01T10:00Z,nitrate,10,grains,strip,', /not a unit of nitrate/],
    ['letters', '2026-03-01T10:00Z,nitrate,ten,mg/L,strip,', /not a number/],
    ['a decimal comma among commas', '2026-03-01T10:00Z,nitrate,"1,5",mg/L,strip,', /not a number/],
    ['what no water holds', '2026-03-01T10:00Z,pH,14.5,pH,probe,', /outside what water can hold/],
    ['an unknown method', '2026-03-01T10:00Z,nitrate,10,mg/L,guess,', /not a method/],
    ['a field too few', '2026-03-01T10:00Z,nitrate,10,mg/L', /4 fields where the heading has 6/],
  ])('%s is reported by its line, the rest is kept', async (_name, line, sentence) => {
    const { accepted, refused } = await report(
      `${HEAD}\n2026-03-01T09:00Z,nitrate,5,mg/L,strip,\n${line}\n2026-03-01T11:00Z,nitrate,6,mg/L,strip,`,
    )
    expect(accepted).toHaveLength(2)
    expect(refused).toEqual([{ line: 3, says: expect.stringMatching(sentence) }])
  })
  test.each([
    [
      'wrong columns',
      bytes('when,what\n1,2'),
      /heading must read.*at, parameter, value, unit, method are missing/,
    ],
    ['nothing', new Uint8Array(), /empty/],
    ['a picture', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 13]), /not a text file/],
    [
      'a null far into it',
      bytes(`${HEAD}\n2026-03-01T10:00Z,nitrate,10,mg/L,strip,${'x'.repeat(5000)}\u0000`),
      /null among the letters/,
    ],
    ['Latin-1', new Uint8Array([...bytes(`${HEAD}\n`), 0xe4, 0xf6]), /UTF-8/],
    [
      'an open quotation mark',
      bytes(
        `${HEAD}\n2026-03-01T10:00Z,nitrate,10,mg/L,strip,"never closed\n2026-03-02T10:00Z,nitrate,10,mg/L,strip,`,
      ),
      /never closed/,
    ],
    ['50 MB', new Uint8Array(50e6).fill(65), /50 MB.*up to 20 MB/],
  ])('%s is refused whole', async (_name, file, sentence) =>
    expect(await read(file)).toMatchObject({ ok: false, problem: expect.stringMatching(sentence) }),
  )
  test('a line twice in the file counts once; a heading alone is no error', async () => {
    const line = '2026-03-01T10:00Z,nitrate,10,mg/L,strip,'
    expect(await report(`${HEAD}\n${line}\n${line}`)).toMatchObject({
      accepted: [{ line: 2 }],
      known: [{ line: 3, says: 'the same as line 2' }],
    })
    expect((await report(HEAD)).remarks.join()).toContain('no line')
  })
  test('what is written is read back: every reading of the demo, in its own unit', async () => {
    const [tarn] = lodge(NOW)
    const result = await readReadingsCsv(
      bytes(writeReadingsCsv(tarn)),
      { ...tarn, entries: [] },
      new Set(),
      NOW,
    )
    if (!result.ok) throw new Error(result.problem)
    expect(result.value.refused).toEqual([])
    const of = (story: { entries: readonly unknown[] }) =>
      entriesOf(story.entries as never, 'reading').map(({ at, parameter, value }) => ({
        at,
        parameter,
        value,
      }))
    expect(of({ entries: result.value.accepted.map(({ entry }) => entry) })).toEqual(of(tarn))
  })
  test('a note that a spreadsheet would run is written as text', () => {
    const story = tank([{ ...nitrate(1, 5), note: '=HYPERLINK("x")' }])
    expect(writeReadingsCsv(story)).toContain('"\'=HYPERLINK')
  })
})

describe('import of readings', () => {
  let db: Database
  let close: () => Promise<void>
  beforeAll(async () => {
    ;({ db, close } = await memoryDatabase(tank([nitrate(1, 10)])))
  })
  afterAll(() => close())
  const file = (n: number) =>
    bytes(
      `${HEAD}\n${Array.from({ length: n }, (_, i) => `${instantOf(DAY0 + 2 + i / 100)},nitrate,${(i % 40) + 0.5},mg/L,photometer,`).join('\n')}`,
    )

  test('a preview writes nothing; the import writes all; the same file again adds nothing', async () => {
    const preview = await previewCsv(db, 'test', readReadingsCsv, file(1200), NOW)
    expect(preview.ok && preview.value.accepted.length).toBe(1200)
    expect((await loadStory(db, 'test'))!.entries).toHaveLength(1)
    const seen: number[] = []
    await importCsv(
      db,
      'test',
      readReadingsCsv,
      { name: 'readings.csv', bytes: file(1200) },
      NOW,
      ({ done }) => seen.push(done),
    )
    expect(seen).toEqual([250, 500, 750, 1000, 1200])
    expect((await loadStory(db, 'test'))!.entries).toHaveLength(1201)
    const again = await importCsv(
      db,
      'test',
      readReadingsCsv,
      { name: 'readings.csv', bytes: file(1200) },
      NOW,
    )
    expect(again.ok && [again.value.accepted.length, again.value.known.length]).toEqual([0, 1200])
  })
  test('stopped half-way, nothing of it is left', async () => {
    const before = (await loadStory(db, 'test'))!.entries.length
    const stop = new AbortController()
    const late = bytes(
      `${HEAD}\n${Array.from({ length: 1500 }, (_, i) => `${instantOf(DAY0 + 100 + i / 100)},nitrate,7,mg/L,photometer,`).join('\n')}`,
    )
    await expect(
      importCsv(
        db,
        'test',
        readReadingsCsv,
        { name: 'late.csv', bytes: late },
        NOW,
        ({ done }) => done >= 500 && stop.abort(),
        stop.signal,
      ),
    ).rejects.toThrow()
    expect((await loadStory(db, 'test'))!.entries).toHaveLength(before)
  })
  test('a line that was struck out does not come back with its file', async () => {
    const story = (await loadStory(db, 'test'))!
    const imported = story.entries.find((entry) => entry.by === 'import')!
    await setVoided(db, 'test', imported.id, true, NOW)
    const again = await previewCsv(db, 'test', readReadingsCsv, file(1200), NOW)
    expect(again.ok && again.value.accepted).toEqual([])
  })
  test('a whole file is taken back later and brought back, but for what the keeper struck out himself', async () => {
    const count = async () => (await loadStory(db, 'test'))!.entries.length
    const before = await count()
    const [file] = await importedFiles(db, (await loadStory(db, 'test'))!.vessel.id)
    expect(file).toMatchObject({ name: 'readings.csv', lines: 1200, takenBack: false })
    await setTakenBack(db, 'test', file.id, true)
    await setTakenBack(db, 'test', file.id, true)
    expect(await count()).toBe(before - 1199)
    const page = await previewCsv(
      db,
      'test',
      readReadingsCsv,
      bytes(`${HEAD}\n${instantOf(DAY0 + 2)},nitrate,0.5,mg/L,photometer,`),
      NOW,
    )
    expect(page.ok && page.value.known).toHaveLength(1)
    await setTakenBack(db, 'test', file.id, false)
    expect(await count()).toBe(before)
    await expect(setTakenBack(db, 'test', 'no such file', true)).rejects.toThrow(/No such file/)
  })
  test('a tank that is not there', async () =>
    expect(await previewCsv(db, 'nowhere', readReadingsCsv, file(1), NOW)).toMatchObject({
      ok: false,
    }))
})

describe('the tank file', () => {
  const stories = lodge(NOW)
  const [tarn] = stories

  test('export and import give back an identical story, byte for byte, for every vessel of the lodge', async () => {
    const { db, close } = await memoryDatabase()
    const importFile = async (file: string) => {
      const story = await readTankFile(bytes(file), NOW)
      return story.ok ? importStory(db, story.value) : story
    }
    for (const story of stories) {
      const file = writeTankFile(story)
      const imported = await importFile(file)
      expect(imported).toMatchObject({
        ok: true,
        value: { fresh: true, entriesAdded: story.entries.length },
      })
      const back = await loadStory(db, story.vessel.slug)
      expect(back).toEqual(story)
      expect(writeTankFile(back!)).toBe(file)
      expect(await importFile(file)).toMatchObject({
        ok: true,
        value: { fresh: false, entriesAdded: 0, entriesKnown: story.entries.length },
      })
    }
    await close()
  }, 60_000)

  test('any story of odd names, notes and numbers survives the file', async () => {
    const text = fc
      .string({ minLength: 1, maxLength: 40 })
      .map((s) => s.trim())
      .filter((s) => s.length > 0)
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.tuple(
            fc.integer({ min: 0, max: 300 }),
            text,
            fc.double({ min: 0, max: 500, noNaN: true }),
          ),
          { maxLength: 12 },
        ),
        text,
        async (rows, name) => {
          const entries = rows.map(([day, note, value], i) => ({
            ...nitrate(day, value),
            id: `e-${String(i).padStart(3, '0')}`,
            note,
          }))
          const story = { ...tank(), vessel: { ...tank().vessel, name }, entries }
          const first = await readTankFile(bytes(writeTankFile(story)), NOW)
          if (!first.ok) throw new Error(first.problem)
          expect(await readTankFile(bytes(writeTankFile(first.value)), NOW)).toEqual(first)
          expect(first.value.entries.map((entry) => entry.id).sort()).toEqual(
            entries.map((entry) => entry.id).sort(),
          )
        },
      ),
    )
  })

  /** The demo's tank file with one place of it set to something else (undefined takes it out). */
  const damaged = (path: string, value: unknown) => {
    const file: unknown = JSON.parse(writeTankFile(tarn))
    const keys = path.split('.')
    const holder = keys.slice(0, -1).reduce((at, key) => (at as Record<string, unknown>)[key], file)
    Object.assign(holder as object, { [keys[keys.length - 1]]: value })
    return readTankFile(bytes(JSON.stringify(file)), NOW)
  }
  const trim = tarn.entries.findIndex((entry) => entry.kind === 'trim')
  test.each([
    [
      'cut short',
      () => readTankFile(bytes(writeTankFile(tarn).slice(0, 5000)), NOW),
      /not JSON, or it was cut short/,
    ],
    [
      'another format',
      () => readTankFile(bytes('{"format":"else"}'), NOW),
      /not a Vivero tank file/,
    ],
    ['a newer version', () => damaged('version', 9), /version 9/],
    [
      'a negative length',
      () => damaged('vessel.glass.0.is.lengthCm', -5),
      /vessel\.glass\[0\]\.is\.lengthCm: The length must be more than zero/,
    ],
    ['no plantings', () => damaged('plantings', undefined), /plantings: .*missing/],
    [
      'a planting of no species',
      () => damaged('plantings.2.kinds.0.speciesId', 'weed'),
      /plantings\[2\]\.kinds\[0\]\.speciesId: there is no species “weed”/,
    ],
    ['an entry with letters', () => damaged('entries.3.at', 'noon'), /entries\[3\]\.at/],
    [
      'an entry of a strange planting',
      () => damaged(`entries.${trim}.plantingId`, 'ghost'),
      /there is no planting “ghost”/,
    ],
    [
      'an id twice',
      () => damaged('entries.1.id', tarn.entries[0].id),
      /entries: the same id stands twice/,
    ],
    [
      'two current layouts',
      () => damaged('layouts', [tarn.layouts[0], { ...tarn.layouts[0], id: 'second' }]),
      /lies in the tank at the same time as layouts\[0\]/,
    ],
    ['an array', () => readTankFile(bytes('[1,2,3]'), NOW), /not a Vivero tank file/],
  ])('%s: says which part is wrong, writes nothing', async (_name, make, sentence) => {
    const result = await make()
    expect(result).toMatchObject({ ok: false, problem: expect.stringMatching(sentence) })
    expect(result.ok ? '' : result.problem).toContain('Nothing was written')
  })

  test('a name that is taken gets a number; entries of another tank are not stolen', async () => {
    const { db, close } = await memoryDatabase(tank([nitrate(1, 5)]))
    const namesake = {
      ...tank(),
      vessel: { ...tank().vessel, id: 'other' },
      layouts: [],
      plantings: [],
      sources: [],
      equipment: [],
      entries: [],
    }
    expect(await importStory(db, namesake)).toMatchObject({
      ok: true,
      value: { slug: 'test-2', fresh: true },
    })
    const thief = {
      ...namesake,
      vessel: { ...namesake.vessel, id: 'third' },
      entries: (await loadStory(db, 'test'))!.entries,
    }
    expect(await importStory(db, thief)).toMatchObject({
      ok: false,
      problem: expect.stringContaining('belong to another tank'),
    })
    await close()
  })
})
