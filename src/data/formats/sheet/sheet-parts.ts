import { ok, refuse, type Result } from '@/core/quantity/result'
import type { Asked } from '../../outside/asked'
import type { Stream } from '../../outside/stream'
import { rowsOfText, TOO_MANY_ROWS } from '../csv-rows'
import { readText } from '../text-file'
import type { Cell } from './mapping'
import { textOf } from './text-of-cell'
import { MOST_COLUMNS, NoWorkbook, openWorkbook, TooMuch, type Row } from './workbook'

/** The table in a file as it is read: its headings first, then its rows, some at a time; what is to be remarked on at any time. */
export type SheetPart = { headings: string[] } | { rows: Row[] } | { remarks: string[] }

const MOST_ROWS = 200_000
/** The heading stands within so many rows; titles and empty lines may stand above it. */
const HEADING_WITHIN = 25
const ROWS_A_PART = 1000

const ZIP = [0x50, 0x4b, 0x03, 0x04]
const OLD_WORKBOOK = [0xd0, 0xcf, 0x11, 0xe0]
const begins = (bytes: Uint8Array, mark: readonly number[]) =>
  mark.every((byte, i) => bytes[i] === byte)

/** The table in a file: a workbook (.xlsx, its first table; formulas are not run, what they showed last is read), or text with commas, semicolons or tabs. Refuses what is neither. */
export async function* sheetParts(bytes: Uint8Array, { maxMegabytes }: Asked): Stream<SheetPart> {
  if (bytes.byteLength === 0) return refuse('The file is empty. Nothing was written.')
  if (begins(bytes, OLD_WORKBOOK))
    return refuse(
      'This is a workbook of the old kind (.xls). Save it as .xlsx or as CSV, and try again; nothing was written.',
    )
  return yield* begins(bytes, ZIP) ? workbookParts(bytes) : delimitedParts(bytes, maxMegabytes)
}

async function* workbookParts(bytes: Uint8Array): Stream<SheetPart> {
  try {
    const book = await openWorkbook(bytes)
    let first: string | null = null
    const others: string[] = []
    for (const { name, path } of book.tables) {
      if (!(await hasTwoRows(book.rows(path)))) continue
      if (first !== null) {
        others.push(name)
        continue
      }
      first = name
      const read = yield* tableOf(book.rows(path))
      if (!read.ok) return read
    }
    if (first === null) return refuse('There is no table in this workbook. Nothing was written.')
    if (others.length > 0)
      yield {
        remarks: [
          `Only the first table (“${first}”) is read; ${others.map((name) => `“${name}”`).join(', ')} would each be a file of its own.`,
        ],
      }
    return ok(null)
  } catch (error) {
    if (error instanceof TooMuch)
      return refuse(
        `The workbook ${error.message}. Split it by year, or save the one table you need as CSV; nothing was written.`,
      )
    if (error instanceof NoWorkbook)
      return refuse(
        error.is === 'open document'
          ? 'This is an open document table (.ods), which Vivero does not read. Open it where it was made, choose “Save as”, there .xlsx or CSV, and read that file; nothing was written.'
          : 'This is not a workbook Vivero can read. Save it as .xlsx or as CSV, and try again; nothing was written.',
      )
    return refuse('The workbook is damaged. Save it once more, and try again; nothing was written.')
  }
}

async function hasTwoRows(rows: AsyncGenerator<Row[]>): Promise<boolean> {
  let seen = 0
  for await (const some of rows) {
    seen += some.length
    if (seen > 1) return true
  }
  return false
}

const SEPARATORS = ['\t', ';', ','] as const
const LOOKED_AT = 12

/** The sign that stands most often, and evenly, in the first lines. */
function separatorOf(text: string): (typeof SEPARATORS)[number] {
  const lines = text.split(/\r?\n/, LOOKED_AT).filter((line) => line.trim() !== '')
  const middle = (sign: string) => {
    const counts = lines.map((line) => line.split(sign).length - 1).sort((a, b) => a - b)
    return counts[Math.floor(counts.length / 2)] ?? 0
  }
  return SEPARATORS.reduce((best, sign) => (middle(sign) > middle(best) ? sign : best))
}

async function* delimitedParts(bytes: Uint8Array, maxMegabytes: number): Stream<SheetPart> {
  let text = readText(bytes, maxMegabytes)
  if (!text.ok && !bytes.subarray(0, 4096).includes(0)) {
    text = ok(new TextDecoder('windows-1252').decode(bytes))
    yield {
      remarks: [
        'The file is not written in UTF-8; its letters were read as those of Western Europe.',
      ],
    }
  }
  if (!text.ok) return text
  const read = rowsOfText(text.value.replace(/^\uFEFF/, ''), separatorOf(text.value))
  let line = 1
  const rows = read.value.map((row): Row => {
    const here = line
    line += 1 + row.reduce((sum, field) => sum + (field.match(/\r\n|\r|\n/g)?.length ?? 0), 0)
    return { line: here, cells: row.map((field) => (field.trim() === '' ? null : field.trim())) }
  })
  if (read.problem === TOO_MANY_ROWS) return refuse(TOO_MANY)
  if (read.problem !== null)
    return refuse(
      `A quotation mark near line ${line} is never closed, so the lines cannot be told apart. Nothing was written.`,
    )
  return yield* tableOf(
    (async function* () {
      yield rows
    })(),
  )
}

const TOO_MANY = `There are more than ${MOST_ROWS} rows. Split the file by year; nothing was written.`

/** The table among rows: its heading is the first of them with two words and more. */
async function* tableOf(rows: AsyncIterable<Row[]>): Stream<SheetPart> {
  let above = 0
  let headed = false
  let count = 0
  for await (const some of rows) {
    let below = some
    if (!headed) {
      const at = some.findIndex(isHeading)
      if (at < 0 || above + at >= HEADING_WITHIN) {
        above += some.length
        if (above >= HEADING_WITHIN) return refuse(NO_HEADING)
        continue
      }
      headed = true
      yield* headingParts(some[at].cells)
      below = some.slice(at + 1)
    }
    const filled = below.filter(({ cells }) => cells.some((cell) => cell !== null))
    count += filled.length
    if (count > MOST_ROWS) return refuse(TOO_MANY)
    for (let i = 0; i < filled.length; i += ROWS_A_PART)
      yield {
        rows: filled
          .slice(i, i + ROWS_A_PART)
          .map(({ line, cells }) => ({ line, cells: cells.slice(0, MOST_COLUMNS) })),
      }
  }
  if (!headed) return refuse(NO_HEADING)
  return count === 0
    ? refuse('There are headings and no row below them. Nothing was written.')
    : ok(null)
}

const isHeading = ({ cells }: Row) => cells.filter((cell) => typeof cell === 'string').length >= 2
const NO_HEADING =
  'No row of headings was found. The first row should name the columns, like: date, NO3, KH. Nothing was written.'

function* headingParts(cells: readonly Cell[]): Generator<SheetPart> {
  yield { headings: cells.slice(0, MOST_COLUMNS).map(textOf) }
  if (cells.length > MOST_COLUMNS)
    yield { remarks: [`Only the first ${MOST_COLUMNS} columns are read.`] }
}

/** All of a table at once, for whoever needs to see every row before the first is read. */
export async function gathered(
  parts: Stream<SheetPart>,
): Promise<Result<{ headings: string[]; rows: Row[]; remarks: string[] }>> {
  const sheet = { headings: [] as string[], rows: [] as Row[], remarks: [] as string[] }
  for (;;) {
    const next = await parts.next()
    if (next.done) return next.value.ok ? ok(sheet) : next.value
    if ('headings' in next.value) sheet.headings = next.value.headings
    else if ('remarks' in next.value) sheet.remarks.push(...next.value.remarks)
    else for (const row of next.value.rows) sheet.rows.push(row)
  }
}
