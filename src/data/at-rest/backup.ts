/** A copy of the data of one moment. */
export interface Backup {
  file: string
  path: string
  at: Date
  bytes: number
}
