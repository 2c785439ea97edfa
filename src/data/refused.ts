import type { EntryProblem } from '@/core/journal/faults'

/** A write was refused because of what the keeper entered, or because it cannot be done now; nothing was written. */
export class EntryRefused extends Error {
  constructor(readonly problems: EntryProblem[]) {
    super(problems.map((problem) => problem.says).join(' '))
    this.name = 'EntryRefused'
  }
}

/** What can hardly be is asked about before anything is written; what is to be asked of several lines is asked once. Throws EntryRefused. */
export function askFirst(questions: readonly string[]): void {
  if (questions.length > 0)
    throw new EntryRefused([...new Set(questions)].map((says) => ({ field: 'question', says })))
}
