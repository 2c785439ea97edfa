import { METHODS } from '@/core/journal/kinds/reading'
import { usualMethod } from '@/core/journal/kinds/usual-method'
import { PARAMETER_UNITS, type Parameter } from '@/core/quantity/units'
import { readCell } from './cells'
import { dayOrderIn, readWallTime } from './dates'
import { otherUse, parameterNamed, parameterWithin, unitNamed } from './heading'
import type { Cell, ColumnUse, Mapping, Sheet } from './mapping'

/** Temperatures over this are Fahrenheit, hardnesses over this are parts per million: no tank has them in degrees. */
const WARMEST_C = 45
const HARDEST_DEGREES = 35

/** The unit of values that nobody named: the canonical one, unless no tank could hold them in it. */
export function usualUnit(parameter: Parameter, values: readonly number[]): string {
  const middle = [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0
  if (parameter === 'temperature') return middle > WARMEST_C ? '°F' : '°C'
  if (parameter === 'kh' || parameter === 'gh')
    return middle > HARDEST_DEGREES ? 'ppm CaCO3' : '°dH'
  return PARAMETER_UNITS[parameter].canonical
}

/** What is guessed of a sheet, and what must be asked. */
export interface Guess extends Mapping {
  /** Nothing in the file says whether the day or the month stands first. */
  askDayOrder: boolean
  /** Columns whose unit stands nowhere and was guessed. */
  guessedUnits: number[]
}

/** What each column of a sheet is most likely for, from its heading and what stands in it. */
export function guessMapping({ headings, rows }: Sheet): Guess {
  const guessedUnits: number[] = []
  const columns = headings.map((heading, i): ColumnUse => {
    const cells = rows.map(({ cells }) => cells[i] ?? null).filter((cell) => cell !== null)
    return useOf(heading, cells, () => guessedUnits.push(i))
  })
  // A longer heading is guessed at only where no column bears the plain one.
  headings.forEach((heading, i) => {
    const use = columns[i].as === 'nothing' ? otherUse(heading, true) : null
    if (use === null || columns.some(({ as }) => as === use)) return
    columns[i] =
      use === 'change' ? { as: use, unit: changeUnit(heading) } : ({ as: use } as ColumnUse)
  })
  const dates = columns.flatMap((use, i) => (use.as === 'date' ? [i] : []))
  if (dates.length === 0) {
    const likely = headings.findIndex((_, i) => areDates(rows.map(({ cells }) => cells[i] ?? null)))
    if (likely >= 0) columns[likely] = { as: 'date' }
  }
  // Only one column of each sort is read; of a second date, say, nobody knows which is meant.
  for (const sort of ['date', 'time', 'name', 'value', 'unit', 'method'] as const)
    columns.forEach((use, i) => {
      if (use.as === sort && columns.findIndex(({ as }) => as === sort) < i)
        columns[i] = { as: 'nothing' }
    })
  // A column of units or methods belongs to a table with a reading a row.
  if (!columns.some(({ as }) => as === 'name'))
    columns.forEach((use, i) => {
      if (['value', 'unit', 'method'].includes(use.as)) columns[i] = { as: 'nothing' }
    })
  const date = columns.findIndex(({ as }) => as === 'date')
  const order = date < 0 ? 'plain' : dayOrderIn(rows.map(({ cells }) => cells[date] ?? null))
  return {
    columns,
    dayOrder: order === 'month first' ? order : 'day first',
    askDayOrder: order === 'unknown' || order === 'mixed',
    guessedUnits,
  }
}

function useOf(heading: string, cells: readonly Cell[], onGuess: () => void): ColumnUse {
  const parameter = parameterNamed(heading) ?? parameterWithin(heading)
  if (parameter) {
    const values = cells.flatMap((cell) => {
      const read = readCell(cell)
      return read.ok && read.value ? [read.value.value] : []
    })
    const unit = unitNamed(heading, parameter)
    if (unit === null && parameter !== 'pH') onGuess()
    return {
      as: 'reading',
      parameter,
      unit: unit ?? usualUnit(parameter, values),
      method: usualMethod(parameter),
    }
  }
  const other = otherUse(heading, false)
  if (other === 'change') return { as: 'change', unit: changeUnit(heading) }
  return other ? ({ as: other } as ColumnUse) : { as: 'nothing' }
}

function changeUnit(heading: string): 'percent' | 'L' | 'gal' {
  if (/\bgal/i.test(heading)) return 'gal'
  return /\bl\b|lit(?:re|er)/i.test(heading) ? 'L' : 'percent'
}

/** Whether a column holds days is told in any year: with this one every year of two digits is of this century. */
const SOME_YEAR = 2079
const SAMPLE = 20
const MOSTLY = 0.8
function areDates(cells: readonly Cell[]): boolean {
  const some = cells.filter((cell) => cell !== null && cell !== '').slice(0, SAMPLE)
  const read = some.filter(
    (cell) => typeof cell !== 'number' && readWallTime(cell, 'day first', SOME_YEAR).ok,
  )
  return some.length > 0 && read.length / some.length >= MOSTLY
}

/** A method by what keepers call it, or null. */
export function methodNamed(text: string): (typeof METHODS)[number] | null {
  const bare = text.trim().toLowerCase()
  if (bare === '') return null
  const known = METHODS.find((method) => method === bare)
  if (known) return known
  if (/strip|streifen|bandelette/.test(bare)) return 'strip'
  if (/photo|colorim/.test(bare)) return 'photometer'
  if (/probe|pen|meter|sonde|electrode|thermom/.test(bare)) return 'probe'
  if (/titr/.test(bare)) return 'titration'
  if (/drop|tropf|card|liquid|kit/.test(bare)) return 'drops-chart'
  return null
}
