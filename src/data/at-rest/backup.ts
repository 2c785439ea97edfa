/** A copy of the data of one moment. */
export interface Backup {
  file: string
  path: string
  at: Date
  bytes: number
  /** The migration before which it was made, for a copy of data of an older Vivero; null for the usual ones. */
  before: string | null
}
