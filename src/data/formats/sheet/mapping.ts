import type { Method } from '@/core/journal/entry'
import type { Parameter } from '@/core/quantity/units'

/** What a column of a keeper’s spreadsheet is taken for. */
export type ColumnUse =
  | { as: 'nothing' }
  | { as: 'date' }
  | { as: 'time' }
  | { as: 'note' }
  /** One parameter a column. */
  | { as: 'reading'; parameter: Parameter; unit: string; method: Method }
  /** How much water was changed. */
  | { as: 'change'; unit: 'percent' | 'L' | 'gal' }
  /** One reading a row: what was tested, how much, in what unit, how. */
  | { as: 'name' }
  | { as: 'value' }
  | { as: 'unit' }
  | { as: 'method' }

/** Which of two numbers before the year is the day. */
export type DayOrder = 'day first' | 'month first'

/** How a spreadsheet is read: what each column is, and how its days are written. */
export interface Mapping {
  columns: ColumnUse[]
  dayOrder: DayOrder
}

/** A cell as a file gives it: text, a number, or a wall-clock time “2026-03-04T18:30” (a day alone: “2026-03-04”). */
export type Cell = string | number | { wall: string } | null

/** A table out of a file: the heading is its first row with more than one text; rows keep the line they stand in. */
export interface Sheet {
  headings: string[]
  rows: { line: number; cells: Cell[] }[]
  remarks: string[]
}
