'use server'

import { type Attempt } from '@/data/border/attempt'
import { parseId, written } from '@/data/border/sending'
import { database } from '@/data/database'
import { setTakenBack } from '@/data/imported-files'

/** Takes a file that was read into a tank back, whole, or brings it back. */
export async function takeBack(slug: string, fileId: string, back: boolean): Promise<Attempt> {
  return written(async () => {
    await setTakenBack(await database(), slug, parseId(fileId), back === true)
    return null
  })
}
