import { versionOn } from '@/core/history/dated'
import { saidOf, withFact, type Since } from '@/core/history/facts'
import { layoutOn } from '@/core/history/tank-at'
import type { Ground } from '@/core/history/types'
import { dayOf, type Instant } from '@/core/quantity/time'
import { actOn, saying } from '../acts'
import type { Database } from '../db'
import { EntryRefused } from '../refused'

/**
 * Writes what the ground of the layout that stands is made of and how deep it lies: all along, or since a day. Where it is of another material since
 * a day it is new ground, laid then. Throws ValidationError or EntryRefused.
 */
export async function sayGround(
  db: Database,
  slug: string,
  { material, profile, laidAt }: Ground,
  asked: Since,
  { id, now: askedAt }: { id: string; now: Instant },
): Promise<void> {
  await actOn(db, slug, saying(id, asked, askedAt), (story, { now, holdsFrom: since }) => {
    const standing = layoutOn(story, dayOf(now))
    const layout = standing && story.layouts.find((one) => one.id === standing.id)
    if (!layout) throw new EntryRefused([{ field: 'material', says: 'No layout stands here.' }])
    if (since !== null && dayOf(since) < dayOf(layout.from))
      throw new EntryRefused([
        { field: 'holdsFrom', says: `“${layout.name}” did not stand yet on that day.` },
      ])
    const before = versionOn(layout.ground, dayOf(since ?? now))?.is
    const renewed = since !== null && before?.material !== material
    // Areas, layers and strips are drawn on the board: a form that asks for depths leaves them.
    const ground = { ...before, material, profile, laidAt: renewed ? since : laidAt }
    return {
      story: withFact(story, 'layouts', layout.id, (one) => ({
        ...one,
        ground: saidOf(one.ground, ground, since, dayOf(now)),
      })),
    }
  })
}
