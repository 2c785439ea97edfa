import { unlikelySize } from '@/core/admission/doubts'
import type { Door } from '@/core/admission/admit'
import { unitOfMeasure } from '@/core/journal/kinds/measure'
import { entriesOf } from '@/core/history/journal-index'
import { PLANT_MEASURES, type Entry, type EntryOf } from '@/core/journal/entry'
import type { TankHistory } from '@/core/history/types'
import { type Result, ok, refuse } from '@/core/quantity/result'
import type { Instant } from '@/core/quantity/time'
import { lengthToCm } from '@/core/quantity/units'
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

const GROWTH_COLUMNS = ['at', 'plant', 'measure', 'value', 'unit', 'note'] as const
type Column = (typeof GROWTH_COLUMNS)[number]
type Measure = EntryOf<'measure'>

/** Reads growth.csv: `at,plant,measure,value,unit,note`. A plant the tank does not have is refused by its line, never guessed; a size that can hardly be is remarked on. */
export const readGrowthCsv: CsvReader = async (bytes, history, origins, now) => {
  const journal = async ({ entries }: TankHistory) => {
    const marks = await marksOf(entriesOf(entries, 'measure'), (entry) =>
      sameMeasure(entry as Measure),
    )
    return (entry: Entry) => entry.kind === 'measure' && marks.has(sameMeasure(entry))
  }
  const report = await readCsvLines<Column>(
    bytes,
    { columns: GROWTH_COLUMNS, spare: ['note'], mark: 'gro', readLine, journal },
    history,
    origins,
    now,
  )
  if (report.ok)
    for (const { line, entry } of report.value.accepted.slice(0, QUESTIONED_LINES))
      if (entry.kind === 'measure')
        report.value.remarks.push(
          ...unlikelySize(entry, history).map((question) => `Line ${line}: ${question}`),
        )
  return report
}
/** So many lines are questioned at most: whoever reads more questions reads none. */
const QUESTIONED_LINES = 200

function readLine(
  { field, decimal }: CsvFields<Column>,
  at: Instant,
  origin: (parts: readonly unknown[]) => string,
  door: Door,
): Result<{ entry: BareEntry; origin: string }> {
  const measure = PLANT_MEASURES.find((one) => one === field('measure'))
  if (!measure)
    return refuse(
      `“${shorten(field('measure'))}” is not a measure of plants; Vivero reads ${PLANT_MEASURES.join(', ')}`,
    )
  const planting = door.ask(at).find('planting', field('plant'))
  if (!planting)
    return refuse(
      `“${shorten(field('plant'))}” is not a planting of this tank; put it on the plan first, then read the file again`,
    )
  const written = numberIn(decimal('value'), field('value'))
  if (!written.ok) return written
  const value = canonical(measure, written.value, field('unit'))
  if (!value.ok) return value
  const note = field('note')
  return ok({
    origin: origin([at, planting.id, measure, written.value, field('unit'), note]),
    entry: {
      kind: 'measure',
      at,
      certainty: 'measured',
      by: 'import',
      note: note || null,
      expected: null,
      plantingId: planting.id,
      measure,
      value: value.value,
    },
  })
}

/** Lengths in cm, inches or millimetres; shares in per cent; counts and marks as they are. */
function canonical(measure: Measure['measure'], value: number, unit: string): Result<number> {
  const own = unitOfMeasure(measure)
  if (own === 'cm') return lengthToCm(value, unit)
  if (own === '%')
    return unit === 'percent' || unit === '%'
      ? ok(value)
      : refuse(`${measure} is given in percent, not in “${shorten(unit)}”`)
  return unit === '' || unit === WORDS[own]
    ? ok(value)
    : refuse(`${measure} is given in ${WORDS[own]} or without a unit, not in “${shorten(unit)}”`)
}
const WORDS = { '': 'count', 'of 10': 'of 10', '%': 'percent', cm: 'cm' } as const

const sameMeasure = ({ at, plantingId, measure, value }: Measure) =>
  `${at}|${plantingId}|${measure}|${value.toPrecision(9)}`

/** All measures of plants of a story as growth.csv. */
export function writeGrowthCsv(history: TankHistory): string {
  const stakes = new Map(history.plantings.map(({ id, stake }) => [id, stake]))
  return writeCsv(
    GROWTH_COLUMNS,
    entriesOf(history.entries, 'measure').map((entry) => [
      entry.at,
      stakes.get(entry.plantingId) ?? '',
      entry.measure,
      String(entry.value),
      WORDS[unitOfMeasure(entry.measure)],
      entry.note ?? '',
    ]),
  )
}
