import { createHash } from 'node:crypto'
import Papa from 'papaparse'
import type { Entry } from '@/core/history/entries'
import type { TankHistory } from '@/core/history/types'
import { type Result, ok, refuse } from '@/core/quantity/result'
import { dayOf, type Instant } from '@/core/quantity/time'
import { instant } from '../border/entry-schema'
import { readText } from './text-file'

export const CSV_MAX_MB = 20
const MAX_NOTE = 4000

/** Between the fields: commas; semicolons or tabs where a spreadsheet of a decimal-comma country wrote the file. */
export type Separator = ',' | ';' | '\t'
const SEPARATOR_NAMES = { ';': 'semicolons', '\t': 'tabs' }

export interface CsvLine {
  line: number
  entry: Entry
  origin: string
}
/** What a file of lines holds; nothing is written until the keeper accepts it. */
export interface CsvReport {
  accepted: CsvLine[]
  /** Lines that cannot be read, each with its reason. */
  refused: { line: number; says: string }[]
  /** Lines that the journal holds already, or that stand twice in the file. */
  known: { line: number; says: string }[]
  separator: Separator
  remarks: string[]
}
/** A reader of one of our files, against a tank's story and the fingerprints of what was imported before. */
export type CsvReader = (bytes: Uint8Array, history: TankHistory, origins: ReadonlySet<string>, now: Instant) => Result<CsvReport>

/** A line of a file by its columns. */
export interface CsvFields<Column extends string> {
  field: (name: Column) => string
  /** The same with a decimal comma turned into a point where the fields are not separated by commas. */
  decimal: (name: Column) => string
}

interface Reading<Column extends string> {
  columns: readonly Column[]
  /** Columns that may be absent. */
  spare: readonly Column[]
  /** When the tank was set up: what is older is remarked on. */
  startedAt: Instant
  /** One letter or word before the fingerprint, so that two kinds of file never share one. */
  mark: string
  readLine: (fields: CsvFields<Column>, at: Instant, origin: (parts: readonly unknown[]) => string) => Result<{ entry: Entry; origin: string }>
  /** Whether the journal holds the same thing under another id. */
  inJournal: (entry: Entry) => boolean
}

/**
 * Reads a file of entries (RFC 4180). Semicolons and tabs are understood, with decimal commas. Refuses as a whole what is no such
 * file; single lines are reported and the rest is kept. Reading a file again adds nothing.
 */
export function readCsvLines<Column extends string>(bytes: Uint8Array, reading: Reading<Column | 'at' | 'note'>, origins: ReadonlySet<string>, now: Instant): Result<CsvReport> {
  const text = readText(bytes, CSV_MAX_MB)
  if (!text.ok) return text
  const header = text.value.slice(0, 2000).split(/\r?\n/, 1)[0]
  const separator = header.includes(',') ? ',' : header.includes(';') ? ';' : header.includes('\t') ? '\t' : ','
  const parsed = Papa.parse<string[]>(text.value, { delimiter: separator, skipEmptyLines: false })
  const [columns = [], ...rows] = parsed.data
  const place = columnPlaces(columns, reading.columns, reading.spare)
  if (!place.ok) return place
  const quote = parsed.errors.find((error) => error.type === 'Quotes')
  if (quote) return refuse(`A quotation mark in line ${(quote.row ?? 0) + 1} is never closed, so the lines after it cannot be told apart. Nothing was written.`)
  const report: CsvReport = { accepted: [], refused: [], known: [], separator, remarks: [] }
  if (separator !== ',') report.remarks.push(`The fields are separated by ${SEPARATOR_NAMES[separator]}; decimal commas were read as decimals.`)
  const seen = new Map<string, number>()
  let line = lineAfter(1, columns)
  for (const row of rows) {
    const here = line
    line = lineAfter(line, row)
    if (row.length === 1 && row[0].trim() === '') continue
    const field = (name: Column | 'at' | 'note') => (row[place.value[name]] ?? '').trim()
    const decimal = (name: Column | 'at' | 'note') => (separator !== ',' ? field(name).replace(',', '.') : field(name))
    const read = row.length !== columns.length ? refuse(`${row.length} fields where the heading has ${columns.length}`) : checkCommon(field('at'), field('note'), now)
    const full = read.ok ? reading.readLine({ field, decimal }, read.value, (parts) => fingerprint(reading.mark, parts)) : read
    if (!full.ok) {
      report.refused.push({ line: here, says: full.problem })
      continue
    }
    const { entry, origin } = full.value
    const twin = seen.get(origin)
    if (twin !== undefined) report.known.push({ line: here, says: `the same as line ${twin}` })
    else if (origins.has(origin) || reading.inJournal(entry)) report.known.push({ line: here, says: 'in the journal already' })
    else report.accepted.push({ line: here, entry, origin })
    seen.set(origin, twin ?? here)
  }
  const older = report.accepted.filter(({ entry }) => dayOf(entry.at) < dayOf(reading.startedAt)).length
  if (older > 0) report.remarks.push(`${older === 1 ? 'One line is' : `${older} lines are`} older than the tank, which was set up on ${reading.startedAt.slice(0, 10)}.`)
  if (rows.every((row) => row.length === 1 && row[0].trim() === '')) report.remarks.push('The file has its heading and no line.')
  return ok(report)
}

function checkCommon(at: string, note: string, now: Instant): Result<Instant> {
  if (!instant('The time').isValidSync(at)) return refuse(`“${shorten(at)}” is not an ISO 8601 time with its offset, like 2026-03-01T18:30:00+01:00`)
  if (dayOf(at) > dayOf(now)) return refuse(`${at} has not happened yet`)
  return note.length > MAX_NOTE ? refuse(`the note is longer than ${MAX_NOTE} characters`) : ok(new Date(at).toISOString())
}

const fingerprint = (mark: string, parts: readonly unknown[]) => `${mark}:${createHash('sha256').update(JSON.stringify(parts)).digest('hex').slice(0, 40)}`

/** The number a field holds, or the sentence that it holds none. */
export function numberIn(written: string, shown: string): Result<number> {
  return /^[-+]?(\d+\.?\d*|\.\d+)([eE][-+]?\d+)?$/.test(written) ? ok(Number(written)) : refuse(`“${shorten(shown)}” is not a number`)
}

function columnPlaces<Column extends string>(columns: readonly string[], wanted: readonly Column[], spare: readonly Column[]): Result<Record<Column, number>> {
  const named = columns.map((column) => column.trim().toLowerCase())
  const missing = wanted.filter((column) => !named.includes(column) && !spare.includes(column))
  if (missing.length > 0) {
    return refuse(`The heading must read ${wanted.join(',')}; ${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} missing (found: ${shorten(columns.join(','))}). Nothing was written.`)
  }
  return ok(Object.fromEntries(wanted.map((column) => [column, named.indexOf(column)])) as Record<Column, number>)
}

/** A quoted field may span lines: the line number counts what was really passed. */
function lineAfter(line: number, row: readonly string[]): number {
  return line + 1 + row.reduce((sum, field) => sum + (field.match(/\r\n|\r|\n/g)?.length ?? 0), 0)
}

export const shorten = (text: string) => (text.length > 60 ? `${text.slice(0, 57)}…` : text)

/** Rows as RFC 4180 text with CRLF. Text that a spreadsheet would run as a formula is kept as text by a leading apostrophe; numbers are left alone. */
export function writeCsv(columns: readonly string[], rows: readonly (readonly string[])[]): string {
  const guarded = rows.map((row) => row.map((cell) => (/^[=+@\t\r]|^-(?![\d.])/.test(cell) ? `'${cell}` : cell)))
  return `${Papa.unparse({ fields: [...columns], data: guarded }, { newline: '\r\n' })}\r\n`
}
