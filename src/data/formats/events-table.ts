import { ENTRY_KINDS, kindOf } from '@/core/journal/entry'

/** The table of docs/formats.md on what stands in a line of events.csv, one line a kind. */
export function eventsTable(): string {
  const lines = ENTRY_KINDS.flatMap((kind) => {
    const { csv } = kindOf(kind)
    return csv ? [`| \`${kind}\` | ${csv.columns.amount} | ${csv.columns.subject} |`] : []
  })
  return ['| kind | amount, unit | subject |', '|---|---|---|', ...lines].join('\n')
}
