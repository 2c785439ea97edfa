'use server'

import { object, string } from 'yup'
import { doorInto } from '@/core/admission/admit'
import { doubtsAbout, stoodBy } from '@/core/admission/doubts'
import type { Sending } from '@/core/history/sending'
import type { EntryProblem } from '@/core/journal/faults'
import type { TankHistory } from '@/core/history/types'
import type { Entry } from '@/core/journal/entry'
import type { Instant } from '@/core/quantity/time'
import { TEXT_LIMITS } from '@/core/journal/shape'
import { detailFrom, formField } from '@/core/journal/written'
import { isParameter } from '@/core/quantity/units'
import { instantIn, NO_SUCH_DAY } from '@/core/quantity/zone'
import { attempt, type Attempt } from '@/data/border/attempt'
import { parseEntry } from '@/data/border/entry-schema'
import { measuresAsked } from '@/data/border/measures-here'
import { parseSending, textFields, written } from '@/data/border/sending'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { addEntries } from '@/data/entries'
import { askFirst, EntryRefused } from '@/data/refused'
import { storyOrRefuse } from '@/data/tank'

const headSchema = object({
  at: string()
    .required('The time is missing.')
    .matches(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'The time must be a date and a time of day.'),
  note: string()
    .max(TEXT_LIMITS.note, `The remark is longer than ${TEXT_LIMITS.note} characters.`)
    .defined(),
})

/** Writes several tests of one sitting in one transaction: all of them or none. Gives how many. Problems come back by the field of their row. */
export async function logTests(
  slug: string,
  raw: Record<string, string>,
  sending: Sending,
  stands: boolean,
): Promise<Attempt<number>> {
  return written(async () => {
    const fields = textFields(raw)
    const { at: when, note } = headSchema.validateSync(
      { at: fields.at ?? '', note: fields.note ?? '' },
      { abortEarly: false },
    )
    const story = await storyOrRefuse(slug)
    const at = instantIn(story.vessel.timeZone, when, now())
    if (at === '') throw new EntryRefused([{ field: 'at', says: NO_SUCH_DAY }])
    const { id } = parseSending(sending)
    const entries = await readTests(fields, { id, at, note: note.trim() || null }, story)
    const doubts = entries.map((entry) => doubtsAbout(entry, story, measuresAsked()))
    if (stands !== true) askFirst(doubts.flat())
    await addEntries(
      await database(),
      slug,
      entries.map((entry, i) => stoodBy(entry, doubts[i])),
      now(),
    )
    return entries.length
  })
}

/** The readings of a form, each let in by the door. Throws EntryRefused with what is wrong in each row. */
async function readTests(
  fields: Record<string, string>,
  { id, at, note }: { id: string; at: Instant; note: string | null },
  story: TankHistory,
): Promise<Entry[]> {
  const tested = Object.keys(fields)
    .filter((name) => name.startsWith('value-') && fields[name].trim() !== '')
    .map((name) => name.slice('value-'.length))
    .filter(isParameter)
  if (tested.length === 0)
    throw new EntryRefused([{ field: '', says: 'Nothing was tested yet: write a value.' }])
  const door = doorInto(story, now(), measuresAsked())
  const problems: EntryProblem[] = []
  const entries: Entry[] = []
  for (const parameter of tested) {
    const written = {
      parameter,
      value: fields[`value-${parameter}`],
      unit: fields[`unit-${parameter}`] ?? '',
      method: fields[`method-${parameter}`] ?? '',
    }
    const read = await attempt(async () =>
      parseEntry({
        id: `${id}.${parameter}`,
        kind: 'reading',
        at,
        certainty: 'measured',
        by: 'keeper',
        // The remark stands with the first of them.
        note: entries.length === 0 ? note : null,
        expected: null,
        ...detailFrom('reading', written, door.ask(at)),
      }),
    )
    problems.push(...inRow(read.ok ? door.admit(read.value) : read.problems, parameter))
    if (read.ok) entries.push(read.value)
  }
  if (problems.length > 0) throw new EntryRefused(problems)
  return entries
}

/** Problems of one reading at the fields of its row; two of one field are one. */
function inRow(problems: readonly EntryProblem[], parameter: string): EntryProblem[] {
  const placed = problems.map(({ field, says }) => {
    const own = formField('reading', field)
    return { field: own === 'at' ? 'at' : `value-${parameter}`, says }
  })
  return [...new Map(placed.map((one) => [one.field, one])).values()]
}
