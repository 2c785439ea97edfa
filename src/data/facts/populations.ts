import type { Entry } from '@/core/journal/entry'
import { withFact, withNewFact } from '@/core/history/facts'
import type { Population } from '@/core/history/types'
import { dayOf, type Instant } from '@/core/quantity/time'
import { actOn } from '../acts'
import type { Database } from '../db'
import { EntryRefused } from '../refused'
import { refuseEndBeforeBegin } from './for-a-while'

/** Adds animals of a kind, with their first count as an entry. A name may stand once in a tank. Throws ValidationError or EntryRefused. */
export async function addPopulation(
  db: Database,
  slug: string,
  population: Population,
  count: number,
  now: Instant,
): Promise<void> {
  const { id, since } = population
  const act = { id: `${id}.came`, kind: 'change', holdsFrom: since, now } as const
  await actOn(db, slug, act, (story, { holdsFrom }) => {
    if (story.populations.some((other) => other.id === id)) return null
    refuseNamesake(story.populations, population)
    refuseEndBeforeBegin(population.temporary, holdsFrom)
    const came = { ...population, since: holdsFrom }
    return {
      story: withNewFact(story, 'populations', came),
      entries: [firstCount(came, count)],
      told: true,
    }
  })
}

const firstCount = ({ id, since }: Population, count: number): Entry => ({
  id: `${id}.first`,
  kind: 'stock',
  at: since,
  certainty: 'measured',
  by: 'keeper',
  note: null,
  expected: null,
  populationId: id,
  event: 'added',
  count,
  plusMinus: 0,
  otherVesselId: null,
})

/** Refuses a second kind of animals of one name while the first lives here. Throws EntryRefused. */
function refuseNamesake(here: readonly Population[], { name, id }: Population): void {
  if (
    here.some(
      (other) =>
        other.id !== id && other.until === null && other.name.toLowerCase() === name.toLowerCase(),
    )
  )
    throw new EntryRefused([
      { field: 'name', says: `“${name}” live there already; count them in the Book.` },
    ])
}

/** What the keeper says of animals beside their number. `until`: the day none lived here any more. */
export type SaidPopulation = Pick<
  Population,
  'name' | 'kind' | 'adultLengthCm' | 'since' | 'until' | 'temporary' | 'needs' | 'toPlants'
>

/** Writes what the keeper says of animals: what is true of them on every day is put right, their end is a change. Throws ValidationError or EntryRefused. */
export async function sayPopulation(
  db: Database,
  slug: string,
  populationId: string,
  said: SaidPopulation,
  { id, now }: { id: string; now: Instant },
): Promise<void> {
  const ends = said.until
  const act = { id, kind: ends === null ? 'correction' : 'change', holdsFrom: ends, now } as const
  await actOn(db, slug, act, (story, { holdsFrom: until }) => {
    const before = story.populations.find((one) => one.id === populationId)
    if (!before)
      throw new EntryRefused([
        { field: 'name', says: 'These animals are not on the list of this tank.' },
      ])
    refuseNamesake(story.populations, { ...before, ...said })
    refuseEndBeforeBegin(said.temporary, said.since)
    if (until !== null && dayOf(until) < dayOf(said.since))
      throw new EntryRefused([{ field: 'endedOn', says: 'They had not come yet on that day.' }])
    return {
      story: withFact(story, 'populations', populationId, (one) => ({ ...one, ...said, until })),
    }
  })
}
