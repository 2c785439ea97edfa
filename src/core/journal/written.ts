import { numberOrText } from '../quantity/read-number'
import { signsOf } from '../quantity/written-value'
import { ENTRY_KINDS, kindOf, type Entry, type EntryKind } from './entry'
import type { Ask, FormField, Written } from './kind'
import type { ChoiceField, Field, Place, Shape } from './shape'

/** How a field of a form is filled in. */
type FormInput =
  | 'number'
  | 'text'
  | 'choice'
  | 'place'
  | 'planting'
  | 'population'
  | 'source'
  | 'equipment'
  | 'product'
  | 'unit'
  | 'kit'
/** A field as a form shows it. */
export interface ShownField {
  name: string
  label: string
  input: FormInput
  choices: readonly { id: string; says: string }[]
  optional: boolean
  after: string
  exceptFor: FormField['exceptFor'] | null
  prefer: 'planting' | null
}
/** The form of a kind of entry. */
export interface ShownForm {
  kind: EntryKind
  says: string
  fields: readonly ShownField[]
  hint: string | null
}

/** The form a kind is written with, or null for one that is not written by hand. */
export function formOf(kind: EntryKind): ShownForm | null {
  const { form, shape } = kindOf(kind)
  return form
    ? {
        kind,
        says: form.says,
        fields: form.fields.map((field) => shown(field, shape)),
        hint: form.hint ?? null,
      }
    : null
}

/** Kinds a keeper writes by hand, in the order of the work. */
export const WRITTEN_KINDS: readonly EntryKind[] = ENTRY_KINDS.filter((kind) => kindOf(kind).form)

/** Of those, what is written of a vessel: nothing of water where none stands. */
export const kindsFor = <K extends EntryKind>(
  kinds: readonly K[],
  vessel: { kind: string },
): readonly K[] =>
  vessel.kind === 'terrarium' ? kinds.filter((kind) => !kindOf(kind).inWater) : kinds

function shown(field: FormField, shape: Shape): ShownField {
  const spec = Object.hasOwn(shape, field.name) ? shape[field.name] : null
  return {
    name: field.name,
    label: field.label,
    after: field.after ?? '',
    exceptFor: field.exceptFor ?? null,
    prefer: field.prefer ?? null,
    input: field.input ?? inputFor(spec),
    optional: field.optional ?? (spec !== null && 'maybe' in spec && spec.maybe === true),
    choices: (field.choices ?? (spec?.is === 'choice' ? spec.of : [])).map((id) => ({
      id,
      says: (spec as ChoiceField | null)?.labels?.[id] ?? id,
    })),
  }
}

function inputFor(spec: Field | null): FormInput {
  switch (spec?.is) {
    case 'number':
    case 'choice':
    case 'place':
      return spec.is
    case 'id':
      return spec.to === null || spec.to === 'plan' || spec.to === 'piece' ? 'text' : spec.to
    default:
      return 'text'
  }
}

/** A kind's own values from what stands in its form; what is no number goes on as it is, for the border to say so. */
export function detailFrom(kind: EntryKind, written: Written, ask: Ask): object {
  const { form, shape } = kindOf(kind)
  if (form?.read) return form.read(written, ask)
  const about = Object.entries(shape).some(
    ([name, field]) => field.is === 'number' && signsOf(written[name] ?? '').about,
  )
  return {
    ...Object.fromEntries(
      Object.entries(shape).map(([name, field]) => [name, valueFrom(field, written[name] ?? '')]),
    ),
    // “~20” was not measured closely.
    ...(about ? { certainty: 'glance' } : {}),
  }
}

function valueFrom(field: Field, text: string): unknown {
  const maybe = 'maybe' in field && field.maybe === true
  switch (field.is) {
    case 'number':
      if (text.trim() !== '') return numberOrText(signsOf(text).about ? signsOf(text).figure : text)
      return maybe ? null : (field.otherwise ?? '')
    case 'id':
      return text === '' && maybe ? null : text
    case 'place':
      return text === '' && maybe ? null : placeFrom(text)
    default:
      return text
  }
}

/** The texts of a form for an entry that is to be edited; null for one that is not edited by hand. */
export function writtenOf(entry: Entry): Written | null {
  const { form, shape } = kindOf(entry.kind)
  if (!form) return null
  if (form.write) return form.write(entry)
  return Object.fromEntries(
    Object.keys(shape).map((name) => [
      name,
      textOf((entry as unknown as Record<string, unknown>)[name]),
    ]),
  )
}

function textOf(value: unknown): string {
  if (value === null || value === undefined) return ''
  if (typeof value !== 'object') return String(value)
  return placeText(value as Place)
}

/** A place as one text: its part, with the id of what it is behind a colon. */
export const placeText = (place: Place): string =>
  'id' in place ? `${place.of}:${place.id}` : place.of

function placeFrom(text: string): { of: string; id?: string } {
  const [of, ...id] = text.split(':')
  return id.length > 0 ? { of, id: id.join(':') } : { of }
}

/** The field of a form at which a problem with a field of the entry is to be shown. */
export function formField(kind: EntryKind, field: string): string {
  const at = kindOf(kind).form?.shownAt ?? {}
  const [plain] = field.split('.')
  if (Object.hasOwn(at, field)) return at[field]
  return Object.hasOwn(at, plain) ? at[plain] : plain
}
