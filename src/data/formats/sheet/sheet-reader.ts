import type { Entry } from '@/core/journal/entry'
import type { TankHistory } from '@/core/history/types'
import { TEXT_LIMITS } from '@/core/journal/shape'
import { fieldOfCard } from '@/core/quantity/card'
import { ok, refuse, type Result } from '@/core/quantity/result'
import type { Instant } from '@/core/quantity/time'
import { toCanonical, volumeToLitres } from '@/core/quantity/units'
import type { WrittenValue } from '@/core/quantity/written-value'
import { instantIn } from '@/core/quantity/zone'
import { usualMethod } from '@/core/journal/kinds/usual-method'
import { pacer } from '../../yield'
import { marksOf, type CsvReader } from '../csv-lines'
import { fingerprint, reportOn, type BareEntry, type GrowingReport } from '../line-report'
import { readCell } from './cells'
import { readClock, readWallTime } from './dates'
import { methodNamed, usualUnit } from './guess'
import { parameterNamed, parameterWithin, unitNamed } from './heading'
import type { Cell, ColumnUse, Mapping } from './mapping'
import { readSheet } from './read-sheet'

type ReadingUse = Extract<ColumnUse, { as: 'reading' }>
type Change = Extract<ColumnUse, { as: 'change' }>
/** How a column is read, once all of it was seen. */
type Use = ColumnUse & {
  /** The changes stand as parts of one: 0.3 for 30 %. */
  ofOne?: boolean
}

/** A reader of a keeper’s own spreadsheet, as it was mapped: a row may hold many readings, a change and a remark; each cell that cannot be read is named by its row and heading, and the rest is kept. */
export const sheetReader =
  (mapping: Mapping): CsvReader =>
  async (bytes, history, origins, now) => {
    const sheet = await readSheet(bytes)
    if (!sheet.ok) return sheet
    const { headings, rows, remarks } = sheet.value
    if (headings.length !== mapping.columns.length)
      return refuse('The file has other columns than a moment ago. Choose it again.')
    if (!mapping.columns.some(({ as }) => as === 'date'))
      return refuse('Say which column holds the date; nothing was written.')
    const marks = await marksOf(history.entries, markOf)
    const report = reportOn(history, origins, (entry) => marks.has(markOf(entry)), now)
    report.report.remarks.push(...remarks, ...unread(mapping, headings))
    const columns = mapping.columns.map((use, i) => withParts(use, headings[i], rows, i))
    const row = rowReader({ ...mapping, columns }, headings, history, now, report)
    const pace = pacer()
    for (const { line, cells } of rows) {
      row(line, cells)
      await pace()
    }
    return ok(await report.close())
  }

/** The headings of the columns that were not read, in a sentence. */
function unread({ columns }: Mapping, headings: readonly string[]): string[] {
  const left = headings.filter((heading, i) => columns[i].as === 'nothing' && heading !== '')
  if (left.length === 0) return []
  const names = left.map((heading) => `“${heading.slice(0, LONGEST_NAMED)}”`).join(', ')
  return [
    `${left.length} of ${headings.length} columns ${left.length === 1 ? 'is' : 'are'} not read: ${names}.`,
  ]
}
const LONGEST_NAMED = 60

/** By what the journal is known to hold the same thing under another id. */
function markOf(entry: Entry): string {
  if (entry.kind === 'reading')
    return `${entry.at}|${entry.parameter}|${entry.value.toPrecision(9)}`
  if (entry.kind === 'water-change') return `${entry.at}|change|${entry.fraction.toPrecision(6)}`
  return entry.kind === 'note' ? `${entry.at}|note|${entry.text}` : entry.id
}

/** Reads one row into the report. */
function rowReader(
  { columns, dayOrder }: Omit<Mapping, 'columns'> & { columns: readonly Use[] },
  headings: readonly string[],
  history: TankHistory,
  now: Instant,
  report: GrowingReport,
): (line: number, cells: readonly Cell[]) => void {
  const at = (sort: ColumnUse['as']) => columns.findIndex(({ as }) => as === sort)
  const [dateAt, timeAt, noteAt, nameAt] = [at('date'), at('time'), at('note'), at('name')]
  const cellOf = (cells: readonly Cell[], i: number) => (i < 0 ? null : (cells[i] ?? null))
  return (line, cells) => {
    const date = instantOfRow(cellOf(cells, dateAt), cellOf(cells, timeAt), dayOrder, history, now)
    if (!date.ok) return report.refuse(line, date.problem)
    const note = textIn(cellOf(cells, noteAt))
    if (note.length > TEXT_LIMITS.note)
      return report.refuse(line, `the remark is longer than ${TEXT_LIMITS.note} characters`)
    const make = commonOf(date.value)
    const found = nameAt >= 0 ? [longRow(cells, columns)] : wideRow(cells, columns, headings)
    let taken = 0
    for (const one of found) {
      if (!one.ok) report.refuse(line, one.problem)
      else if (one.value) {
        const entry = one.value.make(make(taken === 0 ? note : ''), report)
        if (entry.ok) {
          report.take(line, entry.value, fingerprint('sheet', [date.value, ...one.value.print]))
          taken++
        } else report.refuse(line, entry.problem)
      }
    }
    if (taken === 0 && note !== '' && found.every((one) => one.ok))
      report.take(
        line,
        { ...make(''), kind: 'note', text: note },
        fingerprint('sheet', [date.value, 'note', note]),
      )
  }
}

interface Common {
  at: Instant
  certainty: 'measured'
  by: 'import'
  note: string | null
  expected: null
}
const commonOf =
  (at: Instant) =>
  (note: string): Common => ({
    at,
    certainty: 'measured',
    by: 'import',
    note: note || null,
    expected: null,
  })

/** What a cell comes to: an entry once it is known when, and what its fingerprint is made of. Null: nothing stands there. */
type Found = Result<{
  make: (common: Common, report: GrowingReport) => Result<BareEntry>
  print: readonly unknown[]
} | null>

function wideRow(
  cells: readonly Cell[],
  columns: readonly Use[],
  headings: readonly string[],
): Found[] {
  return columns.flatMap((use, i): Found[] => {
    const cell = cells[i] ?? null
    if (use.as !== 'reading' && use.as !== 'change') return []
    const read = readCell(cell)
    if (!read.ok) return [refuse(`${headings[i]}: ${read.problem}`)]
    if (read.value === null) return [ok(null)]
    if (use.as === 'reading') return [asReading(read.value, use)]
    return [asChange(read.value, use, use.ofOne === true && !hasPercentSign(cell))]
  })
}

function longRow(cells: readonly Cell[], columns: readonly ColumnUse[]): Found {
  const cellOf = (sort: ColumnUse['as']) =>
    cells[columns.findIndex(({ as }) => as === sort)] ?? null
  const name = textIn(cellOf('name'))
  if (name === '') return ok(null)
  const parameter = parameterNamed(name) ?? parameterWithin(name)
  if (!parameter) return refuse(`“${name.slice(0, 40)}” is nothing Vivero knows a test of`)
  const read = readCell(cellOf('value'))
  if (!read.ok) return refuse(`${name}: ${read.problem}`)
  if (read.value === null) return ok(null)
  const written = textIn(cellOf('unit'))
  const unit = unitNamed(written || name, parameter)
  if (written !== '' && unit === null && parameter !== 'pH')
    return refuse(`“${written.slice(0, 20)}” is no unit of ${parameter}`)
  return asReading(read.value, {
    as: 'reading',
    parameter,
    unit: unit ?? usualUnit(parameter, [read.value.value]),
    method: methodNamed(textIn(cellOf('method'))) ?? usualMethod(parameter),
  })
}

function asReading(cell: WrittenValue, { parameter, unit, method }: ReadingUse): Found {
  const canonical = toCanonical(parameter, cell.value, unit)
  if (!canonical.ok) return refuse(canonical.problem)
  const end = (value: number) => {
    const read = toCanonical(parameter, value, unit)
    return read.ok ? read.value : canonical.value
  }
  const range = cell.between && { low: end(cell.between.low), high: end(cell.between.high) }
  const between = cell.beyond ? fieldOfCard([], canonical.value, cell.beyond) : range
  return ok({
    print: [parameter, cell, unit],
    make: (common) =>
      ok({
        ...common,
        kind: 'reading',
        certainty: cell.about ? 'glance' : 'measured',
        parameter,
        value: canonical.value,
        method,
        entered: { value: cell.value, unit },
        ...(cell.beyond ? { beyond: cell.beyond } : {}),
        ...(between ? { between } : {}),
      }),
  })
}

const hasPercentSign = (cell: Cell) => typeof cell === 'string' && cell.includes('%')

/**
 * Whether the changes of a column are parts of one: a workbook keeps what it shows as 30 % as 0.3, and so do some keepers. So they
 * are where none is over one; never where a sign stands at the number, nor where text stands under a heading with the sign.
 */
function withParts(
  use: ColumnUse,
  heading: string,
  rows: readonly { cells: readonly Cell[] }[],
  column: number,
): Use {
  if (use.as !== 'change' || use.unit !== 'percent') return use
  const plain = rows
    .map(({ cells }) => cells[column] ?? null)
    .filter((cell) => !hasPercentSign(cell) && !(heading.includes('%') && typeof cell === 'string'))
  const values = plain.flatMap((cell) => {
    const read = readCell(cell)
    return read.ok && read.value ? [read.value.value] : []
  })
  return { ...use, ofOne: values.length > 0 && values.every((value) => value <= 1) }
}

function asChange(cell: WrittenValue, { unit }: Change, ofOne: boolean): Found {
  if (cell.value === 0) return ok(null)
  const said = `${cell.value} ${unit === 'percent' ? '%' : unit}`
  const part = ofOne ? cell.value : cell.value / 100
  return ok({
    print: ['change', cell.value, unit],
    make: (common, { door }) => {
      const tank = door.ask(common.at).litres()
      const much = unit === 'percent' ? ok(part * tank) : volumeToLitres(cell.value, unit)
      if (!much.ok) return much
      const fraction = unit === 'percent' ? part : much.value / tank
      if (!(fraction > 0 && fraction <= 1))
        return refuse(`A change of ${said} is more than the tank holds.`)
      return ok({
        ...common,
        kind: 'water-change',
        fraction,
        litres: Number(much.value.toFixed(3)),
        sourceId: null,
      })
    },
  })
}

/** Of a day without a time of day the middle, which is nearest to whenever it was. */
const NOON = '12:00'

function instantOfRow(
  date: Cell,
  time: Cell,
  order: Mapping['dayOrder'],
  { vessel }: TankHistory,
  now: Instant,
): Result<Instant> {
  const wall = readWallTime(date, order, Number(now.slice(0, 4)))
  if (!wall.ok) return wall
  const clock = readClock(time)
  if (!clock.ok) return clock
  const said = clock.value ?? wall.value.clock
  const at = instantIn(vessel.timeZone, `${wall.value.day}T${said ?? NOON}`, now)
  if (at === '') return refuse(`there is no ${wall.value.day}`)
  if (at <= now) return ok(at)
  const midnight = instantIn(vessel.timeZone, `${wall.value.day}T00:00`, now)
  // This morning, written down without its time.
  return said === null && midnight <= now
    ? ok(midnight)
    : refuse(`${wall.value.day} has not happened yet`)
}

function textIn(cell: Cell): string {
  if (cell === null) return ''
  return (typeof cell === 'object' ? cell.wall : String(cell)).trim()
}
