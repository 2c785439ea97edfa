import { createHash } from 'node:crypto'
import Papa from 'papaparse'
import { entriesOf, METHODS, type Entry, type Method } from '@/core/history/entries'
import type { TankHistory } from '@/core/history/types'
import { type Result, ok, refuse } from '@/core/quantity/result'
import { dayOf, type Instant } from '@/core/quantity/time'
import { isParameter, PARAMETERS, toCanonical } from '@/core/quantity/units'
import { instant } from '../border/entry-schema'
import { readText } from './text-file'

export const READINGS_COLUMNS = ['at', 'parameter', 'value', 'unit', 'method', 'note'] as const
export const READINGS_MAX_MB = 20
const MAX_NOTE = 4000

export interface CsvLine {
  line: number
  entry: Entry
  origin: string
}
/** What a readings.csv holds, line by line; nothing is written until the keeper accepts it. */
export interface ReadingsReport {
  accepted: CsvLine[]
  /** Lines that cannot be read, each with its reason. */
  refused: { line: number; says: string }[]
  /** Lines that the journal holds already, or that stand twice in the file. */
  known: { line: number; says: string }[]
  separator: ',' | ';'
  remarks: string[]
}

/**
 * Reads readings.csv (RFC 4180, UTF-8): `at,parameter,value,unit,method,note`. Semicolons are understood, with decimal commas.
 * Refuses as a whole what is no such file; single lines are reported and the rest is kept. Reading a file again adds nothing.
 */
export function readReadingsCsv(bytes: Uint8Array, history: TankHistory, origins: ReadonlySet<string>, now: Instant): Result<ReadingsReport> {
  const text = readText(bytes, READINGS_MAX_MB)
  if (!text.ok) return text
  const header = text.value.slice(0, 2000).split(/\r?\n/, 1)[0]
  const separator = header.includes(';') && !header.includes(',') ? ';' : ','
  const parsed = Papa.parse<string[]>(text.value, { delimiter: separator, skipEmptyLines: false })
  const [columns = [], ...rows] = parsed.data
  const place = columnPlaces(columns)
  if (!place.ok) return place
  const quote = parsed.errors.find((error) => error.type === 'Quotes')
  if (quote) return refuse(`A quotation mark in line ${(quote.row ?? 0) + 1} is never closed, so the lines after it cannot be told apart. Nothing was written.`)
  const report: ReadingsReport = { accepted: [], refused: [], known: [], separator, remarks: [] }
  if (separator === ';') report.remarks.push('The fields are separated by semicolons; decimal commas were read as decimals.')
  const inJournal = new Set(entriesOf(history.entries, 'reading').map((entry) => sameReading(entry.at, entry.parameter, entry.value)))
  const seen = new Map<string, number>()
  let line = lineAfter(1, columns)
  for (const row of rows) {
    const here = line
    line = lineAfter(line, row)
    if (row.length === 1 && row[0].trim() === '') continue
    const field = (name: (typeof READINGS_COLUMNS)[number]) => (row[place.value[name]] ?? '').trim()
    const read = readLine(field, row.length, columns.length, separator, now)
    if (!read.ok) {
      report.refused.push({ line: here, says: read.problem })
      continue
    }
    const { entry, origin } = read.value
    const twin = seen.get(origin)
    if (twin !== undefined) report.known.push({ line: here, says: `the same as line ${twin}` })
    else if (origins.has(origin) || inJournal.has(sameReading(entry.at, entry.parameter, entry.value))) report.known.push({ line: here, says: 'in the journal already' })
    else report.accepted.push({ line: here, entry, origin })
    seen.set(origin, twin ?? here)
  }
  if (rows.every((row) => row.length === 1 && row[0].trim() === '')) report.remarks.push('The file has its heading and no line.')
  return ok(report)
}

type Field = (name: (typeof READINGS_COLUMNS)[number]) => string

function readLine(field: Field, width: number, expectedWidth: number, separator: ',' | ';', now: Instant): Result<{ entry: Extract<Entry, { kind: 'reading' }>; origin: string }> {
  if (width !== expectedWidth) return refuse(`${width} fields where the heading has ${expectedWidth}`)
  const at = field('at')
  if (!instant('The time').isValidSync(at)) return refuse(`“${shorten(at)}” is not an ISO 8601 time with its offset, like 2026-03-01T18:30:00+01:00`)
  if (dayOf(at) > dayOf(now)) return refuse(`${at} has not happened yet`)
  const parameter = field('parameter')
  if (!isParameter(parameter)) return refuse(`“${shorten(parameter)}” is not a parameter; Vivero reads ${PARAMETERS.join(', ')}`)
  const written = separator === ';' ? field('value').replace(',', '.') : field('value')
  if (!/^[-+]?(\d+\.?\d*|\.\d+)([eE][-+]?\d+)?$/.test(written)) return refuse(`“${shorten(field('value'))}” is not a number`)
  const canonical = toCanonical(parameter, Number(written), field('unit'))
  if (!canonical.ok) return refuse(canonical.problem)
  const method = field('method')
  if (!(METHODS as readonly string[]).includes(method)) return refuse(`“${shorten(method)}” is not a method; Vivero reads ${METHODS.join(', ')}`)
  const note = field('note')
  if (note.length > MAX_NOTE) return refuse(`the note is longer than ${MAX_NOTE} characters`)
  const origin = `csv:${createHash('sha256').update(JSON.stringify([new Date(at).toISOString(), parameter, Number(written), field('unit'), method, note])).digest('hex').slice(0, 40)}`
  return ok({
    origin,
    entry: {
      id: `r-${origin.slice(4, 36)}`, kind: 'reading', at: new Date(at).toISOString(), certainty: 'measured', by: 'import', note: note || null, expected: null,
      parameter, value: canonical.value, method: method as Method, entered: { value: Number(written), unit: field('unit') },
    },
  })
}

function columnPlaces(columns: readonly string[]): Result<Record<(typeof READINGS_COLUMNS)[number], number>> {
  const named = columns.map((column) => column.trim().toLowerCase())
  const missing = READINGS_COLUMNS.filter((column) => !named.includes(column) && column !== 'note')
  if (missing.length > 0) {
    return refuse(`The heading must read ${READINGS_COLUMNS.join(',')}; ${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} missing (found: ${shorten(columns.join(','))}). Nothing was written.`)
  }
  return ok(Object.fromEntries(READINGS_COLUMNS.map((column) => [column, named.indexOf(column)])) as Record<(typeof READINGS_COLUMNS)[number], number>)
}

/** A quoted field may span lines: the line number counts what was really passed. */
function lineAfter(line: number, row: readonly string[]): number {
  return line + 1 + row.reduce((sum, field) => sum + (field.match(/\r\n|\r|\n/g)?.length ?? 0), 0)
}

const sameReading = (at: Instant, parameter: string, value: number) => `${new Date(at).toISOString()}|${parameter}|${value.toPrecision(9)}`
const shorten = (text: string) => (text.length > 60 ? `${text.slice(0, 57)}…` : text)

/** All readings of a story as readings.csv, in the units they were entered in. RFC 4180, CRLF. */
export function writeReadingsCsv(history: TankHistory): string {
  const rows = entriesOf(history.entries, 'reading').map((entry) => [entry.at, entry.parameter, String(entry.entered.value), entry.entered.unit, entry.method, guardFormula(entry.note ?? '')])
  return `${Papa.unparse({ fields: [...READINGS_COLUMNS], data: rows }, { newline: '\r\n' })}\r\n`
}

/** A note that a spreadsheet would run as a formula is kept as text by a leading apostrophe. */
function guardFormula(text: string): string {
  return /^[=+\-@\t\r]/.test(text) ? `'${text}` : text
}
