import { withFact, withNewFact } from '@/core/history/facts'
import { routineName } from '@/core/history/routine.words'
import { routinesAt } from '@/core/history/lookup'
import type { Routine, TankHistory } from '@/core/history/types'

import { actOn } from '../acts'
import type { Database } from '../db'
import { EntryRefused } from '../refused'
import { refuseOvertaken } from '../stamp'
import type { Saying } from './saying'

/** Sets the routine of water changes: the rhythm that is due on the bench. A tank that had none gets one. */
export async function setChangeRoutine(
  db: Database,
  slug: string,
  { everyDays, fraction }: { everyDays: number; fraction: number },
  { id, seen, now: asked }: Saying,
): Promise<void> {
  const act = { id: `${id}.act`, kind: 'change', holdsFrom: asked, now: asked } as const
  await actOn(db, slug, act, (story, { now }) => {
    const before = routinesAt(story, now).find((routine) => routine.kind === 'water-change')
    if (before && before.everyDays === everyDays && before.amount === fraction) return null
    refuseOvertaken(
      seen,
      before ?? null,
      () =>
        `Another rhythm was made the routine meanwhile: “${before ? routineName(before, story.equipment) : 'none'}”. Yours is not written yet.`,
    )
    const next = { everyDays, amount: fraction, says: null }
    return {
      story: before
        ? withFact(story, 'routines', before.id, (routine) => ({ ...routine, ...next }))
        : withNewFact(story, 'routines', {
            id,
            kind: 'water-change',
            ...next,
            since: now,
            until: null,
            equipmentId: null,
          }),
    }
  })
}

/** Makes a routine, or says an old one otherwise; with an `until` it is ended. Throws ValidationError or EntryRefused. */
export async function sayRoutine(
  db: Database,
  slug: string,
  routine: Routine,
  { id, seen, now }: Saying,
): Promise<void> {
  const act = { id: `${id}.act`, kind: 'change', holdsFrom: now, now } as const
  await actOn(db, slug, act, (story, written) => {
    refuseUnknownThing(story, routine)
    const before = story.routines.find((other) => other.id === routine.id)
    const said = {
      ...routine,
      since: written.of(routine.since),
      until: routine.until && written.of(routine.until),
    }
    if (!before) return { story: withNewFact(story, 'routines', said) }
    refuseOvertaken(
      seen,
      before,
      () =>
        `“${routineName(before, story.equipment)}” was changed elsewhere meanwhile. Yours is not written yet.`,
    )
    return { story: withFact(story, 'routines', routine.id, () => said) }
  })
}

function refuseUnknownThing({ equipment }: TankHistory, { equipmentId }: Routine): void {
  if (equipmentId !== null && !equipment.some((thing) => thing.id === equipmentId))
    throw new EntryRefused([
      { field: 'equipmentId', says: 'That thing is not among the equipment of this tank.' },
    ])
}
