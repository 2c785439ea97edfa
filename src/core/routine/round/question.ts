import type { Place, Sign } from '../../journal/entry'
import type { QuestionKind, QuestionOf, StationName } from './question-kind'
import { QUESTIONS } from './questions'

type Questions = typeof QUESTIONS
type AsksBy = { [K in keyof Questions]: Questions[K] extends QuestionKind<infer A> ? A : never }
/** What an answer becomes in the journal, by the kind of question. */
export type Asks = { [K in keyof AsksBy]: { kind: K } & AsksBy[K] }[keyof AsksBy]
/** One thing to look at, with what is pencilled. It holds no sentence; its kind says it. */
export type Question = QuestionOf<Asks>

/** The kind a question is of, whichever it is. */
export const questionKind = ({ kind }: Pick<Asks, 'kind'>): QuestionKind<object> => QUESTIONS[kind]

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
