import type { Finding, Level } from '../history/finding'

/** What must be done goes before what must be watched, and that before what is well. */
const RANK: Record<Level, number> = { act: 0, watch: 1, good: 2 }

/** The order in which findings press, of one tank or of all on the bench: by level, then by weight. */
export const byUrgency = (
  a: Pick<Finding, 'level' | 'weight'>,
  b: Pick<Finding, 'level' | 'weight'>,
): number => RANK[a.level] - RANK[b.level] || b.weight - a.weight
