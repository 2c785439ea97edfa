import Papa from 'papaparse'
import type { Door } from '@/core/admission/admit'
import type { Entry } from '@/core/journal/entry'
import type { TankHistory } from '@/core/history/types'
import { type Result, ok, refuse } from '@/core/quantity/result'
import { dayOf, type Instant } from '@/core/quantity/time'
import { instant } from '../border/values'
import { TEXT_LIMITS } from '@/core/journal/shape'
import { pacer } from '../yield'
import {
  fingerprint,
  reportOn,
  type BareEntry,
  type CsvReport,
  type GrowingReport,
  type Separator,
} from './line-report'
import { foreign } from '../outside/foreign'
import { eachPart } from '../outside/stream'
import { UNCLOSED } from './csv-rows'

export const CSV_MAX_MB = 20

const SEPARATOR_NAMES = { ';': 'semicolons', '\t': 'tabs' }

/** A reader of one of our files, against a tank's story and the fingerprints of what was imported before. */
export type CsvReader = (
  bytes: Uint8Array,
  history: TankHistory,
  origins: ReadonlySet<string>,
  now: Instant,
) => Promise<Result<CsvReport>>

/** A line of a file by its columns. */
export interface CsvFields<Column extends string> {
  field: (name: Column) => string
  /** The same with a decimal comma turned into a point where the fields are not separated by commas. */
  decimal: (name: Column) => string
}

/** Marks of the entries of a journal, gathered in steps. */
export async function marksOf(
  entries: readonly Entry[],
  mark: (entry: Entry) => string,
): Promise<ReadonlySet<string>> {
  const marks = new Set<string>()
  const pace = pacer()
  for (const entry of entries) {
    marks.add(mark(entry))
    await pace()
  }
  return marks
}

interface Reading<Column extends string> {
  columns: readonly Column[]
  /** Columns that may be absent. */
  spare: readonly Column[]
  /** One letter or word before the fingerprint, so that two kinds of file never share one. */
  mark: string
  readLine: (
    fields: CsvFields<Column>,
    at: Instant,
    origin: (parts: readonly unknown[]) => string,
    door: Door,
  ) => Result<{ entry: BareEntry; origin: string }>
  /** Gives, for a tank's journal, whether it holds the same thing under another id. */
  journal: (history: TankHistory) => Promise<(entry: Entry) => boolean>
}

/**
 * Reads a file of entries (RFC 4180), in steps that let others in. Semicolons and tabs are understood, with decimal commas. Refuses
 * as a whole what is no such file; single lines are reported and the rest is kept. Reading a file again adds nothing.
 */
export async function readCsvLines<Column extends string>(
  bytes: Uint8Array,
  reading: Reading<Column | 'at' | 'note'>,
  history: TankHistory,
  origins: ReadonlySet<string>,
  now: Instant,
): Promise<Result<CsvReport>> {
  const inJournal = await reading.journal(history)
  const reader = lineReader(reading, now, (separator) =>
    reportOn(history, origins, inJournal, now, separator),
  )
  const pace = pacer()
  const whole = await eachPart(
    foreign('rows', bytes, { now, maxMegabytes: CSV_MAX_MB }),
    async (part) => {
      if ('separator' in part) {
        reader.separated(part.separator)
        return ok(null)
      }
      for (const row of part.rows) {
        const taken = reader.take(row)
        if (!taken.ok) return taken
        await pace()
      }
      return ok(null)
    },
  )
  if (!whole.ok)
    return whole.problem === UNCLOSED
      ? refuse(
          `A quotation mark in line ${reader.line()} is never closed, so the lines after it cannot be told apart. Nothing was written.`,
        )
      : whole
  return ok(await reader.close())
}

/** Takes the rows of a file one after the other: its heading first, then its lines. */
function lineReader<Column extends string>(
  reading: Reading<Column | 'at' | 'note'>,
  now: Instant,
  begin: (separator: Separator) => GrowingReport,
) {
  let separator: Separator = ','
  let lines = begin(separator)
  let places: Record<Column | 'at' | 'note', number> | null = null
  let columns: readonly string[] = []
  let line = 1
  let read = 0
  const print = (parts: readonly unknown[]) => fingerprint(reading.mark, parts)
  const takeLine = (
    row: readonly string[],
    here: number,
    place: Record<Column | 'at' | 'note', number>,
  ) => {
    const field = (name: Column | 'at' | 'note') => (row[place[name]] ?? '').trim()
    const decimal = (name: Column | 'at' | 'note') =>
      separator !== ',' ? field(name).replace(',', '.') : field(name)
    const at =
      row.length !== columns.length
        ? refuse<Instant>(`${row.length} fields where the heading has ${columns.length}`)
        : checkCommon(field('at'), field('note'), now)
    const full = at.ok ? reading.readLine({ field, decimal }, at.value, print, lines.door) : at
    if (full.ok) lines.take(here, full.value.entry, full.value.origin)
    else lines.refuse(here, full.problem)
  }
  return {
    line: () => line,
    separated(by: Separator) {
      separator = by
      lines = begin(by)
      if (by !== ',')
        lines.report.remarks.push(
          `The fields are separated by ${SEPARATOR_NAMES[by]}; decimal commas were read as decimals.`,
        )
    },
    take(row: readonly string[]): Result<null> {
      const here = line
      line = lineAfter(line, row)
      if (places === null) {
        const found = columnPlaces(row, reading.columns, reading.spare)
        if (!found.ok) return found
        places = found.value
        columns = row
      } else if (row.length !== 1 || row[0].trim() !== '') {
        read++
        takeLine(row, here, places)
      }
      return ok(null)
    },
    async close(): Promise<CsvReport> {
      const report = await lines.close()
      if (read === 0) report.remarks.push('The file has its heading and no line.')
      return report
    },
  }
}

const TIME = instant('The time')

function checkCommon(at: string, note: string, now: Instant): Result<Instant> {
  if (!TIME.isValidSync(at))
    return refuse(
      `“${shorten(at)}” is not an ISO 8601 time with its offset, like 2026-03-01T18:30:00+01:00`,
    )
  if (dayOf(at) > dayOf(now)) return refuse(`${at} has not happened yet`)
  return note.length > TEXT_LIMITS.note
    ? refuse(`the note is longer than ${TEXT_LIMITS.note} characters`)
    : ok(new Date(at).toISOString())
}

/** The number a field holds, or the sentence that it holds none. */
export function numberIn(written: string, shown: string): Result<number> {
  return /^[-+]?(\d+\.?\d*|\.\d+)([eE][-+]?\d+)?$/.test(written)
    ? ok(Number(written))
    : refuse(`“${shorten(shown)}” is not a number`)
}

function columnPlaces<Column extends string>(
  columns: readonly string[],
  wanted: readonly Column[],
  spare: readonly Column[],
): Result<Record<Column, number>> {
  const named = columns.map((column) => column.trim().toLowerCase())
  const missing = wanted.filter((column) => !named.includes(column) && !spare.includes(column))
  if (missing.length > 0) {
    return refuse(
      `The heading must read ${wanted.join(',')}; ${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} missing (found: ${shorten(columns.join(','))}). Nothing was written.`,
    )
  }
  return ok(
    Object.fromEntries(wanted.map((column) => [column, named.indexOf(column)])) as Record<
      Column,
      number
    >,
  )
}

/** A quoted field may span lines: the line number counts what was really passed. */
function lineAfter(line: number, row: readonly string[]): number {
  return line + 1 + row.reduce((sum, field) => sum + (field.match(/\r\n|\r|\n/g)?.length ?? 0), 0)
}

export const shorten = (text: string) => (text.length > 60 ? `${text.slice(0, 57)}…` : text)

/** Rows as RFC 4180 text with CRLF. Text that a spreadsheet would run as a formula is kept as text by a leading apostrophe; numbers are left alone. */
export function writeCsv(columns: readonly string[], rows: readonly (readonly string[])[]): string {
  const guarded = rows.map((row) =>
    row.map((cell) => (/^[=+@\t\r]|^-(?![\d.])/.test(cell) ? `'${cell}` : cell)),
  )
  return `${Papa.unparse({ fields: [...columns], data: guarded }, { newline: '\r\n' })}\r\n`
}
