import { entriesOf } from '@/core/history/journal-index'
import { METHODS, type Entry, type EntryOf, type Method } from '@/core/journal/entry'
import { withEntries } from '@/core/history/revise'
import type { TankHistory } from '@/core/history/types'
import { type Result, ok, refuse } from '@/core/quantity/result'
import { type Instant } from '@/core/quantity/time'
import { isParameter, PARAMETERS, toCanonical } from '@/core/quantity/units'
import { questionsOfParts } from '@/core/water/estimate/questions'
import { pacer } from '../yield'
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

const READINGS_COLUMNS = ['at', 'parameter', 'value', 'unit', 'method', 'note'] as const
type Column = (typeof READINGS_COLUMNS)[number]
/** Questions about imported readings are asked of so many lines at most: each looks through the whole journal. */
const QUESTIONED_LINES = 200
/** A longer file is no list that a keeper wrote by hand: its lines are not questioned. */
const LONG_FILE = 5000

/** Reads readings.csv: `at,parameter,value,unit,method,note`. What a single reading would be asked about is said as a remark. */
export const readReadingsCsv: CsvReader = async (bytes, history, origins, now) => {
  const journal = async ({ entries }: TankHistory) => {
    const marks = await marksOf(entriesOf(entries, 'reading'), (entry) =>
      sameReading(entry as EntryOf<'reading'>),
    )
    return (entry: Entry) => entry.kind === 'reading' && marks.has(sameReading(entry))
  }
  const report = await readCsvLines<Column>(
    bytes,
    { columns: READINGS_COLUMNS, spare: ['note'], mark: 'csv', readLine, journal },
    history,
    origins,
    now,
  )
  if (!report.ok) return report
  if (report.value.accepted.length > LONG_FILE) {
    report.value.remarks.push('So long a file is not questioned line by line.')
    return report
  }
  const withFile = withEntries(
    history,
    report.value.accepted.map(({ entry }) => entry),
  )
  const pace = pacer()
  for (const { line, entry } of report.value.accepted.slice(0, QUESTIONED_LINES)) {
    if (entry.kind === 'reading')
      report.value.remarks.push(
        ...questionsOfParts(entry, withFile).map((question) => `Line ${line}: ${question}`),
      )
    await pace()
  }
  return report
}

function readLine(
  { field, decimal }: CsvFields<Column>,
  at: Instant,
  origin: (parts: readonly unknown[]) => string,
): Result<{ entry: BareEntry; origin: string }> {
  const parameter = field('parameter')
  if (!isParameter(parameter))
    return refuse(
      `“${shorten(parameter)}” is not a parameter; Vivero reads ${PARAMETERS.join(', ')}`,
    )
  const value = numberIn(decimal('value'), field('value'))
  if (!value.ok) return value
  const canonical = toCanonical(parameter, value.value, field('unit'))
  if (!canonical.ok) return refuse(canonical.problem)
  const method = field('method')
  if (!(METHODS as readonly string[]).includes(method))
    return refuse(`“${shorten(method)}” is not a method; Vivero reads ${METHODS.join(', ')}`)
  const note = field('note')
  const print = origin([at, parameter, value.value, field('unit'), method, note])
  return ok({
    origin: print,
    entry: {
      kind: 'reading',
      at,
      certainty: 'measured',
      by: 'import',
      note: note || null,
      expected: null,
      parameter,
      value: canonical.value,
      method: method as Method,
      entered: { value: value.value, unit: field('unit') },
    },
  })
}

const sameReading = ({ at, parameter, value }: EntryOf<'reading'>) =>
  `${at}|${parameter}|${value.toPrecision(9)}`

/** All readings of a story as readings.csv, in the units they were entered in. */
export function writeReadingsCsv(history: TankHistory): string {
  return writeCsv(
    READINGS_COLUMNS,
    entriesOf(history.entries, 'reading').map((entry) => [
      entry.at,
      entry.parameter,
      String(entry.entered.value),
      entry.entered.unit,
      entry.method,
      entry.note ?? '',
    ]),
  )
}
