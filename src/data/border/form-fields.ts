import type { EntryKind } from '@/core/journal/entry'
import { formField } from '@/core/journal/written'
import type { Attempt } from './attempt'

type Refused = Extract<Attempt, { ok: false }>

/** A refusal with each problem at the field of the form it was written in. */
export const atFormFields = (kind: EntryKind, answer: Refused): Refused => ({
  ...answer,
  problems: answer.problems.map((problem) => ({
    ...problem,
    field: formField(kind, problem.field),
  })),
})
