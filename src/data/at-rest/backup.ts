/** A copy of the data of one moment. It was opened again before it got its name. */
export interface Backup {
  file: string
  path: string
  at: Date
  bytes: number
  /** The migration before which it was made, for a copy of data of an older Vivero; null for the usual ones. */
  before: string | null
  /** The last that holds a tank which was deleted for good, and the day until which it is not thinned away; null for the usual ones. */
  keptFor: { slug: string; until: string } | null
}

/** What a copy holds, seen by opening it. */
export interface CopyContent {
  tanks: { slug: string; name: string; lines: number }[]
  lines: number
}
