import type { Instant } from '../quantity/time'

export type Level = 'act' | 'watch' | 'good'
export type Subject =
  | { of: 'planting' | 'hardscape'; id: string }
  | { of: 'water' | 'ground' | 'surface' | 'animals' | 'tank' }

/** One line a judgement rests on; an entry where there is one. */
export interface Evidence {
  says: string
  entryId: string | null
  at: Instant | null
}

/** A judgement a keeper can open, check, act on and dispute. */
export interface Finding {
  /** Stable while it speaks of the same thing, so that a disagreement stays with it. */
  key: string
  subject: Subject
  level: Level
  says: string
  detail: string
  /** How it goes on from the tank's name: “is closing over at the back left”. */
  clause: string
  because: Evidence[]
  suggests: string
  /** Where in Vivero one does what is suggested. */
  leadsTo: 'water' | 'round' | 'rescape' | 'log-trim' | 'log-change' | 'book' | 'facts' | null
  /** The single observation that would settle it. */
  wouldChangeMyMind: string
  /** Order within a level, higher first. */
  weight: number
  disputed: { why: string; at: Instant } | null
}
