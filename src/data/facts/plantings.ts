import { untilWritten } from '../until-written'
import { asc } from 'drizzle-orm'
import type { Temporary } from '@/core/history/dated'
import { endPlanting, saidOf, withFact, withNewFact, type Since } from '@/core/history/facts'
import { layoutOn, plantingAsLastSeen } from '@/core/history/tank-at'
import type { Fate, PlantingRecord, PlantingSpot, Species, TankHistory } from '@/core/history/types'
import { dayOf, type Instant } from '@/core/quantity/time'
import { actOn, saying } from '../acts'
import { speciesSchema } from '../border/story-schema'
import type { Database } from '../db'
import { EntryRefused } from '../refused'
import * as t from '../schema'
import { refuseOvertaken } from '../stamp'
import { refuseEndBeforeBegin } from './for-a-while'
import { speciesOfRow } from '../story-rows'
import type { Saying } from './saying'

/** Every species any tank here grows, by name. */
export async function listSpecies(db: Database): Promise<Species[]> {
  return untilWritten(db, 'species', async () =>
    (await db.select().from(t.species).orderBy(asc(t.species.name))).map(speciesOfRow),
  )
}

/** The story with kinds it may not know yet, each put into the catalogue of this house if it is not there: a planting must never speak of a kind that nobody holds. */
export async function withSpecies(
  story: TankHistory,
  tx: Database,
  species: readonly Species[],
): Promise<TankHistory> {
  const fresh = species.filter(({ id }) => !story.species.some((other) => other.id === id))
  if (fresh.length === 0) return story
  await tx
    .insert(t.species)
    .values(fresh.map((one) => speciesSchema.validateSync(one) as Species))
    .onConflictDoNothing()
  return { ...story, species: [...story.species, ...fresh] }
}

/** Puts a planting into the tank; its kinds (`species`) are added to the catalogue if they are not there. The stake must be free. */
export async function addPlanting(
  db: Database,
  slug: string,
  planting: PlantingRecord,
  species: readonly Species[],
  now: Instant,
): Promise<void> {
  const [first, ...later] = planting.stands
  const act = {
    id: `${planting.id}.planted`,
    kind: 'change',
    holdsFrom: first.from,
    now,
  } as const
  await actOn(db, slug, act, async (story, written, tx) => {
    if (story.plantings.some((other) => other.id === planting.id)) return null
    if (!layoutOn(story, dayOf(written.now)))
      throw new EntryRefused([
        { field: 'name', says: 'This tank has no current layout to plant in.' },
      ])
    if (story.plantings.some((other) => other.stake === planting.stake && other.ended === null))
      throw new EntryRefused([{ field: 'stake', says: `The stake ${planting.stake} is taken.` }])
    refuseEndBeforeBegin(first.temporary, written.holdsFrom)
    const planted = { ...planting, stands: [{ ...first, from: written.holdsFrom }, ...later] }
    return { story: withNewFact(await withSpecies(story, tx, species), 'plantings', planted) }
  })
}

/** What the keeper says of a planting. */
export interface SaidPlanting {
  identity: Pick<PlantingRecord, 'name' | 'kinds' | 'origin' | 'parentIds'>
  spot: Omit<PlantingSpot, 'layoutId'>
  plantedAt: Instant
  since: Since
  /** Only for a while, from `since` on. */
  temporary: Temporary | null
  /** Its kinds, some of which nobody here may have grown yet. */
  species: readonly Species[]
}
/** Writes what the keeper says of a planting: what it is, since when, where it stands and how much of it. Throws ValidationError or EntryRefused. */
export async function sayPlanting(
  db: Database,
  slug: string,
  plantingId: string,
  { identity, spot, plantedAt, since: asked, temporary, species }: SaidPlanting,
  { id, seen, now: askedAt }: Saying,
): Promise<void> {
  await actOn(db, slug, saying(id, asked, askedAt), async (stood, written, tx) => {
    const { now, holdsFrom: since } = written
    const story = await withSpecies(stood, tx, species)
    const before = findPlanting(story, plantingId)
    const shown = plantingAsLastSeen(before, dayOf(now))
    refuseOvertaken(
      seen,
      before,
      () =>
        `${before.stake} was changed elsewhere meanwhile: ${before.name}, ${shown.stems} in the ${shown.zone}. Yours is not written yet.`,
    )
    if (since !== null && dayOf(since) < dayOf(plantedAt))
      throw new EntryRefused([
        { field: 'holdsFrom', says: `${before.stake} was not planted yet on that day.` },
      ])
    refuseEndBeforeBegin(temporary, since)
    const stands = withFirstFrom(before, plantedAt)
    const next = { ...spot, layoutId: shown.layoutId }
    return {
      story: withFact(story, 'plantings', plantingId, (planting) => ({
        ...planting,
        ...identity,
        stands:
          sameSpot(shown, next) && temporary === null
            ? stands
            : saidOf(stands, next, since, dayOf(now), temporary),
      })),
    }
  })
}

/** The versions of a planting planted on another day than was written. */
function withFirstFrom({ stands, stake }: PlantingRecord, plantedAt: Instant) {
  const [first, second] = stands
  if (first.from === plantedAt) return stands
  if (second && dayOf(second.from) <= dayOf(plantedAt))
    throw new EntryRefused([
      {
        field: 'plantedOn',
        says: `${stake} was changed on ${second.from.slice(0, 10)}; it was planted before that.`,
      },
    ])
  return [{ ...first, from: plantedAt }, ...stands.slice(1)]
}

const sameSpot = (a: PlantingSpot, b: PlantingSpot) =>
  a.zone === b.zone &&
  a.stems === b.stems &&
  a.perch?.hardscapeId === b.perch?.hardscapeId &&
  a.perch?.heightCm === b.perch?.heightCm &&
  JSON.stringify(a.patch) === JSON.stringify(b.patch)

/** Takes a planting out of the tank for good, with what became of it. Its record stays. Throws EntryRefused. */
export async function pullOut(
  db: Database,
  slug: string,
  plantingId: string,
  { at, became }: { at: Instant; became: Fate },
  { id, now }: Omit<Saying, 'seen'>,
): Promise<void> {
  const act = { id, kind: 'change', holdsFrom: at, now } as const
  await actOn(db, slug, act, (story, { holdsFrom }) => {
    const before = findPlanting(story, plantingId)
    if (before.ended !== null) return null
    if (dayOf(holdsFrom) < dayOf(before.stands[0].from))
      throw new EntryRefused([
        { field: 'removedOn', says: `${before.stake} was not planted yet on that day.` },
      ])
    return {
      story: withFact(story, 'plantings', plantingId, (planting) =>
        endPlanting(planting, holdsFrom, became),
      ),
    }
  })
}

/** A planting that was not pulled out after all. Throws EntryRefused. */
export async function standsStill(
  db: Database,
  slug: string,
  plantingId: string,
  { id, now }: Omit<Saying, 'seen'>,
): Promise<void> {
  await actOn(db, slug, { id, kind: 'correction', holdsFrom: null, now }, (story) => {
    const before = findPlanting(story, plantingId)
    if (before.ended === null) return null
    const twin = story.plantings.find(
      (other) => other.stake === before.stake && other.ended === null,
    )
    if (twin)
      throw new EntryRefused([
        { field: 'planting', says: `The stake ${before.stake} marks ${twin.name} by now.` },
      ])
    return {
      story: withFact(story, 'plantings', plantingId, (planting) => ({ ...planting, ended: null })),
    }
  })
}

function findPlanting(story: TankHistory, plantingId: string): PlantingRecord {
  const found = story.plantings.find((planting) => planting.id === plantingId)
  if (!found)
    throw new EntryRefused([{ field: 'planting', says: 'This planting is not in this tank.' }])
  return found
}
