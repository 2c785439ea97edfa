import type { Measures } from '../quantity/measures'
import type { Parameter } from '../quantity/units'
import type { Instant } from '../quantity/time'
import type { Result } from '../quantity/result'
import type { FactSubject, FieldChange } from './fact-change'
import type { EntryProblem } from './faults'
import type { Field, Place, PointsAt, Shape } from './shape'

/** `glance`: inked over the pencil with one key. It weighs less than `measured`, so that a forecast never feeds on itself. */
export type Certainty = 'measured' | 'glance'

/** What every line of the journal holds, whatever it is of. */
export interface Common {
  id: string
  at: Instant
  certainty: Certainty
  /** Who wrote it. */
  by: 'keeper' | 'round' | 'import' | 'device'
  note: string | null
  /** Pencilled expectation standing beside the field when the keeper inked it: the score Vivero keeps of itself. */
  expected: { value: number; low: number; high: number } | null
}

/** How the things of a tank are called, for sentences. */
export interface Names {
  /** How this keeper measures. */
  measures: Measures
  planting: (id: string) => string
  /** Its stake alone: “S1”; its name alone. */
  stake: (id: string) => string
  bare: (id: string) => string
  place: (place: Place) => string
  population: (id: string) => string
  /** Null when it is not known. */
  source: (id: string | null) => string | null
  step: (planId: string, stepId: string) => string
  fact: (subject: FactSubject) => string
  changes: (fields: readonly FieldChange[]) => string
}

/** A kit a keeper tests with: what its card or scale shows, and what it costs. */
export interface TestKit {
  id: string
  name: string
  parameter: Parameter
  method: string
  unit: string
  /** The fields of its card in its unit, ascending; empty for one that shows every value. */
  steps: readonly number[]
  batch: string | null
  /** The last day its reagents are good, `2027-03-01`. */
  expires: string | null
  /** What one test costs, in the keeper’s money. */
  price: number | null
}

/** A thing found by what it is called or marked with. */
export interface Found {
  id: string
  name: string
}
/**
 * What a kind may ask of the tank it is written for, on the day of the entry. The floors above answer (`admission/ask.ts`), so that a
 * kind knows its own rules and nothing of how a height or a volume is worked out.
 */
export interface Ask {
  knows: (what: PointsAt, id: string) => boolean
  /** By name or stake, whatever the case of the letters. */
  find: (what: PointsAt, name: string) => Found | null
  nameOf: (what: PointsAt, id: string) => string | null
  /** When it stood, and what group its kind is of. */
  planting: (
    id: string,
  ) => { stake: string; from: Instant; until: Instant | null; group: string } | null
  /** How this keeper measures, for what is said of a fault. */
  measures: Measures
  /** Net litres of the tank. */
  litres: () => number
  litresPerCentimetre: () => number
  bucketLitres: () => number
  /** The keeper’s own test kits of that day. */
  kits: () => readonly TestKit[]
  /** Height above which a planting can hardly have stood, cm; `measured`: what was measured just before. */
  mostHeight: (plantingId: string) => { most: number; measured: number | null }
  /** Animals alive then, and how many have gone missing since the last count; `but`: the entry that is asked for, which does not count. */
  headCount: (
    populationId: string,
    but: string,
  ) => { count: number; plusMinus: number; missing: number }
  /** Of the shelf, or a plain salt; null for what is neither. */
  product: (written: {
    productId: string | null
    product: string
  }) => (Found & { unit: 'mL' | 'g' | 'tablets' }) | null
  /** Whether another line has ticked off the step. Null: there is no such step. */
  ticked: (planId: string, stepId: string, but: string) => boolean | null
}

/** A field of the form a kind is written with. `name`: a field of the shape, or one of the form's own, which the kind turns into it. */
export interface FormField {
  name: string
  label: string
  /** What stands behind it: a unit, mostly. */
  after?: string
  /** Another field whose choice brings another unit: the field, and for some choices of it the unit then. */
  exceptFor?: readonly [field: string, ...(readonly [choices: readonly string[], unit: string])[]]
  /** Only where the shape does not say it. */
  input?: 'number' | 'text' | 'choice' | 'unit' | 'product' | 'equipment' | 'kit'
  choices?: readonly string[]
  optional?: boolean
  /** Of places: which sort stands first in the list, and is chosen at first. */
  prefer?: 'planting'
}
/** What stands in a form: texts. */
export type Written = Readonly<Record<string, string>>

interface Form<D> {
  /** “a water test”. */
  says: string
  fields: readonly FormField[]
  /** What a keeper should know who fills it in. */
  hint?: string
  /** The kind's values from a form whose fields are not the shape's own; what is no number goes on as it is, for the border to say so. */
  read?: (written: Written, ask: Ask) => object
  /** The form's texts for an entry that is to be edited; null: this one is not edited alone. */
  write?: (entry: D) => Written | null
  /** The form field at which a problem of a field of the shape is shown, where the names differ. */
  shownAt?: Readonly<Record<string, string>>
}

/** A line of events.csv beside its time and kind. */
interface CsvLine {
  amount: number | null
  unit: string
  subject: string
  note: string
}
interface Csv<D> {
  write: (
    entry: D & { note: string | null },
    ask: Pick<Ask, 'nameOf'>,
  ) => Omit<CsvLine, 'note'> & { note?: string }
  /** A refusal is the sentence for the line. `amount` is a number for kinds that write one. */
  read: (line: CsvLine & { amount: number }, ask: Ask) => Result<D>
  /** The note of a line is one of the kind's own fields, and not said twice. */
  noteIsOwn?: true
  /** Whether a line must have an amount, and may have none of it. */
  amount: 'none' | 'over zero' | 'zero or more'
  /** For the docs: what stands in the columns. */
  columns: { amount: string; subject: string }
}

/** The order of what is written of one moment: what befell by itself, then what was seen, then what was done. A height and a trim: the height is what stood before the cut. */
export const IN_MOMENT = ['befell', 'seen', 'done'] as const
export type InMoment = (typeof IN_MOMENT)[number]

/** All that a kind of entry is. One more kind is one more file like this, and one line in `kinds/index.ts`. */
export interface Kind<D extends object> {
  /** How the kind is called in lists and choices: “water change”. */
  name: string
  shape: { readonly [K in keyof D]-?: Field }
  /** Where it stands among the lines of one and the same moment. */
  inMoment: InMoment | ((entry: D) => InMoment)
  /** It is of water that stands in the tank: a terrarium has none. */
  inWater?: true
  /** The figure that was pencilled before it was inked: by it the forecasts are scored. Absent: no question of the round asks for one. */
  inked?: (entry: D) => number | null
  /** What an entry says, in one short sentence for the journal, evidence lists and the care sheet. */
  tell: (entry: D, names: Names) => string
  /** What the fields must be together, whatever the tank. */
  rules?: (entry: D) => EntryProblem[]
  /** What the tank's story must allow. */
  check?: (entry: D & Common, ask: Ask) => EntryProblem[]
  /** Later entries are judged by entries of this kind: how tall a plant is, how many animals are left, which steps are done. */
  judgedBy?: true
  /** Absent: it is not written by hand. */
  form?: Form<D>
  csv?: Csv<D>
}

/** A kind whatever it is of, for code that treats all alike. */
export type AnyKind = Omit<Kind<object>, 'shape'> & { shape: Shape }
