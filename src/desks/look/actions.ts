'use server'

import { randomUUID } from 'node:crypto'
import { revalidatePath } from 'next/cache'
import { attempt, type Attempt } from '@/data/border/attempt'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { addEntries } from '@/data/entries'

/** Writes down that the keeper sees a finding otherwise. */
export async function disagree(slug: string, finding: string, why: string): Promise<Attempt> {
  const at = now()
  const answer = await attempt(async () => {
    await addEntries(await database(), slug, [{ id: randomUUID(), kind: 'disagreement', at, certainty: 'measured', by: 'keeper', note: null, expected: null, finding, why }], at)
    return null
  })
  if (answer.ok) revalidatePath('/', 'layout')
  return answer
}
