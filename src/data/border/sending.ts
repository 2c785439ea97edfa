import { revalidatePath } from 'next/cache'
import { boolean, object, string } from 'yup'
import type { Sending } from '@/core/history/sending'
import { EntryRefused } from '../refused'
import { attempt, type Attempt } from './attempt'
import type { Role } from './role'
import { ident } from './values'
import { SAY } from '@/core/journal/faults'
import { sane } from './sane'

const sendingSchema = object({
  id: ident().required(SAY.missing('The number of the form')),
  seen: string().max(80).nullable().defined(),
  stands: boolean().optional(),
}).noUnknown()

/** What the page says of a form it sends. Throws ValidationError or EntryRefused. */
export function parseSending(raw: unknown): Sending {
  if (raw === undefined || raw === null)
    throw new EntryRefused([
      {
        field: '',
        says: 'The page sent its form without its number. Load the page anew; nothing was written.',
      },
    ])
  return sendingSchema.validateSync(sane(raw), { strict: true })
}

/** An id as an action is given it. Throws ValidationError. */
export const parseId = (raw: unknown): string =>
  ident().required('This is not known here.').validateSync(raw, { strict: true })

const MAX_TEXT = 4000

/** A form as it should arrive: texts by name, none beyond reason. Throws EntryRefused. */
export function textFields(raw: unknown): Record<string, string> {
  const sound =
    typeof raw === 'object' &&
    raw !== null &&
    !Array.isArray(raw) &&
    Object.values(raw).every((value) => typeof value === 'string' && value.length <= MAX_TEXT)
  if (!sound)
    throw new EntryRefused([
      {
        field: '',
        says: `The form is damaged, or a field is longer than ${MAX_TEXT} characters; nothing was written.`,
      },
    ])
  return sane(raw) as Record<string, string>
}

/** Runs a write for the page and shows everything anew when it was done; `may`: see {@link attempt}. */
export async function written<T>(
  write: () => Promise<T>,
  may: Role = 'keeper',
): Promise<Attempt<T>> {
  const answer = await attempt(write, may)
  if (answer.ok) revalidatePath('/', 'layout')
  return answer
}
