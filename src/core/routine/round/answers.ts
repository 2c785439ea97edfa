import type { EntryKind } from '../../journal/entry'
import type { Question } from './question'
import type { RoundAnswer } from './question-kind'

/** A question as it stood before the keeper, at the station where it was asked. */
export interface AskedQuestion {
  station: string
  question: Question
}

/** A line of the book written within a round: a change, a first sighting, a remark. */
export interface RoundLine {
  id: string
  station: string
  kind: EntryKind
  fields: Record<string, string>
  /** As it will stand in the book; null while no server has read it. */
  says: string | null
}

/** What was given in a round that is not inked yet. */
export interface RoundAnswers {
  /** Named by the page that began it, so that inking it twice writes it once. */
  round: string
  values: Record<string, RoundAnswer>
  signs: { station: string; sign: string; place: { of: string; id?: string } }[]
  /** The questions that were answered, as they stood before the keeper: what is kept as expected is what was seen. */
  asked: Record<string, AskedQuestion>
  /** What stands in a field and is no answer yet: it was doubted, or could not be read. */
  typed: Record<string, string>
  lines: RoundLine[]
  /** When it was walked, as a time of day in the tank's zone; null: now. */
  walkedAt: string | null
  station: number
}

/** A round in which nothing was said yet. */
export const noAnswers = (round: string): RoundAnswers => ({
  round,
  values: {},
  signs: [],
  asked: {},
  typed: {},
  lines: [],
  walkedAt: null,
  station: 0,
})

/** Whether anything would be lost if it were forgotten. */
export const isBegun = ({ values, signs, typed, lines }: RoundAnswers): boolean =>
  Object.keys(values).length + signs.length + Object.keys(typed).length + lines.length > 0
