'use server'

import type { Attempt } from '@/data/border/attempt'
import { parseSending, written } from '@/data/border/sending'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { writeDisagreement } from '@/data/disagree'
import type { Sending } from '@/core/history/sending'

/** Writes down that the keeper sees a finding otherwise. */
export async function disagree(
  slug: string,
  finding: string,
  why: string,
  sending: Sending,
): Promise<Attempt> {
  return written(async () =>
    writeDisagreement(
      await database(),
      slug,
      { finding, why, id: parseSending(sending).id },
      now(),
    ),
  )
}
