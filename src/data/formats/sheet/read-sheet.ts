import { unzipSync } from 'fflate'
import readWorkbook from 'read-excel-file/universal'
import { ok, refuse, type Result } from '@/core/quantity/result'
import { eachRow } from '../csv-lines'
import { readText } from '../text-file'
import type { Cell, Sheet } from './mapping'

export const SHEET_MAX_MB = 20
/** A workbook is unpacked in memory: so much of it, and no more. */
const UNPACKED_MAX_BYTES = 150e6
const MOST_COLUMNS = 60
const MOST_ROWS = 200_000
/** The heading stands within so many rows; titles and empty lines may stand above it. */
const HEADING_WITHIN = 25

const ZIP = [0x50, 0x4b, 0x03, 0x04]
const OLD_WORKBOOK = [0xd0, 0xcf, 0x11, 0xe0]
const begins = (bytes: Uint8Array, mark: readonly number[]) =>
  mark.every((byte, i) => bytes[i] === byte)

/** The table in a file: a workbook (.xlsx, its first table; formulas are not run, what they showed last is read), or text with commas, semicolons or tabs. Refuses what is neither. */
export async function readSheet(bytes: Uint8Array): Promise<Result<Sheet>> {
  if (bytes.byteLength === 0) return refuse('The file is empty. Nothing was written.')
  if (begins(bytes, OLD_WORKBOOK))
    return refuse(
      'This is a workbook of the old kind (.xls). Save it as .xlsx or as CSV, and try again; nothing was written.',
    )
  return begins(bytes, ZIP) ? readXlsx(bytes) : readDelimited(bytes)
}

async function readXlsx(bytes: Uint8Array): Promise<Result<Sheet>> {
  let unpacked = 0
  let workbook = false
  try {
    unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        unpacked += originalSize
        workbook ||= name === 'xl/workbook.xml'
        return false
      },
    })
  } catch {
    return refuse('The workbook is damaged. Save it once more, and try again; nothing was written.')
  }
  if (!workbook)
    return refuse(
      'This is not a workbook Vivero can read. Save it as .xlsx or as CSV, and try again; nothing was written.',
    )
  if (unpacked > UNPACKED_MAX_BYTES)
    return refuse('The workbook is too large unpacked. Split it by year; nothing was written.')
  try {
    const copy = bytes.slice().buffer
    const tables = await readWorkbook(copy)
    const filled = tables.filter(({ data }) => data.length > 1)
    if (filled.length === 0)
      return refuse('There is no table in this workbook. Nothing was written.')
    const [first, ...others] = filled
    const rows = first.data.map((row, i) => ({ line: i + 1, cells: row.map(cellOf) }))
    const sheet = sheetOf(rows)
    if (sheet.ok && others.length > 0)
      sheet.value.remarks.push(
        `Only the first table (“${first.sheet}”) is read; ${others.map(({ sheet: name }) => `“${name}”`).join(', ')} would each be a file of its own.`,
      )
    return sheet
  } catch {
    return refuse('The workbook is damaged. Save it once more, and try again; nothing was written.')
  }
}

function cellOf(value: unknown): Cell {
  if (value === null || value === undefined || value === '') return null
  if (value instanceof Date) {
    // A workbook knows no zone: its clock is the one on the wall.
    const iso = new Date(Math.round(value.getTime() / 60_000) * 60_000).toISOString()
    const [day, clock] = [iso.slice(0, 10), iso.slice(11, 16)]
    return { wall: clock === '00:00' ? day : `${day}T${clock}` }
  }
  return typeof value === 'number' ? value : String(value)
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

async function readDelimited(bytes: Uint8Array): Promise<Result<Sheet>> {
  const remarks: string[] = []
  let text = readText(bytes, SHEET_MAX_MB)
  if (!text.ok && !bytes.subarray(0, 4096).includes(0)) {
    text = ok(new TextDecoder('windows-1252').decode(bytes))
    remarks.push(
      'The file is not written in UTF-8; its letters were read as those of Western Europe.',
    )
  }
  if (!text.ok) return text
  const rows: Sheet['rows'] = []
  let line = 1
  const read = await eachRow(text.value.replace(/^\uFEFF/, ''), separatorOf(text.value), (row) => {
    rows.push({ line, cells: row.map((field) => (field.trim() === '' ? null : field.trim())) })
    line += 1 + row.reduce((sum, field) => sum + (field.match(/\r\n|\r|\n/g)?.length ?? 0), 0)
    return rows.length > MOST_ROWS ? refuse(TOO_MANY) : ok(null)
  })
  if (!read.ok)
    return read.problem === TOO_MANY
      ? read
      : refuse(
          `A quotation mark near line ${line} is never closed, so the lines cannot be told apart. Nothing was written.`,
        )
  const sheet = sheetOf(rows)
  if (sheet.ok) sheet.value.remarks.push(...remarks)
  return sheet
}

const TOO_MANY = `There are more than ${MOST_ROWS} rows. Split the file by year; nothing was written.`

/** The table among rows: its heading is the first of them with two words and more. */
function sheetOf(rows: Sheet['rows']): Result<Sheet> {
  if (rows.length > MOST_ROWS) return refuse(TOO_MANY)
  const heading = rows
    .slice(0, HEADING_WITHIN)
    .findIndex(({ cells }) => cells.filter((cell) => typeof cell === 'string').length >= 2)
  if (heading < 0)
    return refuse(
      'No row of headings was found. The first row should name the columns, like: date, NO3, KH. Nothing was written.',
    )
  const filled = rows.slice(heading + 1).filter(({ cells }) => cells.some((cell) => cell !== null))
  if (filled.length === 0)
    return refuse('There are headings and no row below them. Nothing was written.')
  const headings = rows[heading].cells.slice(0, MOST_COLUMNS).map(textOf)
  return ok({
    headings,
    rows: filled.map(({ line, cells }) => ({ line, cells: cells.slice(0, MOST_COLUMNS) })),
    remarks:
      rows[heading].cells.length > MOST_COLUMNS
        ? [`Only the first ${MOST_COLUMNS} columns are read.`]
        : [],
  })
}

/** A cell as text, for headings and samples. */
export function textOf(cell: Cell): string {
  if (cell === null) return ''
  if (typeof cell === 'object') return cell.wall.replace('T', ' ')
  return String(cell)
}
