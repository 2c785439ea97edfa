import type { AlgaeKind, Method, Place, Sign } from '../../journal/entry'
import type { Estimate } from '../../quantity/estimate'
import type { Parameter } from '../../quantity/units'

/** What an answer becomes in the journal. */
export type Asks =
  | { kind: 'measure'; plantingId: string; measure: 'height' | 'cover' }
  | { kind: 'algae'; algae: AlgaeKind; place: Place }
  | { kind: 'reading'; parameter: Parameter; method: Method; unit: string }
  | { kind: 'stock'; populationId: string }
  | { kind: 'enjoyment' }
  | { kind: 'workMinutes' }

export interface Question {
  key: string
  asks: Asks
  stake: string | null
  says: string
  /** What was known last, in a sentence. */
  before: string
  expected: Estimate | null
  unit: string
  min: number
  max: number
  step: number
}
export type StationName =
  | 'surface'
  | 'glass'
  | 'background'
  | 'midground'
  | 'carpet'
  | 'stone and wood'
  | 'ground'
  | 'equipment'
  | 'animals'
  | 'water'
  | 'you'
export interface Station {
  name: StationName
  title: string
  questions: Question[]
  /** Signs to tap, with the plantings or place they can lie on. */
  signs: readonly Sign[]
  places: { says: string; place: Place }[]
}
