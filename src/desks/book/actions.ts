'use server'

import { randomUUID } from 'node:crypto'
import { revalidatePath } from 'next/cache'
import { boolean, mixed, object, string } from 'yup'
import { ENTRY_KINDS, type EntryKind } from '@/core/history/entries'
import type { TankHistory } from '@/core/history/types'
import { questionsAbout } from '@/core/water/questions'
import { attempt, type Attempt } from '@/data/border/attempt'
import { parseEntry } from '@/data/border/entry-schema'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { addEntries, editEntry, EntryRefused, setVoided } from '@/data/entries'
import { storyOr404 } from '@/data/tank'
import { instantIn } from '@/ui/when'
import { detailFromForm, formField } from './form-entry'

export interface EntryForm {
  /** The entry to replace, or null for a new one. */
  id: string | null
  kind: string
  /** Local time in the tank's zone, as a datetime field gives it. */
  at: string
  note: string
  fields: Record<string, string>
  /** The keeper was asked about this value and stands by it. */
  stands: boolean
}
const MAX_FIELD = 4000
const formSchema = object({
  id: string().max(80).nullable().defined(),
  kind: mixed<EntryKind>().oneOf([...ENTRY_KINDS], 'This is not a kind of entry Vivero knows.').required(),
  at: string().required('The time is missing.').matches(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'The time must be a date and a time of day.'),
  note: string().max(MAX_FIELD, 'The note is too long.').defined(),
  stands: boolean().defined(),
  fields: mixed<Record<string, string>>().required().test('texts', 'The form is damaged.', (fields) => Object.values(fields ?? {}).every((value) => typeof value === 'string' && value.length <= MAX_FIELD)),
}).noUnknown()

/** Writes a new entry, or a new version of an old one. Problems come back by form field. */
export async function logEntry(slug: string, raw: EntryForm): Promise<Attempt<string>> {
  let kind: EntryKind = 'note'
  const answer = await attempt(async () => {
    const form = formSchema.validateSync(raw, { abortEarly: false })
    kind = form.kind
    const story = await storyOr404(slug)
    const at = instantIn(story.vessel.timeZone, form.at)
    if (at === '') throw new EntryRefused([{ field: 'at', says: 'That day or hour does not exist.' }])
    const before = form.id === null ? null : story.entries.find((entry) => entry.id === form.id)
    if (form.id !== null && !before) throw new EntryRefused([{ field: 'at', says: 'This entry is not in the book any more; it may have been struck out.' }])
    const entry = {
      id: form.id ?? randomUUID(), kind, at, certainty: 'measured', by: before?.by ?? 'keeper', note: form.note.trim() || null, expected: before?.expected ?? null, ...detailFromForm(kind, form.fields, story),
    }
    const asked = askAbout(entry, story, form.stands)
    if (before) await editEntry(await database(), slug, asked, now())
    else await addEntries(await database(), slug, [asked], now())
    return entry.id
  })
  if (answer.ok) {
    revalidatePath('/', 'layout')
    return answer
  }
  return { ok: false, problems: answer.problems.map((problem) => ({ ...problem, field: formField(kind, problem.field) })) }
}

/** A reading that can hardly be is asked about once; stood by, it keeps the question. */
function askAbout(raw: unknown, story: TankHistory, stands: boolean): unknown {
  const entry = parseEntry(raw)
  if (entry.kind !== 'reading') return raw
  const questions = questionsAbout(entry, { ...story, entries: story.entries.filter((other) => other.id !== entry.id) })
  if (questions.length === 0) return entry
  if (!stands) throw new EntryRefused(questions.map((says) => ({ field: 'question', says })))
  return { ...entry, questioned: questions.join(' ').slice(0, 500) }
}

/** Strikes an entry out, or brings it back. */
export async function strike(slug: string, entryId: string, voided: boolean): Promise<Attempt> {
  const answer = await attempt(async () => {
    await setVoided(await database(), slug, entryId, voided, now())
    return null
  })
  if (answer.ok) revalidatePath('/', 'layout')
  return answer
}
