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
    return { ok: false, problems: refusalIn(error) }
  }
}

/** The same for what is only read: its value, or its problems. */
export function problemsOf<T>(
  read: () => T,
): { ok: true; value: T } | { ok: false; problems: EntryProblem[] } {
  try {
    return { ok: true, value: read() }
  } catch (error) {
    return { ok: false, problems: refusalIn(error) }
  }
}

/** What was refused, by an error that says so; another one is a fault of ours, and thrown on. */
function refusalIn(error: unknown): EntryProblem[] {
  if (error instanceof EntryRefused) return error.problems
  if (!(error instanceof ValidationError)) throw error
  const inner = error.inner.length > 0 ? error.inner : [error]
  return inner.map((problem) => ({ field: problem.path ?? '', says: problem.message }))
}
