import type { Guess } from '@/data/formats/sheet/guess'
import type { Separator } from '@/data/formats/line-report'

/** What the import says to the page: the preview, and one line of news at a time while it writes. */
export interface ReportView {
  accepted: number
  refused: number
  known: number
  remarks: string[]
  separator: Separator
  acceptedLines: { line: number; at: string; says: string }[]
  refusedLines: { line: number; says: string }[]
  knownLines: { line: number; says: string }[]
}
/** A keeper’s own spreadsheet before it is read: what stands in it, and what its columns are taken for. */
export interface SheetView {
  headings: string[]
  sample: string[][]
  rows: number
  remarks: string[]
  guess: Guess
}
/** A line of news; the last one says what became of it. Only `done` means that something was written. */
export type ImportMessage<T> =
  | { kind: 'progress'; done: number; of: number }
  | { kind: 'done'; value: T }
  | { kind: 'refused'; problem: string }
  | { kind: 'stopped' }
