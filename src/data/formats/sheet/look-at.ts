import { ok } from '@/core/quantity/result'
import type { Asked } from '../../outside/asked'
import type { Stream } from '../../outside/stream'
import { guessMapping, type Guess } from './guess'
import { gathered, sheetParts } from './sheet-parts'
import { textOf } from './text-of-cell'

/** What a keeper’s own spreadsheet looks like: its headings, some of its rows, and what each column is taken for. */
export interface SheetLook {
  headings: string[]
  sample: string[][]
  rows: number
  remarks: string[]
  guess: Guess
}

const SAMPLE_ROWS = 5
const LONGEST_HEADING = 80
const LONGEST_SAMPLE = 60

/** Looks at a spreadsheet before it is read: all of it, for a guess rests on every row. */
export async function* lookAt(bytes: Uint8Array, asked: Asked): Stream<SheetLook> {
  const sheet = await gathered(sheetParts(bytes, asked))
  if (!sheet.ok) return sheet
  const { headings, rows, remarks } = sheet.value
  yield {
    headings: headings.map((heading) => heading.slice(0, LONGEST_HEADING)),
    sample: rows
      .slice(0, SAMPLE_ROWS)
      .map(({ cells }) =>
        headings.map((_, i) => textOf(cells[i] ?? null).slice(0, LONGEST_SAMPLE)),
      ),
    rows: rows.length,
    remarks,
    guess: guessMapping(sheet.value),
  }
  return ok(null)
}
