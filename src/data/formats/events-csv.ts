import type { Door } from '@/core/admission/admit'
import { ENTRY_KINDS, kindOf, type Entry, type EntryKind } from '@/core/journal/entry'
import { nameIn } from '@/core/admission/ask'
import type { AnyKind, Ask } from '@/core/journal/kind'
import { TEXT_LIMITS } from '@/core/journal/shape'
import type { TankHistory } from '@/core/history/types'
import { type Result, ok, refuse } from '@/core/quantity/result'
import type { Instant } from '@/core/quantity/time'
import {
  marksOf,
  numberIn,
  readCsvLines,
  shorten,
  writeCsv,
  type CsvFields,
  type CsvReader,
} from './csv-lines'
import type { BareEntry } from './line-report'

const EVENTS_COLUMNS = ['at', 'kind', 'amount', 'unit', 'subject', 'note'] as const
type Column = (typeof EVENTS_COLUMNS)[number]
type Csv = NonNullable<AnyKind['csv']>

/** Kinds that have a line in events.csv. */
const EVENT_KINDS = ENTRY_KINDS.filter((kind) => kindOf(kind).csv !== undefined)
const csvOf = (kind: EntryKind): Csv | undefined => kindOf(kind).csv

/** Reads events.csv: `at,kind,amount,unit,subject,note`. A planting, animal or source the tank does not have is refused by its line, never guessed. */
export const readEventsCsv: CsvReader = (bytes, history, origins, now) => {
  const nameOf = nameIn(history)
  const journal = async ({ entries }: TankHistory) => {
    const marks = await marksOf(entries, (entry) => sameEvent(entry, nameOf))
    return (entry: Entry) => marks.has(sameEvent(entry, nameOf))
  }
  return readCsvLines<Column>(
    bytes,
    {
      columns: EVENTS_COLUMNS,
      spare: ['unit', 'subject', 'note'],
      mark: 'evt',
      readLine,
      journal,
    },
    history,
    origins,
    now,
  )
}

function readLine(
  { field, decimal }: CsvFields<Column>,
  at: Instant,
  origin: (parts: readonly unknown[]) => string,
  door: Door,
): Result<{ entry: BareEntry; origin: string }> {
  const kind = EVENT_KINDS.find((candidate) => candidate === field('kind'))
  const csv = kind && csvOf(kind)
  if (!csv)
    return refuse(
      `“${shorten(field('kind'))}” is not a kind of event; Vivero reads ${EVENT_KINDS.join(', ')}`,
    )
  const detail = detailOf(csv, { field, decimal }, door.ask(at))
  if (!detail.ok) return refuse(shortened(detail.problem, field('subject'), field('unit')))
  const note = field('note')
  const print = origin([at, kind, field('amount'), field('unit'), field('subject'), note])
  return ok({
    origin: print,
    entry: {
      kind,
      at,
      certainty: 'measured',
      by: 'import',
      note: csv.noteIsOwn ? null : note || null,
      expected: null,
      ...detail.value,
    } as BareEntry,
  })
}

function detailOf(csv: Csv, { field, decimal }: CsvFields<Column>, ask: Ask): Result<object> {
  const line = { unit: field('unit'), subject: field('subject'), note: field('note') }
  if (line.subject.length > TEXT_LIMITS.item)
    return refuse(`the subject is longer than ${TEXT_LIMITS.item} characters`)
  const amount = amountIn(csv.amount, decimal('amount'), field('amount'))
  return amount.ok ? csv.read({ ...line, amount: amount.value }, ask) : amount
}

/** The amount of a line; NaN where a kind needs none and none stands there. */
function amountIn(needs: Csv['amount'], written: string, shown: string): Result<number> {
  if (needs === 'none' && written === '') return ok(Number.NaN)
  const number = numberIn(written, shown)
  if (!number.ok) return number
  const enough = needs === 'over zero' ? number.value > 0 : number.value >= 0
  return enough ? number : refuse(`the amount must be more than zero, not ${number.value}`)
}

/** A sentence with what the line holds in it, cut where that is too long to read. */
const shortened = (says: string, ...held: readonly string[]) =>
  held.reduce((text, part) => (part.length > 60 ? text.replace(part, shorten(part)) : text), says)

/** What makes two events the same thing done: when, what and how much. */
function sameEvent(entry: Entry, nameOf: Ask['nameOf']): string {
  const row = csvOf(entry.kind)?.write(entry, { nameOf })
  return row
    ? `${entry.at}|${entry.kind}|${row.amount?.toPrecision(6) ?? ''}|${row.unit}|${row.subject}`
    : entry.id
}

/** All events of a story as events.csv. */
export function writeEventsCsv(history: TankHistory): string {
  const nameOf = nameIn(history)
  const rows = history.entries.flatMap((entry): string[][] => {
    const row = csvOf(entry.kind)?.write(entry, { nameOf })
    if (!row) return []
    const amount = row.amount === null ? '' : String(Number(row.amount.toPrecision(12)))
    return [[entry.at, entry.kind, amount, row.unit, row.subject, row.note ?? entry.note ?? '']]
  })
  return writeCsv(EVENTS_COLUMNS, rows)
}
