import type { Temporary } from '@/core/history/dated'
import type { EquipmentRecord } from '@/core/history/equipment'
import { setEquipment, withFact, withNewFact, type Since } from '@/core/history/facts'
import { equipmentOn } from '@/core/history/tank-at'
import type { TankHistory } from '@/core/history/types'
import { dayOf, type Instant } from '@/core/quantity/time'
import { actOn, saying } from '../acts'
import type { Database } from '../db'
import { EntryRefused } from '../refused'
import { refuseOvertaken } from '../stamp'
import { refuseEndBeforeBegin } from './for-a-while'
import type { Saying } from './saying'

type Setting = EquipmentRecord['settings'][number]['is']
/** Adds a thing that serves the tank, from the day of its first setting on. A name may stand once. Throws ValidationError or EntryRefused. */
export async function addEquipment(
  db: Database,
  slug: string,
  thing: EquipmentRecord,
  now: Instant,
): Promise<void> {
  const [first, ...later] = thing.settings
  const act = { id: `${thing.id}.came`, kind: 'change', holdsFrom: first.from, now } as const
  await actOn(db, slug, act, (story, { holdsFrom }) => {
    if (story.equipment.some((other) => other.id === thing.id)) return null
    refuseNamesake(story, thing)
    refuseUnknownService(story, thing.servesId)
    refuseEndBeforeBegin(first.temporary, holdsFrom)
    const came = {
      ...thing,
      settings: [{ ...first, from: holdsFrom }, ...later],
    } as EquipmentRecord
    return { story: withNewFact(story, 'equipment', came) }
  })
}

/** What the keeper says of a thing and how it is set; a setting of null: it is off. */
export interface SaidEquipment {
  name: string
  servesId: string | null
  setting: Setting
  since: Since
  temporary: Temporary | null
}

/** Writes how a thing is set: all along, or since a day; for a while only, if there is an end. Throws ValidationError or EntryRefused. */
export async function sayEquipment(
  db: Database,
  slug: string,
  equipmentId: string,
  { name, servesId, setting, since: asked, temporary }: SaidEquipment,
  { id, seen, now: askedAt }: Saying,
): Promise<void> {
  await actOn(db, slug, saying(id, asked, askedAt), (story, { now, holdsFrom: since }) => {
    const before = findThing(story, equipmentId)
    refuseOvertaken(
      seen,
      before,
      () => `${before.name} was set otherwise elsewhere meanwhile. Yours is not written yet.`,
    )
    refuseNamesake(story, { ...before, name })
    refuseUnknownService(story, servesId)
    if (since !== null && dayOf(since) < dayOf(before.settings[0].from))
      throw new EntryRefused([
        { field: 'holdsFrom', says: `${before.name} was not there yet on that day.` },
      ])
    refuseEndBeforeBegin(temporary, since)
    const today = dayOf(now)
    const stood = equipmentOn(before, today)?.setting ?? null
    const same = JSON.stringify(stood) === JSON.stringify(setting) && temporary === null
    return {
      story: withFact(story, 'equipment', equipmentId, (thing) => ({
        ...(same ? thing : setEquipment(thing, setting, since, today, temporary)),
        name,
        servesId,
      })),
    }
  })
}

/** Takes a thing away from `at` on; its record stays. Throws EntryRefused. */
export async function takeAway(
  db: Database,
  slug: string,
  equipmentId: string,
  at: Instant,
  { id, now }: Omit<Saying, 'seen'>,
): Promise<void> {
  const act = { id, kind: 'change', holdsFrom: at, now } as const
  await actOn(db, slug, act, (story, { holdsFrom }) => {
    const before = findThing(story, equipmentId)
    if (before.endedAt !== null) return null
    if (dayOf(holdsFrom) < dayOf(before.settings[0].from))
      throw new EntryRefused([
        { field: 'endedOn', says: `${before.name} was not there yet on that day.` },
      ])
    return {
      story: withFact(story, 'equipment', equipmentId, (thing) => ({
        ...thing,
        endedAt: holdsFrom,
      })),
    }
  })
}

function findThing(story: TankHistory, equipmentId: string): EquipmentRecord {
  const found = story.equipment.find((thing) => thing.id === equipmentId)
  if (!found)
    throw new EntryRefused([
      { field: 'name', says: 'This thing is not among the equipment of this tank.' },
    ])
  return found
}

function refuseNamesake({ equipment }: TankHistory, { id, name }: EquipmentRecord): void {
  if (
    equipment.some(
      (other) =>
        other.id !== id &&
        other.endedAt === null &&
        other.name.toLowerCase() === name.toLowerCase(),
    )
  )
    throw new EntryRefused([{ field: 'name', says: `Another thing here is called “${name}”.` }])
}

function refuseUnknownService({ equipment }: TankHistory, servesId: string | null): void {
  if (servesId !== null && !equipment.some((thing) => thing.id === servesId))
    throw new EntryRefused([
      { field: 'servesId', says: 'What it serves is not among the equipment of this tank.' },
    ])
}
