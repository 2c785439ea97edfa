import type { AlgaeKind, Method, Place, Sign, STOCK_EVENTS } from '../../journal/entry'
import type { Estimate } from '../../quantity/estimate'
import type { Parameter } from '../../quantity/units'

/** What an answer becomes in the journal. */
export type Asks =
  | { kind: 'measure'; plantingId: string; measure: 'height' | 'cover' | 'condition' }
  | { kind: 'algae'; algae: AlgaeKind; place: Place }
  | { kind: 'reading'; parameter: Parameter; method: Method; unit: string }
  | { kind: 'stock'; populationId: string }
  | { kind: 'bubbles' }
  | { kind: 'lamp'; equipmentId: string; name: string }
  | { kind: 'enjoyment' }
  | { kind: 'workMinutes' }

type StockEvent = (typeof STOCK_EVENTS)[number]

/** What was known last of what is asked for. */
interface Last {
  /** In the unit of the question. */
  value: number
  daysAgo: number
  /** How it came to stand there, where that is worth saying: cut to it, counted, bought, died … */
  by: 'trim' | StockEvent | null
}
/** One thing to look at, with what is pencilled. It holds no sentence; `question.words.ts` says it. */
export interface Question {
  key: string
  asks: Asks
  last: Last | null
  expected: Estimate | null
  /** Of animals: what is on paper. A count is held against it with its ±, however far the pencil's range reaches. */
  paper?: { count: number; plusMinus: number }
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
/** What is asked once and remembered: one of two signs answers it. */
export interface AskedOnce {
  pieceId: string
  /** Share of its height behind plants, 0–1. */
  hidden: number
  answers: readonly Sign[]
  place: Place
}
export interface Station {
  name: StationName
  questions: Question[]
  once: AskedOnce | null
  /** Signs to tap, with the plantings or place they can lie on. */
  signs: readonly Sign[]
  places: readonly Place[]
}
