import { strToU8, zipSync } from 'fflate'
import readWorkbook from 'read-excel-file/universal'
import { openWorkbook, showsDay, TooMuch, type Row } from './workbook'
import { workbook } from './testing'

const MAIN = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main'
const RELATIONS = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships'
/** A workbook of one table, by hand: what stands in its parts is up to the test. */
const packed = (sheet: string, more: Readonly<Record<string, string>> = {}) =>
  zipSync(
    Object.fromEntries(
      Object.entries({
        'xl/workbook.xml': `<workbook xmlns="${MAIN}" xmlns:r="r"><sheets><sheet name="One" sheetId="1" r:id="a"/></sheets></workbook>`,
        'xl/_rels/workbook.xml.rels': `<Relationships><Relationship Id="a" Type="${RELATIONS}/worksheet" Target="worksheets/s.xml"/><Relationship Id="b" Type="${RELATIONS}/styles" Target="styles.xml"/><Relationship Id="c" Type="${RELATIONS}/sharedStrings" Target="sharedStrings.xml"/></Relationships>`,
        'xl/worksheets/s.xml': `<worksheet xmlns="${MAIN}">${sheet}</worksheet>`,
        ...more,
      }).map(([name, text]) => [name, strToU8(text)]),
    ),
  )

async function rowsIn(bytes: Uint8Array): Promise<Row[]> {
  const book = await openWorkbook(bytes)
  const rows: Row[] = []
  for await (const some of book.rows(book.tables[0].path)) rows.push(...some)
  return rows
}

/** The same by a general library, which holds a whole table: its days are UTC dates of the clock on the wall. */
async function byLibrary(bytes: Uint8Array) {
  const own = new Uint8Array(bytes)
  const [{ data }] = await readWorkbook(own.buffer)
  return data.map((row) =>
    row.map((cell) =>
      cell instanceof Date
        ? new Date(Math.round(cell.getTime() / 60_000) * 60_000).toISOString().slice(0, 16)
        : cell,
    ),
  )
}
const asLibrary = (rows: readonly Row[]) =>
  rows.map(({ cells }) =>
    cells.map((cell) => {
      if (typeof cell !== 'object' || cell === null) return cell
      return cell.wall.includes('T') ? cell.wall : `${cell.wall}T00:00`
    }),
  )

const STYLES = `<styleSheet><numFmts><numFmt numFmtId="164" formatCode="[$-407]d. mmmm yyyy;@"/><numFmt numFmtId="165" formatCode="0.00E+00"/></numFmts><cellStyleXfs><xf numFmtId="14"/></cellStyleXfs><cellXfs><xf numFmtId="0"/><xf numFmtId="14"/><xf numFmtId="164"/><xf numFmtId="165"/><xf numFmtId="20"/></cellXfs></styleSheet>`
const SHARED = `<sst><si><t>Date</t></si><si><r><t>NO</t></r><r><rPr><vertAlign val="subscript"/></rPr><t>3</t></r></si><si><t xml:space="preserve"> a note &amp; more </t></si></sst>`

test('shared texts, runs, numbers, days of several formats, booleans, what formulas showed: as a general library reads them', async () => {
  const bytes = packed(
    `<sheetData>
      <row r="1"><c r="A1" t="s"><v>0</v></c><c r="B1" t="s"><v>1</v></c><c r="C1" t="s"><v>2</v></c></row>
      <row r="2"><c r="A2" s="1"><v>46084</v></c><c r="B2"><v>12.5</v></c><c r="C2" t="str"><f>A1</f><v>shown</v></c></row>
      <row r="3"><c r="A3" s="2"><v>46085.75</v></c><c r="B3" s="3"><v>1.5E-3</v></c></row>
      <row r="4"><c r="A4" s="1"><v>61</v></c><c r="C4" t="inlineStr"><is><t>in line</t></is></c></row>
    </sheetData>`,
    { 'xl/styles.xml': STYLES, 'xl/sharedStrings.xml': SHARED },
  )
  const rows = await rowsIn(bytes)
  const library = await byLibrary(bytes)
  const width = library[0].length
  const even = asLibrary(rows).map((cells) =>
    Array.from({ length: width }, (_, i) => cells[i] ?? null),
  )
  // The library cuts blanks at the ends of texts; whoever reads a cell here does so later.
  expect(even.map((row) => row.map((c) => (typeof c === 'string' ? c.trim() : c)))).toEqual(library)
  expect(rows[1].cells[0]).toEqual({ wall: '2026-03-03' })
  expect(rows[2].cells[0]).toEqual({ wall: '2026-03-04T18:00' })
})

test('what is read aloud beside a text is none of it', async () => {
  const bytes = packed('<sheetData><row r="1"><c r="A1" t="s"><v>0</v></c></row></sheetData>', {
    'xl/sharedStrings.xml':
      '<sst><si><t>水</t><rPh sb="0" eb="1"><t>みず</t></rPh><phoneticPr fontId="1"/></si></sst>',
  })
  expect((await rowsIn(bytes))[0].cells).toEqual(['水'])
})

test('days counted from 1904, and the day that never was', async () => {
  const from1904 = packed(
    '<sheetData><row r="1"><c r="A1" s="1"><v>44622</v></c></row></sheetData>',
    {
      'xl/styles.xml': STYLES,
      'xl/workbook.xml':
        '<workbook xmlns:r="r"><workbookPr date1904="1"/><sheets><sheet name="One" r:id="a"/></sheets></workbook>',
    },
  )
  expect((await rowsIn(from1904))[0].cells).toEqual([{ wall: '2026-03-03' }])
  const early = packed(
    '<sheetData><row r="1"><c r="A1" s="1"><v>1</v></c><c r="B1" s="1"><v>59</v></c><c r="C1" s="1"><v>61</v></c></row></sheetData>',
    { 'xl/styles.xml': STYLES },
  )
  // ECMA-376 part 1, 18.17.4.1: serial 1 is 1 January 1900, 61 is 1 March 1900.
  expect((await rowsIn(early))[0].cells).toEqual([
    { wall: '1900-01-01' },
    { wall: '1900-02-28' },
    { wall: '1900-03-01' },
  ])
})

test.each([
  ['yyyy-mm-dd', true],
  ['d.m.yy hh:mm', true],
  ['[$-x-sysdate]dddd, mmmm dd, yyyy', true],
  ['[h]:mm:ss', true],
  ['mm:ss.0', true],
  ['General', false],
  ['0.00', false],
  ['#,##0.00 "mg/l"', false],
  ['0.0E+00', false],
  ['[Red]0.0;[Yellow]-0.0', false],
  ['"dose" 0', false],
  ['', false],
])('the format %s shows a day or a time: %s', (format, day) => {
  expect(showsDay(format)).toBe(day)
})

test('a cell, or a whole table, that claims to stand at the end of all places costs no more than any other', async () => {
  const far = packed(
    '<dimension ref="A1:XFD1048576"/><sheetData><row r="1"><c r="A1"><v>1</v></c></row><row r="1048576"><c r="XFD1048576"><v>2</v></c></row></sheetData>',
  )
  expect(far.byteLength).toBeLessThan(1500)
  expect(await rowsIn(far)).toEqual([{ line: 1, cells: [1] }])
})
test('cells and rows without their places stand one after the other', async () => {
  const bare = packed(
    '<sheetData><row><c><v>1</v></c><c/><c><v>3</v></c></row><row><c><v>4</v></c></row></sheetData>',
  )
  expect(await rowsIn(bare)).toEqual([
    { line: 1, cells: [1, null, 3] },
    { line: 2, cells: [4] },
  ])
})
test('more cells than any table of readings are not read to their end', async () => {
  const many = packed(`<sheetData><row r="1">${'<c/>'.repeat(2_600_000)}</row></sheetData>`)
  expect(many.byteLength).toBeLessThan(50_000)
  await expect(rowsIn(many)).rejects.toThrow(TooMuch)
})
test('what is damaged, points nowhere, or brings entities of its own is an error and no table', async () => {
  for (const bytes of [
    packed('<sheetData><row r="1"><c r="A1" t="s"><v>7</v></c></row></sheetData>'),
    packed('<sheetData><row r="1"><c r="A1"><v>many</v></c></row></sheetData>'),
    packed('<sheetData><row r="1">'),
    packed(
      '<!DOCTYPE x [<!ENTITY a "aaaa">]><sheetData><row><c t="str"><v>&a;</v></c></row></sheetData>',
    ),
    zipSync({ 'a.txt': strToU8('no workbook') }),
    strToU8('PK\u0003\u0004 and nothing more'),
  ])
    await expect(rowsIn(bytes)).rejects.toThrow()
})
test('the smallest sound workbook is read, wherever its bytes lie', async () => {
  const small = workbook({
    Water: [
      ['Date', 'NO3'],
      ['2026-01-02', 10],
    ],
  })
  expect(small.byteLength).toBeLessThan(4096)
  // As a request hands it over: within a larger stretch of memory.
  const pooled = Buffer.concat([Buffer.alloc(100, 1), small]).subarray(100)
  expect(await rowsIn(pooled)).toHaveLength(2)
})
