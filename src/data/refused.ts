import type { EntryProblem } from '@/core/journal/faults'

/** A write was refused because of what the keeper entered, or because it cannot be done now; nothing was written. */
export class EntryRefused extends Error {
  constructor(readonly problems: EntryProblem[]) {
    super(problems.map((problem) => problem.says).join(' '))
    this.name = 'EntryRefused'
  }
}
