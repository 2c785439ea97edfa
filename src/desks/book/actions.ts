'use server'

import { measuresAsked } from '@/data/border/measures-here'
import { boolean, mixed, number, object, string } from 'yup'
import { ENTRY_KINDS, type EntryKind } from '@/core/journal/entry'
import type { TankHistory } from '@/core/history/types'
import { doorInto } from '@/core/admission/admit'
import { doubtsAbout, stoodBy } from '@/core/admission/doubts'
import { detailFrom } from '@/core/journal/written'
import { HELPER_MAY_NOT, HELPERS_KINDS, roleHere } from '@/data/border/role'
import type { Attempt } from '@/data/border/attempt'
import { ident } from '@/data/border/values'
import { parseEntry } from '@/data/border/entry-schema'
import { TEXT_LIMITS } from '@/core/journal/shape'
import { isTexts } from '@/data/border/texts'
import { atFormFields } from '@/data/border/form-fields'
import { sane } from '@/data/border/sane'
import { parseId, parseSending, written } from '@/data/border/sending'
import { now } from '@/data/clock'
import { actOfEntry, redoAct, undoAct } from '@/data/acts'
import { database } from '@/data/database'
import { addEntries, editEntry, entryVersions, setVoided } from '@/data/entries'
import { askFirst, EntryRefused } from '@/data/refused'
import { storyOrRefuse } from '@/data/tank'
import type { Sending } from '@/core/history/sending'
import { instantIn, NO_SUCH_DAY } from '@/core/quantity/zone'

export interface EntryForm {
  /** The entry to replace, with the revision that was shown; null for a new one. */
  replaces: { id: string; revision: number } | null
  kind: string
  /** Local time in the tank's zone, as a datetime field gives it. */
  at: string
  note: string
  fields: Record<string, string>
  /** The keeper was asked about this value and stands by it. */
  stands: boolean
}
const formSchema = object({
  replaces: object({ id: ident().required(), revision: number().integer().min(1).required() })
    .noUnknown()
    .nullable()
    .defined(),
  kind: mixed<EntryKind>()
    .oneOf([...ENTRY_KINDS], 'This is not a kind of entry Vivero knows.')
    .required(),
  at: string()
    .required('The time is missing.')
    .matches(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'The time must be a date and a time of day.'),
  note: string()
    .max(TEXT_LIMITS.note, `The remark is longer than ${TEXT_LIMITS.note} characters.`)
    .defined(),
  stands: boolean().defined(),
  fields: mixed<Record<string, string>>()
    .required()
    .test('texts', 'The form is damaged; nothing was written.', isTexts),
}).noUnknown()

/** Writes a new entry, or a new version of an old one. Problems come back by form field. */
export async function logEntry(
  slug: string,
  raw: EntryForm,
  sending: Sending,
): Promise<Attempt<string>> {
  let kind: EntryKind = 'note'
  const answer = await written(async () => {
    const form = formSchema.validateSync(sane(raw), { abortEarly: false })
    kind = form.kind
    await refuseHelper(form.replaces === null && HELPERS_KINDS.includes(kind))
    const story = await storyOrRefuse(slug)
    const at = instantIn(story.vessel.timeZone, form.at, now())
    if (at === '') throw new EntryRefused([{ field: 'at', says: NO_SUCH_DAY }])
    const before =
      form.replaces === null ? null : story.entries.find((entry) => entry.id === form.replaces?.id)
    if (form.replaces !== null && !before)
      throw new EntryRefused([
        {
          field: 'at',
          says: 'This entry is not in the book any more; it may have been struck out.',
        },
      ])
    const entry = {
      id: before?.id ?? parseSending(sending).id,
      kind,
      at,
      certainty: 'measured',
      by: before?.by ?? 'keeper',
      note: form.note.trim() || null,
      expected: before?.expected ?? null,
      ...detailFrom(kind, form.fields, doorInto(story, now(), measuresAsked()).ask(at)),
    }
    const asked = askAbout(entry, story, form.stands)
    if (before && form.replaces)
      await editEntry(await database(), slug, asked, form.replaces.revision, now())
    else await addEntries(await database(), slug, [asked], now())
    return entry.id
  }, 'helper')
  return answer.ok ? answer : atFormFields(kind, answer)
}

/** A helper adds what he may; what stands is for the keeper to change. Throws EntryRefused. */
async function refuseHelper(may: boolean): Promise<void> {
  if (!may && (await roleHere()) === 'helper') throw new EntryRefused(HELPER_MAY_NOT)
}

/** A reading that can hardly be is asked about once; stood by, it keeps the question. */
function askAbout(raw: unknown, story: TankHistory, stands: boolean): unknown {
  const entry = parseEntry(raw)
  const questions = doubtsAbout(entry, story, measuresAsked())
  if (!stands) askFirst(questions)
  return stoodBy(entry, questions)
}

/** Strikes an entry out, or brings it back; with a line that tells of a change, the change itself is taken back. */
export async function strike(slug: string, entryId: string, voided: boolean): Promise<Attempt> {
  return written(async () => {
    const db = await database()
    const id = parseId(entryId)
    const act = await actOfEntry(db, id)
    if (!act) await setVoided(db, slug, id, voided === true, now())
    else if (voided === true) await undoAct(db, slug, act.id, now())
    else await redoAct(db, slug, act.id, now())
    return null
  })
}

/** Puts a former version of a line in the place of what stands; that is kept in its turn. */
export async function bringBack(
  slug: string,
  entryId: string,
  revision: number,
  seen: number,
): Promise<Attempt> {
  return written(async () => {
    const db = await database()
    const id = parseId(entryId)
    const former = (await entryVersions(db, slug, id)).find((one) => one.revision === revision)
    if (!former)
      throw new EntryRefused([{ field: 'id', says: 'There is no such version of this line.' }])
    await editEntry(db, slug, former.entry, seen, now())
    return null
  })
}
