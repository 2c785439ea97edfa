import type { EntryKind } from '../journal/entry'
import type { Names } from '../journal/kind'
import type { TankHistory } from './types'
import type { Instant } from '../quantity/time'

export type Level = 'act' | 'watch' | 'good'
export type Subject =
  | { of: 'planting' | 'hardscape'; id: string }
  | { of: 'water' | 'ground' | 'surface' | 'animals' | 'tank' }

export type Topic =
  | 'leak'
  | 'gasping'
  | 'deaths'
  | 'animals'
  | 'algae'
  | 'nitrate'
  | 'intake'
  | 'water'
  | 'ammonia'
  | 'gas'
  | 'oxygen'
  | 'source'
  | 'phase'
  | 'tabs'
  | 'creep'
  | 'soil'
  | 'surface'
  | 'growth'
  | 'leaves'
  | 'roots'
  | 'carpet'
  | 'mood'
  | 'temporary'
  | 'waiting'

/** Where one does what a judgement suggests: a form of the book with what is known filled in, the entries of a kind, or a page of the tank. */
export type Way =
  | {
      form: 'trim' | 'water-change' | 'groom' | 'reading' | 'dose' | 'clean' | 'top-off'
      /** Fields of the form, as its address names them; the planting it is about comes from the subject. */
      fill?: Readonly<Record<string, string>>
    }
  | { entries: EntryKind }
  | { page: 'water' | 'round' | 'plants' | 'leaves' | 'cuttings' | 'rescape' | 'facts' }

/** One line a judgement rests on; an entry where there is one. */
export interface Evidence {
  says: string
  entryId: string | null
  at: Instant | null
}

/** What every judgement holds, whatever the rule. */
interface Judgement {
  /** Stable while it speaks of the same thing, so that a disagreement stays with it. */
  key: string
  subject: Subject
  /** What it is about: the headline names two topics, never one twice. */
  topic: Topic
  level: Level
  /** Order within a level, higher first. */
  weight: number
  /** Entries it rests on, in the order they are shown. */
  entryIds: readonly string[]
  /** Where in Vivero one does what is suggested. */
  leadsTo: Way | null
}
/**
 * What a rule has found: by which rule, on which facts, of what, how grave. It holds no sentence; `*.words.ts` says it. `F`: the rules of a
 * file, each with its facts.
 */
export type Judged<F, R extends keyof F = keyof F> = {
  [K in R]: Judgement & { rule: K; facts: F[K] }
}[R]

/** How a judgement is said. */
export interface FindingWords {
  says: string
  detail: string
  /** How it goes on from the tank's name: “is closing over at the back left”. */
  clause: string
  suggests: string
  /** The single observation that would settle it. */
  wouldChangeMyMind: string
  /** Computed lines of evidence with no single entry behind them. */
  reckoned: readonly string[]
}
/** The words of the rules of a file. `names`: how the things of the tank are called. */
export type WordsFor<F> = {
  readonly [K in keyof F]: (facts: F[K], names: Names) => FindingWords
}

/**
 * The rules of one matter: what they find of a tank at `now`, weightiest first or not, and how it is said. They live with their science; one more
 * is a file, its words, and one line in `judgement/rules.ts`. (`find` is a method, so that all fit one list.)
 */
export interface Rules<F extends object> {
  find(story: TankHistory, now: Instant): readonly Judged<F>[]
  words: WordsFor<F>
  /** Of water that stands in the tank: a terrarium is not judged by them. */
  inWater?: true
}

/** A judgement a keeper can open, check, act on and dispute. */
export interface Finding extends Omit<FindingWords, 'reckoned'> {
  key: string
  /** The rule it was found by. */
  rule: string
  subject: Subject
  topic: Topic
  level: Level
  weight: number
  leadsTo: Way | null
  because: Evidence[]
  disputed: { why: string; at: Instant } | null
}
