'use server'

import type { Attempt } from '@/data/border/attempt'
import { written } from '@/data/border/sending'
import { database } from '@/data/database'
import { setOnBench } from '@/data/bench'

/** Puts a tank away from the bench, or back on it. Its record stays as it is. */
export async function putAway(slug: string, away: boolean): Promise<Attempt> {
  return written(async () => {
    await setOnBench(await database(), slug, away !== true)
    return null
  })
}
