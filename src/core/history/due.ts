import type { Names } from '../journal/kind'
import type { Instant } from '../quantity/time'
import type { Subject, Way } from './finding'
import type { TankHistory } from './types'

/** From when to when, days from now, 80 % range; zero: now, below: so many days late. `high` null: not in sight at that end. */
export interface DueDays {
  value: number
  low: number
  high: number | null
}
/** What one takes along to the tank. */
export type Tool =
  | 'scissors'
  | 'forceps'
  | 'hose and bucket'
  | 'net'
  | 'tests'
  | 'bottles'
  | 'sponge'
  | 'needle'
  | 'thread or glue'

/** A bottle, a test or a can of water is so much work, in parts of a cut. Common practice. */
export const LIGHT_WORK = 0.4

/** What every due act holds, whoever asks for it. */
export interface Job {
  /** Stable while the same thing is due: two rooms that ask for one act give it one key. */
  key: string
  subject: Subject
  days: DueDays
  /** How much work it is, in parts of a cut: the minutes come of the keeper’s own pace. */
  work: number
  tools: readonly Tool[]
  /** Where one does it and writes it down. */
  opens: Way
}
/** An act that is due by which rule, on which facts. It holds no sentence; `*.words.ts` says it. `F`: the rules of a file, each with its facts. */
export type DueOf<F, R extends keyof F = keyof F> = {
  [K in R]: Job & { rule: K; facts: F[K] }
}[R]

/** How a due act is said. */
export interface DueWords {
  /** What to do, with whom: “Trim S1”. */
  what: string
  why: string
  /** What it costs to leave it; empty where nothing is lost. */
  waiting: string
}

/**
 * The acts that one science asks for, at `now` and in the weeks to come, and how they are said. They live with their science; one more is a file,
 * its words, and one line in `evening/due-rules.ts`. (`find` is a method, so that all fit one list.)
 */
export interface DueRules<F extends object> {
  find(story: TankHistory, now: Instant): readonly DueOf<F>[]
  words: { readonly [K in keyof F]: (facts: F[K], names: Names) => DueWords }
  /** Of water that stands in the tank: a terrarium is not asked for it. */
  inWater?: true
}
