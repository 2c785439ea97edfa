'use server'

import { mixed, object, string } from 'yup'
import { currentLayout } from '@/core/history/lookup'
import {
  PLANT_GROUPS,
  UNMEASURED,
  USUAL_CARE,
  type Species,
  type TankHistory,
  type Vessel,
} from '@/core/history/types'
import { nextStake } from '@/core/layout/next-stake'
import type { EntryProblem } from '@/core/history/problem'
import { CATALOGUE } from '@/core/plants/catalogue'
import { speciesFromKin } from '@/core/plants/kin'
import { slugOf } from '@/core/quantity/slug'
import type { Attempt } from '@/data/border/attempt'
import { amount, SAY, words } from '@/data/border/entry-schema'
import { parseSending, textFields, written } from '@/data/border/sending'
import { vesselSchema } from '@/data/border/story-schema'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { EntryRefused } from '@/data/refused'
import { importStory } from '@/data/import-tank'
import { addPlanting, listSpecies } from '@/data/plantings'
import { listVessels } from '@/data/story'
import { storyOrRefuse } from '@/data/tank'
import type { Sending } from '@/core/history/sending'
import { ANOTHER } from './form-groups'
import {
  boxProblems,
  day,
  factsOf,
  GLASS,
  glassProblems,
  patchOf,
  perchOf,
  PLANTING,
  plantedAtOf,
  size,
  startedAtOf,
} from './fields'

const tankSchema = object({
  ...GLASS,
  groundFront: amount('The ground in front')
    .min(0, 'The ground cannot be below the bottom.')
    .max(200)
    .required(SAY.missing('The ground in front')),
  groundBack: amount('The ground at the back')
    .min(0, 'The ground cannot be below the bottom.')
    .max(200)
    .required(SAY.missing('The ground at the back')),
  ground: mixed<'active soil' | 'sand' | 'gravel' | 'soil under sand'>()
    .oneOf(
      ['active soil', 'sand', 'gravel', 'soil under sand'],
      'This is not a ground Vivero knows.',
    )
    .required(),
  startedOn: day('The first day'),
  changeEvery: size('Days between changes', 365),
  changePercent: amount('The change')
    .moreThan(0, 'A change must take some water.')
    .max(100, 'A change cannot take more than 100 % of the water.')
    .required(SAY.missing('The change')),
  sourceName: words('The source water', 60).required(SAY.missing('The source water')),
  sourceNitrate: amount('Its nitrate')
    .min(0, 'Nitrate cannot be below zero.')
    .max(500, 'That is more than water can hold.')
    .required(SAY.missing('Its nitrate')),
}).noUnknown()

/** Puts a new tank on the bench with a bare layout, its source water and two routines. Gives its slug. */
export async function setUpTank(
  raw: Record<string, string>,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const { id } = parseSending(sending)
    const form = tankSchema.validateSync(textFields(raw), { abortEarly: false })
    const problems = glassProblems(form)
    if (Math.max(form.groundFront, form.groundBack) >= form.heightCm)
      problems.push({ field: 'groundBack', says: 'The ground cannot reach the rim.' })
    const { startedAt, problems: dayProblems } = startedAtOf(form.startedOn, form.timeZone)
    problems.push(...dayProblems)
    if (problems.length > 0) throw new EntryRefused(problems)
    const db = await database()
    const order = (await listVessels(db)).length + 1
    const result = await importStory(db, bareStory(form, id, startedAt, now(), order))
    if (!result.ok) throw new EntryRefused([{ field: 'name', says: result.problem }])
    return result.value.slug
  })
}

function bareStory(
  form: ReturnType<typeof tankSchema.validateSync>,
  id: string,
  startedAt: string,
  writtenAt: string,
  order: number,
): TankHistory {
  const vessel: Vessel = {
    ...factsOf(form),
    id,
    slug: slugOf(form.name, 50) || 'tank',
    glassMm: 8,
    evaporationLitresPerDay: null,
    care: USUAL_CARE,
    startedAt,
    order,
  }
  vesselSchema.validateSync(vessel, { abortEarly: false })
  return {
    vessel,
    species: [],
    plantings: [],
    populations: [],
    plans: [],
    entries: [],
    layouts: [
      {
        id: `${id}.layout`,
        name: 'First layout',
        state: 'current',
        from: startedAt,
        to: null,
        hardscape: [],
        ground: {
          material: form.ground,
          laidAt: startedAt,
          profile: [
            { x: 0, frontCm: form.groundFront, backCm: form.groundBack },
            { x: form.lengthCm, frontCm: form.groundFront, backCm: form.groundBack },
          ],
        },
      },
    ],
    sources: [
      {
        id: `${id}.water`,
        name: form.sourceName,
        kind: 'tap',
        nitrateMgL: form.sourceNitrate,
        khDegrees: 5,
        ghDegrees: 8,
        pH: 7.5,
        temperatureC: 12,
        ...UNMEASURED,
      },
    ],
    products: [],
    // Reckoned from the day the tank comes to the bench: an old tank is not months late with what nobody asked of it.
    routines: [
      {
        id: `${id}.round`,
        kind: 'round',
        everyDays: 7,
        amount: null,
        says: 'Walk the round',
        since: writtenAt,
      },
      {
        id: `${id}.change`,
        kind: 'water-change',
        everyDays: form.changeEvery,
        amount: form.changePercent / 100,
        says: `Water change, ${Math.round(form.changePercent)} %`,
        since: writtenAt,
      },
    ],
  }
}

const plantSchema = object({
  species: string().required(SAY.missing('The species')),
  newName: words('The name', 80).default(''),
  newHeight: amount('The height')
    .moreThan(0, SAY.positive('The height'))
    .max(300, 'No water plant grows so tall.')
    .nullable()
    .default(null),
  newTint: mixed<Species['leaf']['tint']>()
    .oneOf(['green', 'olive', 'red', 'pale'], 'This is not a colour Vivero draws.')
    .default('green'),
  ...PLANTING,
}).noUnknown()

/** Puts a planting on paper. Gives its stake. */
export async function plant(
  slug: string,
  raw: Record<string, string>,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const { id } = parseSending(sending)
    const form = plantSchema.validateSync(textFields(raw), { abortEarly: false })
    const story = await storyOrRefuse(slug)
    const planted = story.plantings.find((planting) => planting.id === id)
    if (planted) return planted.stake
    const layout = currentLayout(story)
    const { species, problems: speciesProblems } = speciesFor(form, [
      ...story.species,
      ...Object.values(CATALOGUE),
      ...(await listSpecies(await database())),
    ])
    const { plantedAt, problems: dayProblems } = plantedAtOf(form.plantedOn, story.vessel.timeZone)
    const { perch, problems: perchProblems } = perchOf(form, story, layout?.hardscape ?? [])
    const problems = [
      ...speciesProblems,
      ...boxProblems(form, story.vessel),
      ...dayProblems,
      ...perchProblems,
    ]
    if (problems.length > 0 || !species) throw new EntryRefused(problems)
    const stake = nextStake(
      species.group,
      story.plantings.filter((planting) => planting.layoutId === layout?.id),
    )
    await addPlanting(
      await database(),
      slug,
      {
        id,
        speciesId: species.id,
        stake,
        name: form.name,
        zone: form.zone,
        patch: patchOf(form),
        stems: form.stems,
        perch,
        plantedAt,
        removedAt: null,
      },
      species,
    )
    return stake
  })
}

/** The species a form names, or one made from what it says of another. */
function speciesFor(
  form: ReturnType<typeof plantSchema.validateSync>,
  known: readonly Species[],
): { species: Species | undefined; problems: EntryProblem[] } {
  if (!form.species.startsWith(ANOTHER)) {
    const species = known.find((candidate) => candidate.id === form.species)
    return {
      species,
      problems: species
        ? []
        : [{ field: 'species', says: 'This species is not in the catalogue.' }],
    }
  }
  const group = PLANT_GROUPS.find((candidate) => candidate === form.species.slice(ANOTHER.length))
  if (!group)
    return {
      species: undefined,
      problems: [{ field: 'species', says: 'This is not a kind of plant Vivero knows.' }],
    }
  if (form.newName === '')
    return { species: undefined, problems: [{ field: 'newName', says: 'What is it called?' }] }
  const fresh = speciesFromKin(form.newName, group, form.newHeight, form.newTint)
  return { species: known.find((candidate) => candidate.id === fresh.id) ?? fresh, problems: [] }
}
