'use server'

import { entriesOf } from '@/core/history/journal-index'
import type { Sending } from '@/core/history/sending'
import { WAIT_ENDS } from '@/core/journal/kinds/waited'
import type { Attempt } from '@/data/border/attempt'
import { parseId, parseSending, written } from '@/data/border/sending'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { addEntries } from '@/data/entries'
import { EntryRefused } from '@/data/refused'
import { storyOrRefuse } from '@/data/tank'

/** Takes a line off the waiting list, with what became of it. Its line in the book stays; struck out there, the end of the wait is undone. */
export async function waitIsOver(
  slug: string,
  waitingId: string,
  became: string,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const story = await storyOrRefuse(slug)
    const { id } = parseSending(sending)
    const known = parseId(waitingId)
    const entry = entriesOf(story.entries, 'waiting').find((one) => one.id === known)
    if (!entry)
      throw new EntryRefused([{ field: '', says: 'This is not on the waiting list (any more).' }])
    const over = entriesOf(story.entries, 'waited').find((one) => one.waitingId === known)
    if (over)
      throw new EntryRefused([
        { field: '', says: `${entry.what} waits no more already: ${over.became}.` },
      ])
    const end = WAIT_ENDS.find((one) => one === became)
    if (!end) throw new EntryRefused([{ field: '', says: 'What became of it?' }])
    const at = now()
    await addEntries(
      await database(),
      slug,
      [
        {
          id: `${id}.waited`,
          kind: 'waited',
          at,
          certainty: 'measured',
          by: 'keeper',
          note: null,
          expected: null,
          waitingId: known,
          what: entry.what,
          became: end,
        },
      ],
      at,
      { same: 'id' },
    )
    return `${entry.what}: ${end}.`
  })
}
