/**
 * How the fields of an entry are described, as plain data: what the forms, the border, the tank file's schema, the columns of a CSV
 * and the index of the journal are all made of. The types of the entries are read off the same descriptions (`DetailOf`).
 */

/** What a field may point at. */
export type PointsAt = 'planting' | 'piece' | 'population' | 'source' | 'equipment' | 'plan'

/** Parts of a tank where a thing can be seen. */
export const WHERE = [
  'planting',
  'hardscape',
  'glass',
  'surface',
  'ground',
  'equipment',
  'tank',
] as const
/** Where a thing was seen: a planting, a piece of hardscape, or a part of the tank. */
export type Place =
  | { of: 'planting' | 'hardscape'; id: string }
  | { of: 'glass' | 'surface' | 'ground' | 'equipment' | 'tank' }

/** An end of a range, with the sentence for what lies beyond it where the usual one would not do. */
export type Bound = number | readonly [number, string]

/** The phantom `holds` carries the type of the values; nothing ever stands there. */
interface Holds<T> {
  readonly holds?: T
  /** How the field is called in a sentence: “The dose”. */
  what: string
}
export interface NumberField<T = number> extends Holds<T> {
  is: 'number'
  /** Least value; `over`: an end that is itself no value. */
  least?: Bound
  over?: Bound
  most: Bound
  /** Whole numbers only, with the sentence for others. */
  whole?: string
  maybe?: boolean
  /** May be left out of the entry altogether. */
  absent?: boolean
  /** What an absent value counts as. */
  otherwise?: number
}
export interface TextField<T = string> extends Holds<T> {
  is: 'text'
  /** Characters at most. */
  most: number
  /** May be left out of the entry altogether. */
  absent?: boolean
  /** May be an empty text. */
  empty?: boolean
}
export interface ChoiceField<T extends string = string> extends Holds<T> {
  is: 'choice'
  of: readonly T[]
  /** Said of anything else. */
  none: string
  /** How the codes are called in a list of choices, where they are no words. */
  labels?: Readonly<Record<string, string>>
  /** May be left out of the entry altogether. */
  absent?: boolean
}
export interface IdField<T = string> extends Holds<T> {
  is: 'id'
  /** What it points at; null: at something outside this story, or checked by the kind itself. */
  to: PointsAt | null
  maybe?: boolean
}
export interface PlaceField<T = Place> extends Holds<T> {
  is: 'place'
  maybe?: boolean
}
/** Several values that stand together. */
export interface GroupField<T = object> extends Holds<T> {
  is: 'group'
  fields: Readonly<Record<string, Field>>
  /** May be left out of the entry altogether. */
  absent?: boolean
}
export interface ListField<T = readonly unknown[]> extends Holds<T> {
  is: 'list'
  each: Field
  least: number
  most: number
}
/** A value of a fact: a number, a text, yes or no, four edges of an outline, or nothing. */
export interface FactValueField<T = unknown> extends Holds<T> {
  is: 'fact value'
}
export type Field =
  | NumberField<number | null>
  | TextField<string | undefined>
  | ChoiceField
  | IdField<string | null>
  | PlaceField<Place | null>
  | GroupField
  | ListField
  | FactValueField

/** The values a shape describes. */
export type DetailOf<S> = {
  [K in keyof S as S[K] extends { absent: true } ? never : K]: ValueOf<S[K]>
} & {
  [K in keyof S as S[K] extends { absent: true } ? K : never]?: ValueOf<S[K]>
}
type ValueOf<F> = F extends { readonly holds?: infer T } ? Exclude<T, undefined> : never
export type Shape = Readonly<Record<string, Field>>

type NumberBounds = Pick<NumberField, 'least' | 'over' | 'most' | 'whole'>

export const number = (
  what: string,
  bounds: NumberBounds & { otherwise?: number },
): NumberField => ({ is: 'number', what, ...bounds })

export const maybeNumber = (what: string, bounds: NumberBounds): NumberField<number | null> => ({
  is: 'number',
  what,
  ...bounds,
  maybe: true,
})

export const percent = (what: string): NumberField =>
  number(what, {
    least: [0, `${what} cannot be below 0 %.`],
    most: [100, `${what} cannot be over 100 %.`],
  })

/** A volume that was poured, L. */
export const litres = (what: string): NumberField =>
  number(what, { over: 0, most: [20_000, `${what} is more than any tank here holds.`] })

const HEIGHT = (what: string): NumberBounds => ({
  least: 0,
  most: [400, `${what} is more than any tank here is tall.`],
})
/** A height or width of a plant, cm. */
export const centimetres = (what: string): NumberField => number(what, HEIGHT(what))
export const maybeCentimetres = (what: string): NumberField<number | null> =>
  maybeNumber(what, HEIGHT(what))

/** Time spent, minutes, a week at most. */
export const MINUTES: NumberBounds = {
  least: [0, 'Minutes cannot be below zero.'],
  most: [10_080, 'A week has 10 080 minutes.'],
}

export const text = (what: string, most: number): TextField => ({ is: 'text', what, most })
export const emptyText = (what: string, most: number): TextField => ({
  ...text(what, most),
  empty: true,
})
export const absentText = (
  what: string,
  most: number,
): TextField<string | undefined> & { absent: true } => ({
  is: 'text',
  what,
  most,
  absent: true,
})

export const choice = <const T extends string>(
  what: string,
  of: readonly T[],
  none: string,
  labels?: Readonly<Record<T, string>>,
): ChoiceField<T> => ({ is: 'choice', what, of, none, ...(labels ? { labels } : {}) })

/** A field that an entry may do without. */
export const absent = <F extends NumberField | ChoiceField | GroupField>(
  field: F,
): F & { absent: true } => ({
  ...field,
  absent: true,
})

export const id = (what: string, to: PointsAt | null = null): IdField => ({ is: 'id', what, to })
export const maybeId = (what: string, to: PointsAt | null = null): IdField<string | null> => ({
  is: 'id',
  what,
  to,
  maybe: true,
})

export const place = (): PlaceField => ({ is: 'place', what: 'The place' })
export const maybePlace = (): PlaceField<Place | null> =>
  ({ ...place(), maybe: true }) as PlaceField<Place | null>

export const group = <S extends Shape>(what: string, fields: S): GroupField<DetailOf<S>> => ({
  is: 'group',
  what,
  fields,
})
export const listOf = <F extends Field>(
  what: string,
  each: F,
  [least, most]: readonly [number, number],
): ListField<readonly ValueOf<F>[]> => ({ is: 'list', what, each, least, most })

/** How long texts of an entry may be, characters: the same in a form, a file and the round. */
export const TEXT_LIMITS = { item: 80, happened: 500, note: 4000 } as const
