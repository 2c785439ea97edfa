'use server'

import { mixed, object } from 'yup'
import { since } from '@/core/history/dated'
import { gasRecord, lampRecord, sourceRecord } from '@/core/history/records'
import { UNMEASURED, USUAL_CARE, type TankHistory } from '@/core/history/types'
import { slugOf } from '@/core/quantity/slug'
import type { Attempt } from '@/data/border/attempt'
import { amount, words } from '@/data/border/values'
import { SAY } from '@/core/journal/faults'
import { parseSending, textFields, written } from '@/data/border/sending'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { EntryRefused } from '@/data/refused'
import { importStory } from '@/data/import-tank'
import { listVessels } from '@/data/story'
import type { Sending } from '@/core/history/sending'
import { day, gasProblems, GLASS, glassOf, glassProblems, LIGHT, size, startedAtOf } from './fields'

const tankSchema = object({
  ...GLASS,
  ...LIGHT,
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
    .nullable()
    .default(null),
}).noUnknown()

/** What is not asked of land cannot be wrong there, whatever stood in the form before it was land. */
const NOT_OF_LAND = {
  ...{ waterlineCm: '0', sourceName: 'none', sourceNitrate: '', gasOn: '', gasOff: '' },
  ...{ changeEvery: '7', changePercent: '40' },
}
const withoutWater = (fields: Record<string, unknown>) =>
  fields.kind === 'terrarium' ? { ...fields, ...NOT_OF_LAND } : fields

/** Puts a new tank on the bench with a bare layout, its source water and two routines; land has neither water nor changes of it. Gives its slug. */
export async function setUpTank(
  raw: Record<string, string>,
  sending: Sending,
  stands = false,
): Promise<Attempt<string>> {
  return written(async () => {
    const { id } = parseSending(sending)
    const form = tankSchema.validateSync(withoutWater(textFields(raw)), { abortEarly: false })
    const problems = [...glassProblems(form), ...gasProblems(form)]
    if (Math.max(form.groundFront, form.groundBack) >= form.heightCm)
      problems.push({ field: 'groundBack', says: 'The ground cannot reach the rim.' })
    const { startedAt, problems: dayProblems } = startedAtOf(form.startedOn, form.timeZone)
    problems.push(...dayProblems)
    if (problems.length > 0) throw new EntryRefused(problems)
    const db = await database()
    const tanks = await listVessels(db)
    const named = tanks.some((one) => one.name.toLowerCase() === form.name.toLowerCase())
    const sentBefore = tanks.some((one) => one.id === id)
    if (named && !sentBefore && stands !== true)
      throw new EntryRefused([
        {
          field: 'question',
          says: `A ${form.name} stands on the bench already. Another of that name?`,
        },
      ])
    const order = tanks.length + 1
    const result = await importStory(db, bareStory(form, id, startedAt, now(), order))
    if (!result.ok) throw new EntryRefused([{ field: 'name', says: result.problem }])
    return result.value.slug
  })
}

function bareStory(
  form: TankForm,
  id: string,
  startedAt: string,
  writtenAt: string,
  order: number,
): TankHistory {
  const dry = form.kind === 'terrarium'
  return {
    vessel: {
      id,
      slug: slugOf(form.name, 50) || 'tank',
      name: form.name,
      kind: form.kind,
      altitudeM: form.altitudeM,
      timeZone: form.timeZone,
      standsAt: '',
      glass: [since(startedAt, glassOf(form))],
      care: [since(startedAt, USUAL_CARE)],
      startedAt,
      order,
    },
    species: [],
    plantings: [],
    pieces: [],
    populations: [],
    plans: [],
    drafts: [],
    entries: [],
    equipment: [
      lampRecord(
        `${id}.lamp`,
        { onAt: form.lampOn, hours: form.lampHours, parAtSurface: form.parAtSurface },
        startedAt,
      ),
      ...(!dry && form.gasOn && form.gasOff
        ? [gasRecord(`${id}.gas`, { onAt: form.gasOn, offAt: form.gasOff }, startedAt)]
        : []),
    ],
    layouts: [
      {
        id: `${id}.layout`,
        name: 'First layout',
        draft: false,
        from: startedAt,
        to: null,
        ground: [
          since(startedAt, {
            material: form.ground,
            laidAt: startedAt,
            profile: [
              { x: 0, frontCm: form.groundFront, backCm: form.groundBack },
              { x: form.lengthCm, frontCm: form.groundFront, backCm: form.groundBack },
            ],
          }),
        ],
      },
    ],
    sources: dry ? [] : [sourceOf(form, id, startedAt)],
    products: [],
    // Reckoned from the day the tank comes to the bench: an old tank is not months late with what nobody asked of it.
    routines: [
      {
        id: `${id}.round`,
        kind: 'round',
        everyDays: 7,
        amount: null,
        says: null,
        since: writtenAt,
        until: null,
        equipmentId: null,
      },
      ...(dry ? [] : [changesOf(form, id, writtenAt)]),
    ],
  }
}

type TankForm = ReturnType<typeof tankSchema.validateSync>
/** The water a new tank is filled with. What nobody entered is unknown. */
const sourceOf = ({ sourceName, sourceNitrate }: TankForm, id: string, startedAt: string) =>
  sourceRecord(
    {
      id: `${id}.water`,
      name: sourceName,
      kind: 'tap',
      nitrateMgL: sourceNitrate,
      khDegrees: null,
      ghDegrees: null,
      pH: null,
      temperatureC: null,
      ...UNMEASURED,
    },
    startedAt,
  )
const changesOf = (
  { changeEvery, changePercent }: TankForm,
  id: string,
  writtenAt: string,
): TankHistory['routines'][number] => ({
  id: `${id}.change`,
  kind: 'water-change',
  everyDays: changeEvery,
  amount: changePercent / 100,
  says: null,
  since: writtenAt,
  until: null,
  equipmentId: null,
})
