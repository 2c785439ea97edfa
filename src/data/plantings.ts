import { asc } from 'drizzle-orm'
import type { Planting, Species } from '@/core/history/types'
import { plantingSchema, speciesSchema } from './border/story-schema'
import { EntryRefused } from './refused'
import type { Database } from './db'
import * as t from './schema'
import { writeTank } from './write'

/** Every species any tank here grows, by name. */
export async function listSpecies(db: Database): Promise<Species[]> {
  return (await db.select().from(t.species).orderBy(asc(t.species.name))) as Species[]
}

/** Adds a planting to a tank's current layout; its species is added to the catalogue if it is not there. The stake must be free. */
export async function addPlanting(
  db: Database,
  slug: string,
  planting: Omit<Planting, 'layoutId'>,
  species: Species,
): Promise<void> {
  await writeTank(db, slug, async (tx, _id, story) => {
    const layout = story.layouts.find((candidate) => candidate.state === 'current')
    if (story.plantings.some((other) => other.id === planting.id)) return false
    if (!layout)
      throw new EntryRefused([
        { field: 'name', says: 'This tank has no current layout to plant in.' },
      ])
    const checked = plantingSchema.validateSync(
      { ...planting, layoutId: layout.id },
      { abortEarly: false },
    ) as Planting
    if (
      story.plantings.some((other) => other.layoutId === layout.id && other.stake === checked.stake)
    )
      throw new EntryRefused([{ field: 'stake', says: `The stake ${checked.stake} is taken.` }])
    await tx
      .insert(t.species)
      .values(speciesSchema.validateSync(species) as Species)
      .onConflictDoNothing()
    await tx.insert(t.planting).values({
      ...checked,
      patch: checked.patch.map(([x, z]) => [x, z]),
      plantedAt: new Date(checked.plantedAt),
      removedAt: null,
    })
  })
}
