import { ValidationError } from 'yup'
import type { EntryProblem } from '@/core/journal/faults'
import { EntryRefused } from '../refused'
import { Overtaken } from '../stamp'
import { HELPER_MAY_NOT, roleHere, type Role } from './role'
import { inMeasures, measuresHere } from './measures-here'

/** What an action answers: done, or a sentence for each field at fault. Nothing was written in the second case. */
export type Attempt<T = null> =
  | { ok: true; value: T }
  | {
      ok: false
      problems: EntryProblem[]
      /** What stood had been changed elsewhere: the stamp of what stands now. */ overtaken?: string
    }

/**
 * Runs a write and turns refusals into sentences; a fault of ours is thrown on. `may`: who may do this, the keeper alone unless it says so: a
 * helper’s phone writes rounds, feeding and notes.
 */
export async function attempt<T>(
  write: () => Promise<T>,
  may: Role = 'keeper',
): Promise<Attempt<T>> {
  try {
    if (may === 'keeper' && (await roleHere()) === 'helper') throw new EntryRefused(HELPER_MAY_NOT)
    return { ok: true, value: await inMeasures(await measuresHere(), write) }
  } catch (error) {
    if (error instanceof Overtaken)
      return { ok: false, problems: error.problems, overtaken: error.stamp }
    if (error instanceof EntryRefused) return { ok: false, problems: error.problems }
    if (error instanceof ValidationError) {
      const inner = error.inner.length > 0 ? error.inner : [error]
      return {
        ok: false,
        problems: inner.map((problem) => ({ field: problem.path ?? '', says: problem.message })),
      }
    }
    throw error
  }
}
