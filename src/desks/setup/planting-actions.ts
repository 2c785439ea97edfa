'use server'

import { object, string } from 'yup'
import { plantingOn } from '@/core/history/tank-at'
import { since } from '@/core/history/dated'
import {
  FATES,
  type Fate,
  type Planting,
  type Species,
  type TankHistory,
} from '@/core/history/types'
import { nextStake } from '@/core/layout/next-stake'
import { PLANT_KINDS } from '@/core/plants/kinds'
import { dayOf } from '@/core/quantity/time'
import { localMoment } from '@/core/quantity/zone'
import type { EntryProblem } from '@/core/journal/faults'
import type { Sending } from '@/core/history/sending'
import { tankNow } from '@/core/history/tank-at'
import type { Attempt } from '@/data/border/attempt'
import { SAY } from '@/core/journal/faults'
import { parseId, parseSending, textFields, written } from '@/data/border/sending'
import { askBeforeTank } from '@/data/border/before-tank'
import { dayIn, sinceOf, temporaryOf, withoutSince } from '@/data/border/since'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { addPlanting, listSpecies, pullOut, sayPlanting, standsStill } from '@/data/facts/plantings'
import { doubtsOfPlace } from '@/core/admission/doubts-of-place'
import { measuresAsked } from '@/data/border/measures-here'
import { askFirst, EntryRefused } from '@/data/refused'
import { storyOrRefuse } from '@/data/tank'
import { boxProblems, patchOf, perchOf, PLANTING, plantedAtOf } from './fields'
import { kindsFrom } from './kinds-field'
import { SPECIES_SAID, speciesFor } from '@/data/border/species-said'

type Fields = Record<string, string>

const plantingForm = object({
  species: string().required(SAY.missing('The species')),
  ...SPECIES_SAID,
  ...PLANTING,
}).noUnknown()

/** What a form says of a planting, fitted to the tank it stands in. Throws ValidationError or EntryRefused. */
async function read(slug: string, fields: Fields) {
  const form = plantingForm.validateSync(fields, { abortEarly: false })
  const story = await storyOrRefuse(slug)
  const { vessel, layout } = tankNow(story, now())
  const known = await speciesKnown(story)
  const { species, problems: speciesProblems } = speciesFor(form, known)
  const { plantedAt, problems: dayProblems } = plantedAtOf(form.plantedOn, vessel.timeZone)
  const { perch, problems: perchProblems } = perchOf(form, vessel, layout?.hardscape ?? [])
  const { kinds, problems: kindProblems } = kindsFrom(
    { speciesId: species?.id ?? '', sure: form.sure },
    form.also,
    known,
  )
  const problems: EntryProblem[] = [
    ...speciesProblems,
    ...boxProblems(form, vessel),
    ...dayProblems,
    ...perchProblems,
    ...kindProblems,
  ]
  if (problems.length === 0 && !layout)
    problems.push({ field: 'name', says: 'This tank has no current layout to plant in.' })
  if (problems.length > 0 || !species || !layout) throw new EntryRefused(problems)
  const identity = {
    name: form.name,
    kinds,
    origin: form.origin,
    parentIds: form.parent === '' ? [] : [form.parent],
  }
  const spot = { zone: form.zone, patch: patchOf(form), stems: form.stems, perch }
  const byId = new Map([...known, species].map((one) => [one.id, one]))
  const all = kinds.flatMap(({ speciesId }) => byId.get(speciesId) ?? [])
  return { form, story, layout, species, all, plantedAt, identity, spot }
}

const speciesKnown = async (story: TankHistory): Promise<Species[]> => [
  ...story.species,
  ...PLANT_KINDS.map((kind) => kind.species),
  ...(await listSpecies(await database())),
]

/** Puts a planting on paper. Gives its stake. */
export async function plant(slug: string, raw: Fields, sending: Sending): Promise<Attempt<string>> {
  return written(async () => {
    const { id } = parseSending(sending)
    const fields = textFields(raw)
    const { story, layout, species, all, plantedAt, identity, spot } = await read(
      slug,
      withoutSince(fields),
    )
    const planted = story.plantings.find((planting) => planting.id === id)
    if (planted) return planted.stake
    askBeforeTank(plantedAt, story.vessel, sending)
    askAboutPlace(spot, species, story, null, sending)
    const stake = nextStake(species.group, story.plantings)
    await addPlanting(
      await database(),
      slug,
      {
        id,
        stake,
        ...identity,
        stands: [
          since(
            plantedAt,
            { layoutId: layout.id, ...spot },
            temporaryOf(fields, story.vessel.timeZone),
          ),
        ],
        ended: null,
      },
      all,
      now(),
    )
    return stake
  })
}

/** Says what a planting is and where it stands: all along, or since a day. */
export async function sayAPlanting(
  slug: string,
  plantingId: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const { form, story, species, all, plantedAt, identity, spot } = await read(
      slug,
      withoutSince(fields),
    )
    const record = story.plantings.find((planting) => planting.id === plantingId)
    const before = record ? plantingOn(record, dayOf(now())) : null
    const zone = story.vessel.timeZone
    // The same day keeps its hour, the same box its drawing.
    const sameDay = before && localMoment(before.plantedAt, zone).slice(0, 10) === form.plantedOn
    if (!sameDay) askBeforeTank(plantedAt, story.vessel, sending)
    // What stood there all the while is not asked about again.
    if (before && !sameBox(before.patch, form))
      askAboutPlace(spot, species, story, plantingId, sending)
    await sayPlanting(
      await database(),
      slug,
      plantingId,
      {
        identity,
        spot: { ...spot, patch: before && sameBox(before.patch, form) ? before.patch : spot.patch },
        plantedAt: sameDay ? before.plantedAt : plantedAt,
        since: sinceOf(fields, zone, now()),
        temporary: temporaryOf(fields, zone),
        species: all,
      },
      { ...parseSending(sending), now: now() },
    )
    return form.name
  })
}

/** Asks once about a place that can hardly be. Throws EntryRefused with the questions. */
function askAboutPlace(
  spot: Pick<Planting, 'patch' | 'perch' | 'zone'>,
  species: Species,
  story: TankHistory,
  own: string | null,
  sending: Sending,
): void {
  if (sending.stands !== true)
    askFirst(doubtsOfPlace(spot, species, story, { at: now(), own, measures: measuresAsked() }))
}

/** Whether the edges are those of a patch already: a patch drawn finer than a box is then left as it was drawn. */
function sameBox(
  patch: Planting['patch'],
  { left, right, front, back }: { left: number; right: number; front: number; back: number },
): boolean {
  const [xs, zs] = [patch.map((point) => point[0]), patch.map((point) => point[1])]
  return (
    Math.min(...xs) === left &&
    Math.max(...xs) === right &&
    Math.min(...zs) === front &&
    Math.max(...zs) === back
  )
}

/** Takes a planting out on a day, with what became of it. */
export async function pull(
  slug: string,
  plantingId: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const { vessel } = await storyOrRefuse(slug)
    const at = dayIn(fields, 'removedOn', vessel.timeZone, now())
    const became = FATES.find((fate) => fate === fields.became) as Fate | undefined
    if (!became) throw new EntryRefused([{ field: 'became', says: 'What became of it?' }])
    const { id } = parseSending(sending)
    await pullOut(await database(), slug, parseId(plantingId), { at, became }, { id, now: now() })
    return ''
  })
}

/** It was not pulled out after all. */
export async function standsAgain(
  slug: string,
  plantingId: string,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const { id } = parseSending(sending)
    await standsStill(await database(), slug, parseId(plantingId), { id, now: now() })
    return ''
  })
}
