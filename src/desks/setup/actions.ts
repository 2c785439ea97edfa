'use server'

import { randomUUID } from 'node:crypto'
import { revalidatePath } from 'next/cache'
import { mixed, object, string } from 'yup'
import { currentLayout } from '@/core/history/lookup'
import { UNMEASURED, USUAL_CARE, VESSEL_KINDS, ZONES, type Species, type TankHistory, type Vessel, type Zone } from '@/core/history/types'
import { nextStake } from '@/core/layout/next-stake'
import { CATALOGUE } from '@/core/plants/catalogue'
import { attempt, type Attempt } from '@/data/border/attempt'
import { amount, SAY, words } from '@/data/border/entry-schema'
import { timeZone, vesselSchema } from '@/data/border/story-schema'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { EntryRefused } from '@/data/entries'
import { importStory } from '@/data/import-tank'
import { addPlanting } from '@/data/plantings'
import { listVessels } from '@/data/story'
import { storyOr404 } from '@/data/tank'
import { instantIn, localMoment } from '@/ui/when'

/** A day named without its hour: at the hour given, or now when that hour of today is still to come. Empty for a day that is none. */
function hourOf(zone: string, date: string, clock: string): string {
  const at = instantIn(zone, `${date}T${clock}`)
  const present = now()
  return at > present && localMoment(present, zone).slice(0, 10) === date ? present : at
}

const size = (what: string, max: number) => amount(what).moreThan(0, SAY.positive(what)).max(max, `${what} is more than Vivero reckons with (${max}).`).required(SAY.missing(what))
const day = (what: string) => string().required(SAY.missing(what)).matches(/^\d{4}-\d{2}-\d{2}$/, `${what} must be a date.`)

const tankSchema = object({
  name: words('The name', 60).required(SAY.missing('The name')),
  kind: mixed<Vessel['kind']>().oneOf([...VESSEL_KINDS], 'This is not a kind of vessel Vivero knows.').required(),
  lengthCm: size('The length', 1000), depthCm: size('The depth', 500), heightCm: size('The height', 400),
  waterlineCm: amount('The water line').min(0, 'The water line cannot be below the bottom.').required(SAY.missing('The water line')),
  groundFront: amount('The ground in front').min(0, 'The ground cannot be below the bottom.').max(200).required(SAY.missing('The ground in front')),
  groundBack: amount('The ground at the back').min(0, 'The ground cannot be below the bottom.').max(200).required(SAY.missing('The ground at the back')),
  ground: mixed<'active soil' | 'sand' | 'gravel' | 'soil under sand'>().oneOf(['active soil', 'sand', 'gravel', 'soil under sand'], 'This is not a ground Vivero knows.').required(),
  altitudeM: amount('The altitude').min(-430).max(6000, 'The altitude is above any house.').required(SAY.missing('The altitude')),
  startedOn: day('The first day'), changeEvery: size('Days between changes', 365), changePercent: amount('The change').moreThan(0, 'A change must take some water.').max(100, 'A change cannot take more than 100 % of the water.').required(SAY.missing('The change')),
  sourceName: words('The source water', 60).required(SAY.missing('The source water')), sourceNitrate: amount('Its nitrate').min(0, 'Nitrate cannot be below zero.').max(500, 'That is more than water can hold.').required(SAY.missing('Its nitrate')),
  timeZone,
}).noUnknown()

/** Puts a new tank on the bench with a bare layout, its source water and two routines. Gives its slug. */
export async function setUpTank(raw: Record<string, string>): Promise<Attempt<string>> {
  const answer = await attempt(async () => {
    const form = tankSchema.validateSync(raw, { abortEarly: false })
    const problems = []
    if (form.waterlineCm > form.heightCm) problems.push({ field: 'waterlineCm', says: 'The water line cannot stand above the rim.' })
    if (Math.max(form.groundFront, form.groundBack) >= form.heightCm) problems.push({ field: 'groundBack', says: 'The ground cannot reach the rim.' })
    const startedAt = hourOf(form.timeZone, form.startedOn, '10:00')
    if (startedAt === '') problems.push({ field: 'startedOn', says: 'That day does not exist.' })
    else if (startedAt > now()) problems.push({ field: 'startedOn', says: 'The first day cannot lie in the future.' })
    if (problems.length > 0) throw new EntryRefused(problems)
    const db = await database()
    const order = (await listVessels(db)).length + 1
    const result = await importStory(db, bareStory(form, startedAt, order))
    if (!result.ok) throw new EntryRefused([{ field: 'name', says: result.problem }])
    return result.value.slug
  })
  if (answer.ok) revalidatePath('/', 'layout')
  return answer
}

function bareStory(form: ReturnType<typeof tankSchema.validateSync>, startedAt: string, order: number): TankHistory {
  const id = randomUUID()
  const slug = form.name.toLowerCase().normalize('NFKD').replace(/[^a-z0-9]+/g, '-').replace(/^-|-$/g, '').slice(0, 50) || 'tank'
  const vessel: Vessel = {
    id, slug, name: form.name, kind: form.kind, lengthCm: form.lengthCm, depthCm: form.depthCm, heightCm: form.heightCm, waterlineCm: form.waterlineCm, glassMm: 8, altitudeM: form.altitudeM, evaporationLitresPerDay: null,
    lamp: { onAt: '10:00', hours: 8, parAtSurface: 100 }, gas: null, care: USUAL_CARE, timeZone: form.timeZone, standsAt: '', startedAt, order,
  }
  vesselSchema.validateSync(vessel, { abortEarly: false })
  return {
    vessel, species: [], plantings: [], populations: [], plans: [], entries: [],
    layouts: [{ id: randomUUID(), name: 'First layout', state: 'current', from: startedAt, to: null, hardscape: [], ground: { material: form.ground, laidAt: startedAt, profile: [{ x: 0, frontCm: form.groundFront, backCm: form.groundBack }, { x: form.lengthCm, frontCm: form.groundFront, backCm: form.groundBack }] } }],
    sources: [{ id: randomUUID(), name: form.sourceName, kind: 'tap', nitrateMgL: form.sourceNitrate, khDegrees: 5, ghDegrees: 8, pH: 7.5, temperatureC: 12, ...UNMEASURED }], products: [],
    routines: [
      { id: randomUUID(), kind: 'round', everyDays: 7, amount: null, says: 'Walk the round', since: startedAt },
      { id: randomUUID(), kind: 'water-change', everyDays: form.changeEvery, amount: form.changePercent / 100, says: `Water change, ${Math.round(form.changePercent)} %`, since: startedAt },
    ],
  }
}

const plantSchema = object({
  species: string().required(SAY.missing('The species')), name: words('The name', 80).required(SAY.missing('The name')),
  zone: mixed<Zone>().oneOf([...ZONES], 'This is not a zone Vivero knows.').required(),
  left: amount('Left edge').min(0, 'The left edge cannot be outside the glass.').required(SAY.missing('The left edge')), right: amount('Right edge').required(SAY.missing('The right edge')),
  front: amount('Front edge').min(0, 'The front edge cannot be outside the glass.').required(SAY.missing('The front edge')), back: amount('Back edge').required(SAY.missing('The back edge')),
  stems: amount('Stems or crowns').integer('Plants come in whole numbers.').min(1, 'There is one at least.').max(2000, 'That is more than fits.').required(SAY.missing('How many')),
  plantedOn: day('The day of planting'),
}).noUnknown()

/** Puts a planting on paper. Gives its stake. */
export async function plant(slug: string, raw: Record<string, string>): Promise<Attempt<string>> {
  const answer = await attempt(async () => {
    const form = plantSchema.validateSync(raw, { abortEarly: false })
    const story = await storyOr404(slug)
    const { vessel } = story
    const species: Species | undefined = [...story.species, ...Object.values(CATALOGUE)].find((candidate) => candidate.id === form.species)
    const plantedAt = hourOf(vessel.timeZone, form.plantedOn, '12:00')
    const problems = []
    if (!species) problems.push({ field: 'species', says: 'This species is not in the catalogue.' })
    if (form.right <= form.left) problems.push({ field: 'right', says: 'The right edge must lie right of the left one.' })
    if (form.right > vessel.lengthCm) problems.push({ field: 'right', says: `The tank is ${vessel.lengthCm} cm long.` })
    if (form.back <= form.front) problems.push({ field: 'back', says: 'The back edge must lie behind the front one.' })
    if (form.back > vessel.depthCm) problems.push({ field: 'back', says: `The tank is ${vessel.depthCm} cm deep.` })
    if (plantedAt === '') problems.push({ field: 'plantedOn', says: 'That day does not exist.' })
    else if (plantedAt > now()) problems.push({ field: 'plantedOn', says: 'This has not been planted yet.' })
    if (problems.length > 0 || !species) throw new EntryRefused(problems)
    const layout = currentLayout(story)
    const stake = nextStake(species.group, story.plantings.filter((planting) => planting.layoutId === layout?.id))
    const patch = [[form.left, form.front], [form.right, form.front], [form.right, form.back], [form.left, form.back]] as [number, number][]
    await addPlanting(await database(), slug, { id: randomUUID(), speciesId: species.id, stake, name: form.name, zone: form.zone, patch, stems: form.stems, perch: null, plantedAt, removedAt: null }, species)
    return stake
  })
  if (answer.ok) revalidatePath('/', 'layout')
  return answer
}
