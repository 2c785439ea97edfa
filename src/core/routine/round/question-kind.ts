import type { Planting, TankHistory, Zone } from '../../history/types'
import type { Certainty, EntryDetails, EntryKind, STOCK_EVENTS } from '../../journal/entry'
import type { Names } from '../../journal/kind'
import type { Field } from '../../journal/shape'
import type { Beyond } from '../../quantity/card'
import type { Estimate } from '../../quantity/estimate'
import type { Instant } from '../../quantity/time'

/** The stations of a round, in the order eyes go. */
export const STATION_NAMES = [
  ...(['surface', 'glass', 'background', 'midground', 'carpet', 'stone and wood'] as const),
  ...(['ground', 'equipment', 'animals', 'water', 'you'] as const),
] as const
export type StationName = (typeof STATION_NAMES)[number]

type StockEvent = (typeof STOCK_EVENTS)[number]
/** What was known last of what is asked for. */
export interface Last {
  /** In the unit of the question. */
  value: number
  daysAgo: number
  /** How it came to stand there, where that is worth saying: cut to it, counted, bought, died … */
  by: 'trim' | StockEvent | null
}
/** One thing to look at, with what is pencilled. It holds no sentence. `A`: what its kind must know to make an entry of an answer. */
export interface QuestionOf<A> {
  key: string
  asks: A
  last: Last | null
  expected: Estimate | null
  /** Of animals: what is on paper. A count is held against it with its ±, however far the pencil's range reaches. */
  paper?: { count: number; plusMinus: number }
  unit: string
  min: number
  max: number
  step: number
}

/** The tank that is walked past. */
export interface Walk {
  history: TankHistory
  now: Instant
  /** No water: a land tank has no surface and no test. */
  dry: boolean
  inZones: (...zones: readonly Zone[]) => Planting[]
}

export interface RoundAnswer {
  value: number
  certainty: Certainty
  /** Of a test: “<5”, “>80”. */
  beyond?: Beyond
  /** Of a test: “10–20”. */
  between?: { low: number; high: number }
}

/** The fields of an entry of some kind. */
type Becomes = { [K in EntryKind]: { kind: K } & EntryDetails[K] }[EntryKind]

/**
 * All that a kind of question of the round is. One more is one more file like this, and one line in `questions/index.ts`: the asker, the border,
 * the words and the entries are made of it. How well it was pencilled is scored by the figure of the entry it becomes (`Kind.inked`).
 */
export interface QuestionKind<A extends object> {
  /** What is kept of it beside its kind until it is inked. */
  shape: { readonly [K in keyof A]-?: Field }
  /** What it asks at a station today. (Methods here and below, so that every kind is one of the kinds of an `object`.) */
  ask(walk: Walk, at: StationName): readonly QuestionOf<A>[]
  /** The planting it is about. */
  planting?(asks: A): string
  /** As the keeper reads it. */
  says(asks: A, names: Names): string
  /** What was known last. `figure`: it with its unit; `ago`: “4 days ago”. */
  last(known: { asks: A; last: Last; figure: string; ago: string }): string
  /** Where nothing was known before. */
  never(asks: A): string
  /** The entry an answer becomes. */
  becomes(asks: A, answer: RoundAnswer): Becomes
}
