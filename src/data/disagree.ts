import { randomUUID } from 'node:crypto'
import type { Instant } from '@/core/quantity/time'
import { attempt, type Attempt } from './border/attempt'
import { addEntries } from './entries'
import type { Database } from './open'

/** Writes down that the keeper sees a finding otherwise, and why: an entry like any other. */
export function writeDisagreement(db: Database, slug: string, finding: string, why: string, at: Instant): Promise<Attempt> {
  return attempt(async () => {
    await addEntries(db, slug, [{ id: randomUUID(), kind: 'disagreement', at, certainty: 'measured', by: 'keeper', note: null, expected: null, finding, why }], at)
    return null
  })
}
