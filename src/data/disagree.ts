import type { Instant } from '@/core/quantity/time'
import { addEntries } from './entries'
import type { Database } from './db'

/** Writes down that the keeper sees a finding otherwise, and why: an entry like any other. Throws ValidationError or EntryRefused. */
export async function writeDisagreement(
  db: Database,
  slug: string,
  { id, finding, why }: { id: string; finding: string; why: string },
  at: Instant,
): Promise<null> {
  await addEntries(
    db,
    slug,
    [
      {
        id,
        kind: 'disagreement',
        at,
        certainty: 'measured',
        by: 'keeper',
        note: null,
        expected: null,
        finding,
        why,
      },
    ],
    at,
  )
  return null
}
