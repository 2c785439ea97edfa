import type { Bound, Field, NumberField, Shape, TextField } from './shape'

/** What is wrong with an entry: the field it belongs to, and the sentence. */
export interface EntryProblem {
  field: string
  says: string
}
export const problem = (field: string, says: string): EntryProblem[] => [{ field, says }]
export const NO_PROBLEM: EntryProblem[] = []

/** Sentences shared by every form and file. */
export const SAY = {
  number: (what: string) => `${what} must be a number.`,
  positive: (what: string) => `${what} must be more than zero.`,
  missing: (what: string) => `${what} is missing.`,
  long: (what: string, most: number) => `${what} is too long (${most} characters at most).`,
}

/**
 * Why a value cannot stand in a field, as a sentence; null when it can. The value has the field's own type already; the border sees to
 * that for what comes from outside. Groups and lists are looked through by `faultsOf`.
 */
export function fieldFault(field: Field, value: unknown): string | null {
  if (value === undefined && 'absent' in field && field.absent) return null
  if (value === null && MAY_BE_NONE.has(field.is))
    return 'maybe' in field && field.maybe ? null : SAY.missing(field.what)
  switch (field.is) {
    case 'number':
      return numberFault(field, value as number)
    case 'text':
      return textFault(field, value as string | undefined)
    case 'choice':
      return (field.of as readonly unknown[]).includes(value) ? null : field.none
    default:
      return null
  }
}

function textFault(
  { what, most, empty }: TextField<string | undefined>,
  text: string | undefined,
): string | null {
  if (text === undefined || (text === '' && !empty)) return SAY.missing(what)
  return text.length > most ? SAY.long(what, most) : null
}

/** Fields of which nothing may be known. */
const MAY_BE_NONE: ReadonlySet<Field['is']> = new Set(['number', 'id', 'place'])

/** Why a number lies outside the bounds of its field; null when it lies within. */
function numberFault(field: NumberField<number | null>, value: number): string | null {
  const { what, least, over, most, whole } = field
  if (!Number.isFinite(value)) return SAY.number(what)
  if (whole !== undefined && !Number.isInteger(value)) return whole
  if (over !== undefined && value <= valueOf(over))
    return sayOr(
      over,
      valueOf(over) === 0 ? SAY.positive(what) : `${what} must be over ${valueOf(over)}.`,
    )
  if (least !== undefined && value < valueOf(least))
    return sayOr(
      least,
      `${what} cannot be below ${valueOf(least) === 0 ? 'zero' : valueOf(least)}.`,
    )
  return value > valueOf(most) ? sayOr(most, `${what} cannot be over ${valueOf(most)}.`) : null
}

/** The figure of a bound. */
export const valueOf = (bound: Bound): number => (typeof bound === 'number' ? bound : bound[0])
const sayOr = (bound: Bound, usual: string) => (typeof bound === 'number' ? usual : bound[1])

/** What is wrong with typed values under a shape, field by field, groups looked through. Empty when all is well. */
export function faultsOf(shape: Shape, detail: object, within = ''): EntryProblem[] {
  return Object.entries(shape).flatMap(([name, field]) => {
    const value = (detail as Record<string, unknown>)[name]
    const at = `${within}${name}`
    if (field.is === 'group' && field.absent && value === undefined) return []
    if (field.is === 'group') return faultsOf(field.fields, value as object, `${at}.`)
    const says = fieldFault(field, value)
    return says === null ? [] : [{ field: at, says }]
  })
}
