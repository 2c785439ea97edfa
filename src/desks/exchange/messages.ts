import type { SheetLook } from '@/data/formats/sheet/look-at'
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
export type SheetView = SheetLook

/** What a tank file says of kinds that all tanks here share: nothing of it is taken over before it was shown. */
export interface KindsAsked {
  /** Known to nobody here, and grown by the tank of the file. */
  fresh: KindSaid[]
  /** Known here, and otherwise in the file: what would change. */
  other: KindSaid[]
}
interface KindSaid {
  id: string
  name: string
  says: string
}
/** A line of news; the last one says what became of it. Only `done` means that something was written. */
export type ImportMessage<T> =
  | { kind: 'progress'; done: number; of: number }
  | { kind: 'done'; value: T }
  | { kind: 'refused'; problem: string }
  | { kind: 'stopped' }
  /** Nothing was written: the page asks, and sends the file again with the answer. */
  | { kind: 'asked'; kinds: KindsAsked }
