/** What the import says to the page: the preview, and one line of news at a time while it writes. */
export interface ReportView {
  accepted: number
  refused: number
  known: number
  remarks: string[]
  separator: ',' | ';'
  acceptedLines: { line: number; at: string; says: string }[]
  refusedLines: { line: number; says: string }[]
  knownLines: { line: number; says: string }[]
}
export type ImportMessage = { kind: 'progress'; done: number; of: number } | { kind: 'done'; written: number } | { kind: 'refused'; problem: string }
