import Papa from 'papaparse'
import { ok, refuse } from '@/core/quantity/result'
import type { Asked } from '../outside/asked'
import type { Stream } from '../outside/stream'
import type { Separator } from './line-report'
import { readText } from './text-file'

/** A text of separated fields as it is read: what separates them, then its rows, some at a time. */
export type RowsPart = { separator: Separator } | { rows: string[][] }

const SEPARATORS: readonly Separator[] = [',', ';', '\t']
/** A quotation mark that is never closed makes one line of all that follows. */
export const UNCLOSED = 'a quotation mark is never closed'
const MOST_ROWS = 200_000
export const TOO_MANY_ROWS = `There are more than ${MOST_ROWS} lines. Split the file by year; nothing was written.`

/** The rows of a file of lines (RFC 4180), separated as its heading is. */
export async function* csvRows(bytes: Uint8Array, { maxMegabytes }: Asked): Stream<RowsPart> {
  const text = readText(bytes, maxMegabytes)
  if (!text.ok) return text
  const header = text.value.slice(0, 2000).split(/\r?\n/, 1)[0]
  const separator = SEPARATORS.find((sign) => header.includes(sign)) ?? ','
  yield { separator }
  const rows = rowsOfText(text.value, separator)
  for (let i = 0; i < rows.value.length; i += ROWS_A_PART)
    yield { rows: rows.value.slice(i, i + ROWS_A_PART) }
  return rows.problem === null ? ok(null) : refuse(rows.problem)
}

const ROWS_A_PART = 1000
const STEP_CHARACTERS = 64 * 1024
/** So many steps without the end of a line are no line. */
const LONGEST_LINE_STEPS = 4

/** The rows of a text; where it cannot be read on, those before that, and why. */
export function rowsOfText(
  text: string,
  separator: string,
): { value: string[][]; problem: string | null } {
  const rows: string[][] = []
  let problem: string | null = null
  let stepsWithoutRow = 0
  Papa.parse<string[]>(text, {
    delimiter: separator,
    skipEmptyLines: false,
    chunkSize: STEP_CHARACTERS,
    chunk: ({ data, errors }: Papa.ParseResult<string[]>, parser: Papa.Parser) => {
      const unclosed = errors.some((error) => error.code === 'MissingQuotes')
      stepsWithoutRow = data.length === 0 ? stepsWithoutRow + 1 : 0
      for (const row of unclosed ? data.slice(0, -1) : data) rows.push(row)
      if (unclosed || stepsWithoutRow > LONGEST_LINE_STEPS) problem = UNCLOSED
      else if (rows.length > MOST_ROWS) problem = TOO_MANY_ROWS
      if (problem !== null) parser.abort()
    },
    complete: () => {},
  })
  return { value: problem === TOO_MANY_ROWS ? [] : rows, problem }
}
