import { createHash } from 'node:crypto'
import { doorInto, type Door } from '@/core/admission/admit'
import type { TankHistory } from '@/core/history/types'
import type { Entry, EntryKind, EntryOf } from '@/core/journal/entry'
import type { Instant } from '@/core/quantity/time'
import { pacer } from '../yield'

/** Between the fields: commas; semicolons or tabs where a spreadsheet of a decimal-comma country wrote the file. */
export type Separator = ',' | ';' | '\t'

interface ReportLine {
  line: number
  entry: Entry
  origin: string
}
/** What a file of lines holds; nothing is written until the keeper accepts it. */
export interface CsvReport {
  accepted: ReportLine[]
  /** Lines that cannot be read, each with its reason. */
  refused: { line: number; says: string }[]
  /** Lines that the journal holds already, or that stand twice in the file. */
  known: { line: number; says: string }[]
  separator: Separator
  remarks: string[]
}

/** An entry that gets its id from its line. */
export type BareEntry = { [K in EntryKind]: Omit<EntryOf<K>, 'id'> }[EntryKind]

/** A report as it grows, line by line. */
export interface GrowingReport {
  report: CsvReport
  door: Door
  take: (line: number, entry: BareEntry, origin: string) => void
  refuse: (line: number, says: string) => void
  /** Holds what was taken against the story, in time order, and closes the report. */
  close: () => Promise<CsvReport>
}

/** A report on lines that are read into a tank. `inJournal`: whether it holds the same thing under another id. */
export function reportOn(
  history: TankHistory,
  origins: ReadonlySet<string>,
  inJournal: (entry: Entry) => boolean,
  now: Instant,
  separator: Separator = ',',
): GrowingReport {
  const report: CsvReport = { accepted: [], refused: [], known: [], separator, remarks: [] }
  const door = doorInto(history, now)
  const seen = new Map<string, number>()
  return {
    report,
    door,
    take(line, bare, origin) {
      const entry = { ...bare, id: idIn(history.vessel.id, origin) } as Entry
      const twin = seen.get(origin)
      if (twin !== undefined) report.known.push({ line, says: `the same as line ${twin}` })
      else if (origins.has(origin) || inJournal(entry))
        report.known.push({ line, says: 'in the journal already' })
      else report.accepted.push({ line, entry, origin })
      seen.set(origin, twin ?? line)
    },
    refuse: (line, says) => void report.refused.push({ line, says }),
    async close() {
      await passDoor(report, door)
      const older = report.accepted.filter(({ entry }) => entry.at < history.vessel.startedAt)
      if (older.length > 0)
        report.remarks.push(
          `${older.length === 1 ? 'One line is' : `${older.length} lines are`} older than the tank, which was set up on ${history.vessel.startedAt.slice(0, 10)}.`,
        )
      return report
    },
  }
}

/** Lines must pass the door that a form's entries pass: each is checked against the story with those before it, in time order. */
async function passDoor(report: CsvReport, door: Door): Promise<void> {
  const refused = new Set<ReportLine>()
  const pace = pacer()
  for (const one of [...report.accepted].sort((a, b) => (a.entry.at < b.entry.at ? -1 : 1))) {
    const problems = door.admit(one.entry)
    if (problems.length > 0) {
      refused.add(one)
      report.refused.push({ line: one.line, says: problems.map(({ says }) => says).join(' ') })
    }
    await pace()
  }
  if (refused.size === 0) return
  report.accepted = report.accepted.filter((one) => !refused.has(one))
  report.refused.sort((a, b) => a.line - b.line)
}

/** An entry's id from its line and its tank: the same line is another entry in another tank. */
const idIn = (vesselId: string, origin: string) =>
  `l-${createHash('sha256').update(`${vesselId} ${origin}`).digest('hex').slice(0, 32)}`

/** The fingerprint of a line, by which the same file adds nothing twice. `mark`: a word for the sort of file, so that two sorts never share one. */
export const fingerprint = (mark: string, parts: readonly unknown[]) =>
  `${mark}:${createHash('sha256').update(JSON.stringify(parts)).digest('hex').slice(0, 40)}`
