import type { Parameter } from '../quantity/units'
import type { Instant } from '../quantity/time'
import type { FactSubject, FieldChange } from './field-changes'

/** How a value was had; it decides how far it is trusted. */
export const METHODS = [
  'drops-chart',
  'titration',
  'strip',
  'photometer',
  'probe',
  'indicator',
  'eye',
] as const
export type Method = (typeof METHODS)[number]

/** `glance`: inked over the pencil with one key. It weighs less than `measured`, so that a forecast never feeds on itself. */
export type Certainty = 'measured' | 'glance'

export const PLANT_MEASURES = ['height', 'width', 'cover', 'density'] as const
type PlantMeasure = (typeof PLANT_MEASURES)[number]

export const ALGAE_KINDS = [
  'brown film',
  'green dots',
  'green dust',
  'green water',
  'hair',
  'black tufts',
  'staghorn',
  'slime sheet',
  'surface film',
] as const
export type AlgaeKind = (typeof ALGAE_KINDS)[number]

export const SIGNS = [
  'bare below',
  'yellow old leaves',
  'pale tips',
  'twisted tips',
  'holes',
  'tufts or threads',
  'melting',
  'chewed',
  'lifting',
  'bald patch',
  'surface film',
  'mulm',
  'black patch',
  'gas in the ground',
  'grains on the sand',
  'hiding',
  'gasping',
  'dead animal',
  'young seen',
  'loose piece',
  'clogged inlet',
  'leak',
  'cloudy',
  'bad smell',
  'spent soil',
] as const
export type Sign = (typeof SIGNS)[number]

export const STOCK_EVENTS = [
  'counted',
  'added',
  'born',
  'died',
  'moved in',
  'moved out',
  'missing',
] as const

/** What goes from one tank to another beside animals. */
export const MOVED_THINGS = ['plants', 'equipment', 'filter media', 'soil', 'water'] as const

export const DOSE_UNITS = ['mL', 'g', 'tablets'] as const
export type DoseUnit = (typeof DOSE_UNITS)[number]

interface Common {
  id: string
  at: Instant
  certainty: Certainty
  /** Who wrote it. */
  by: 'keeper' | 'round' | 'import' | 'device'
  note: string | null
  /** Pencilled expectation standing beside the field when the keeper inked it: the score Vivero keeps of itself. */
  expected: { value: number; low: number; high: number } | null
}

/** Where a thing was seen: a planting, a piece of hardscape, or a part of the tank. */
export type Place =
  | { of: 'planting' | 'hardscape'; id: string }
  | { of: 'glass' | 'surface' | 'ground' | 'equipment' | 'tank' }

export interface EntryDetails {
  /** `questioned`: Vivero asked whether this can be, in these words, and the keeper stood by it. */
  reading: {
    parameter: Parameter
    value: number
    method: Method
    entered: { value: number; unit: string }
    questioned?: string
  }
  /** pH of the tank and of the same water left open to the air for a day: CO2 by the difference. */
  'degassed-sample': { pHTank: number; pHAtRest: number }
  /** How much gas is used: bubbles a second, or what the cylinder weighs. */
  'gas-use': { bubblesPerSecond: number | null; cylinderGrams: number | null }
  'water-change': { fraction: number; litres: number; sourceId: string | null }
  'top-off': { litres: number; sourceId: string | null }
  dose: { product: string; productId: string | null; amount: number; unit: DoseUnit }
  feed: { grams: number; food: string }
  measure: { plantingId: string; measure: PlantMeasure; value: number }
  trim: { plantingId: string; fromCm: number | null; toCm: number }
  sign: { sign: Sign; place: Place }
  algae: { algae: AlgaeKind; place: Place; coverPercent: number }
  equipment: { item: string; says: string; equipmentId: string | null }
  clean: { item: string; equipmentId: string | null }
  stock: {
    populationId: string
    event: (typeof STOCK_EVENTS)[number]
    count: number
    plusMinus: number
    /** The vessel they came from or went to, where it is one of these. */
    otherVesselId: string | null
  }
  feeling: { enjoyment: number | null; workMinutes: number | null }
  'soil-test': { khBefore: number; khAfter: number; hours: number }
  disagreement: { finding: string; why: string }
  'step-done': { planId: string; stepId: string; minutes: number }
  round: { minutes: number; asked: number; confirmed: number }
  note: { text: string }
  /** A fact of the tank became another on that day: which, and what of it. */
  changed: { subject: FactSubject; fields: readonly FieldChange[] }
  /** One half of a move between two tanks; the other stands in the other book. Amount: stems, litres, or per cent of the media. */
  moved: {
    what: (typeof MOVED_THINGS)[number]
    name: string
    amount: number | null
    direction: 'in' | 'out'
    otherVesselId: string
    otherName: string
  }
}
export type EntryKind = keyof EntryDetails
export type EntryOf<K extends EntryKind> = Common & { kind: K } & EntryDetails[K]
/** One line of the journal. */
export type Entry = { [K in EntryKind]: EntryOf<K> }[EntryKind]

export const ENTRY_KINDS = [
  'reading',
  'water-change',
  'top-off',
  'dose',
  'feed',
  'measure',
  'trim',
  'sign',
  'algae',
  'equipment',
  'clean',
  'stock',
  'feeling',
  'soil-test',
  'disagreement',
  'step-done',
  'round',
  'note',
  'degassed-sample',
  'gas-use',
  'changed',
  'moved',
] as const satisfies readonly EntryKind[]
