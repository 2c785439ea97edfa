'use server'

import { revalidatePath } from 'next/cache'
import type { Attempt } from '@/data/border/attempt'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { writeDisagreement } from '@/data/disagree'

/** Writes down that the keeper sees a finding otherwise. */
export async function disagree(slug: string, finding: string, why: string): Promise<Attempt> {
  const answer = await writeDisagreement(await database(), slug, finding, why, now())
  if (answer.ok) revalidatePath('/', 'layout')
  return answer
}
