'use server'

import { measuresAsked } from '@/data/border/measures-here'
import { routineName } from '@/core/history/routine.words'
import { boolean, mixed, object, string } from 'yup'
import { since } from '@/core/history/dated'
import { EQUIPMENT_KINDS, type EquipmentKind, type EquipmentRecord } from '@/core/history/equipment'
import { tankNow } from '@/core/history/tank-at'
import {
  ANIMAL_KINDS,
  ROUTINE_KINDS,
  type Hardscape,
  type Population,
  type Routine,
} from '@/core/history/types'
import type { Sending } from '@/core/history/sending'
import { roughPiece } from '@/core/layout/rough-piece'
import { localMoment, NO_SUCH_DAY } from '@/core/quantity/zone'
import { groundDepth } from '@/core/vessel/ground-depth'
import { redoAct, undoAct } from '@/data/acts'
import type { Attempt } from '@/data/border/attempt'
import { amount, choice, words } from '@/data/border/values'
import { SAY } from '@/core/journal/faults'
import { parseId, parseSending, textFields, written } from '@/data/border/sending'
import { askBeforeTank } from '@/data/border/before-tank'
import { dayIn, instantOfDay, isDay, sinceOf, temporaryOf, withoutSince } from '@/data/border/since'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { addEquipment, sayEquipment, takeAway } from '@/data/facts/equipment'
import { addPiece, putPieceBack, sayPiece, takePieceOut } from '@/data/facts/pieces'
import { sayPrices } from '@/data/facts/prices'
import { addPopulation, sayPopulation } from '@/data/facts/populations'
import { sayRoutine } from '@/data/facts/routines'
import { sayVessel } from '@/data/facts/vessel'
import { EntryRefused } from '@/data/refused'
import { storyOrRefuse } from '@/data/tank'
import { placesKept } from '@/core/board/fittings'
import { settingFrom } from './equipment-fields'
import {
  BOX,
  boxProblems,
  day,
  glassForm,
  glassOf,
  glassProblems,
  size,
  startedAtOf,
} from './fields'
import { needsOf, toPlantsOf, withoutNeeds } from './needs-field'

type Fields = Record<string, string>

const refuse = (problems: { field: string; says: string }[]) => {
  if (problems.length > 0) throw new EntryRefused(problems)
}

/** Says what a tank is called, where it is, what it measures; the measures all along, or since a day. */
export async function sayTank(
  slug: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const form = glassForm.validateSync(withoutSince(fields), { abortEarly: false })
    const { vessel } = await storyOrRefuse(slug)
    const { startedAt, problems } = startedAtOf(form.startedOn, form.timeZone)
    refuse([...glassProblems(form), ...problems])
    const { name, kind, altitudeM, timeZone, standsAt } = form
    // The same day keeps its hour.
    const sameDay = localMoment(vessel.startedAt, vessel.timeZone).slice(0, 10) === form.startedOn
    await sayVessel(
      await database(),
      slug,
      {
        facts: {
          name,
          kind,
          altitudeM,
          timeZone,
          standsAt,
          startedAt: sameDay ? vessel.startedAt : startedAt,
        },
        glass: glassOf(form),
        since: sinceOf(fields, vessel.timeZone, now()),
        temporary: temporaryOf(fields, vessel.timeZone),
      },
      { ...parseSending(sending), now: now() },
    )
    return form.name
  })
}

const pieceForm = object({
  label: words('The name', 60).required(SAY.missing('The name')),
  material: mixed<Hardscape['material']>()
    .oneOf(['stone', 'wood'], 'It is of stone or of wood.')
    .required(),
  ...BOX,
  topCm: size('Its height', 400),
  focal: boolean().default(false),
  laidOn: string().default(''),
}).noUnknown()
type PieceForm = ReturnType<typeof pieceForm.validateSync>

/** A piece drawn from the measures of its form, and what of them cannot be. */
function drawnPiece(id: string, form: PieceForm, { vessel, layout }: ReturnType<typeof tankNow>) {
  const middle = [(form.left + form.right) / 2, (form.front + form.back) / 2] as const
  const footCm = layout
    ? Math.max(0, groundDepth(layout.ground, vessel.depthCm, ...middle) - SUNK_CM)
    : 0
  refuse([
    ...boxProblems(form, vessel),
    ...(form.topCm > vessel.heightCm
      ? [
          {
            field: 'topCm',
            says: `The tank is ${measuresAsked().say(vessel.heightCm, 'cm')} high.`,
          },
        ]
      : []),
    ...(form.topCm <= footCm + 1
      ? [
          {
            field: 'topCm',
            says: `The ground is ${measuresAsked().say(footCm + SUNK_CM, 'cm', 1)} deep there; measure from the bottom glass.`,
          },
        ]
      : []),
  ])
  return roughPiece({ ...form, id, footCm })
}
/** A piece is pressed this far into the ground. */
const SUNK_CM = 1

/** Lays a stone or a piece of wood, drawn from its measures. */
export async function place(slug: string, raw: Fields, sending: Sending): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const form = pieceForm.validateSync(fields, { abortEarly: false })
    const story = await storyOrRefuse(slug)
    const piece = drawnPiece(parseSending(sending).id, form, tankNow(story, now()))
    const at = form.laidOn === '' ? now() : dayIn(fields, 'laidOn', story.vessel.timeZone, now())
    askBeforeTank(at, story.vessel, sending)
    await addPiece(await database(), slug, piece, at, now())
    return form.label
  })
}

/** Says where a piece lies and how it is called: all along, or since a day. Measures left as shown leave its drawing as it is. */
export async function sayAPiece(
  slug: string,
  pieceId: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const { shown, ...fields } = textFields(raw)
    const own = withoutSince(fields)
    const form = pieceForm.validateSync(own, { abortEarly: false })
    const story = await storyOrRefuse(slug)
    const same = shown === [form.left, form.right, form.front, form.back, form.topCm].join(' ')
    // Another place is another lie of the same piece: drawn alike, as it was drawn first.
    const spot = same ? null : drawnPiece(parseId(pieceId), form, tankNow(story, now()))
    const from = sinceOf(fields, story.vessel.timeZone, now())
    askBeforeTank(from, story.vessel, sending)
    await sayPiece(
      await database(),
      slug,
      parseId(pieceId),
      {
        label: form.label,
        focal: form.focal,
        spot: spot && { outline: spot.outline, footprint: spot.footprint },
      },
      from,
      { id: parseSending(sending).id, now: now() },
    )
    return form.label
  })
}

/** Takes a piece out of the tank on a day. */
export async function takeOut(
  slug: string,
  pieceId: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const { vessel } = await storyOrRefuse(slug)
    const at = dayIn(textFields(raw), 'takenOn', vessel.timeZone, now())
    const { id } = parseSending(sending)
    await takePieceOut(await database(), slug, parseId(pieceId), at, { id, now: now() })
    return ''
  })
}

/** Lays a piece that was taken out where it lay before. */
export async function putBack(
  slug: string,
  pieceId: string,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const { id } = parseSending(sending)
    await putPieceBack(await database(), slug, parseId(pieceId), now(), { id, now: now() })
    return ''
  })
}

const animalsForm = object({
  name: words('The name', 80).required(SAY.missing('The name')),
  kind: mixed<Population['kind']>()
    .oneOf([...ANIMAL_KINDS], 'This is not a kind of animal Vivero knows.')
    .required(),
  adultLengthCm: size('The adult length', 100),
  count: amount('The number of animals')
    .integer('Animals come in whole numbers.')
    .min(1, 'There is one at least.')
    .max(100_000, 'That is more than fits.')
    .required(SAY.missing('The number of animals')),
  since: day('The day they came'),
}).noUnknown()

/** Puts animals of one kind into the tank, with how many came. */
export async function addAnimals(
  slug: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const form = animalsForm.validateSync(withoutNeeds(withoutSince(fields)), { abortEarly: false })
    const { vessel } = await storyOrRefuse(slug)
    const came = instantOfDay(vessel.timeZone, form.since, now())
    if (came === '') refuse([{ field: 'since', says: NO_SUCH_DAY }])
    if (came > now()) refuse([{ field: 'since', says: 'They have not come yet.' }])
    askBeforeTank(came, vessel, sending)
    const { name, kind, adultLengthCm } = form
    await addPopulation(
      await database(),
      slug,
      {
        id: parseSending(sending).id,
        name,
        kind,
        adultLengthCm,
        since: came,
        until: null,
        temporary: temporaryOf(fields, vessel.timeZone),
        needs: needsOf(fields),
        toPlants: toPlantsOf(fields),
      },
      form.count,
      now(),
    )
    return form.name
  })
}

const saidAnimals = object({
  name: words('The name', 80).required(SAY.missing('The name')),
  kind: choice(ANIMAL_KINDS, 'The kind'),
  adultLengthCm: size('The adult length', 100),
  since: day('The day they came'),
  endedOn: string().default(''),
}).noUnknown()

/** Says of animals what is true on every day, or that none lives here any more. */
export async function sayAnimals(
  slug: string,
  populationId: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const form = saidAnimals.validateSync(withoutNeeds(withoutSince(fields)), { abortEarly: false })
    const { vessel, populations } = await storyOrRefuse(slug)
    const zone = vessel.timeZone
    const before = populations.find(({ id }) => id === populationId)
    const same = before && localMoment(before.since, zone).slice(0, 10) === form.since
    const came = same ? before.since : dayIn(fields, 'since', zone, now())
    if (!same) askBeforeTank(came, vessel, sending)
    await sayPopulation(
      await database(),
      slug,
      parseId(populationId),
      {
        name: form.name,
        kind: form.kind,
        adultLengthCm: form.adultLengthCm,
        since: came,
        until: form.endedOn === '' ? null : dayIn(fields, 'endedOn', zone, now()),
        temporary: temporaryOf(fields, zone),
        needs: needsOf(fields),
        toPlants: toPlantsOf(fields),
      },
      { id: parseSending(sending).id, now: now() },
    )
    return form.name
  })
}

const thingName = words('The name', 80).required(SAY.missing('The name'))

/** Adds a lamp, a filter, a lid … with how it is set. */
export async function addThing(
  slug: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const kind = EQUIPMENT_KINDS.find((candidate) => candidate === fields.kind)
    if (!kind)
      throw new EntryRefused([{ field: 'kind', says: 'This is no kind of equipment here.' }])
    const { vessel } = await storyOrRefuse(slug)
    const name = thingName.validateSync(fields.name ?? '')
    const from = dayIn(fields, 'came', vessel.timeZone, now())
    askBeforeTank(from, vessel, sending)
    const thing = {
      id: parseSending(sending).id,
      kind,
      name,
      servesId: fields.servesId || null,
      settings: [since(from, settingFrom(kind, fields), temporaryOf(fields, vessel.timeZone))],
      endedAt: null,
    } as unknown as EquipmentRecord
    await addEquipment(await database(), slug, thing, now())
    return name
  })
}

/** Says how a thing is set: all along, since a day, for a while only; or that it is off. */
export async function sayThing(
  slug: string,
  equipmentId: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const story = await storyOrRefuse(slug)
    const zone = story.vessel.timeZone
    const kind = story.equipment.find(({ id }) => id === equipmentId)?.kind
    const name = thingName.validateSync(fields.name ?? '')
    const setting =
      fields.running === 'off' ? null : settingFrom(kind ?? ('other' as EquipmentKind), fields)
    const held =
      tankNow(story, now()).equipment.find(({ id }) => id === equipmentId)?.setting ?? null
    const said = {
      name,
      servesId: fields.servesId || null,
      setting: (setting && placesKept(held, setting)) as EquipmentRecord['settings'][number]['is'],
      since: sinceOf(fields, zone, now()),
      temporary: temporaryOf(fields, zone),
    }
    const saying = { ...parseSending(sending), now: now() }
    askBeforeTank(said.since, story.vessel, sending)
    await sayEquipment(await database(), slug, parseId(equipmentId), said, saying)
    return name
  })
}

/** Takes a thing away on a day. */
export async function takeThingAway(
  slug: string,
  equipmentId: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const { vessel } = await storyOrRefuse(slug)
    const at = dayIn(textFields(raw), 'endedOn', vessel.timeZone, now())
    const { id } = parseSending(sending)
    await takeAway(await database(), slug, parseId(equipmentId), at, { id, now: now() })
    return ''
  })
}

const routineForm = object({
  kind: mixed<Routine['kind']>()
    .oneOf([...ROUTINE_KINDS], 'This is no routine Vivero knows.')
    .required(),
  says: words('The name', 120).default(''),
  everyDays: amount('The days')
    .min(0.5, 'Twice a day is the most.')
    .max(3650, 'That is rarer than once in ten years.')
    .required(SAY.missing('The days')),
  amount: amount('The amount')
    .min(0, 'An amount cannot be below zero.')
    .max(100_000, 'That is more than a routine asks for.')
    .nullable()
    .default(null),
  equipmentId: string().max(80).default(''),
  until: string().default(''),
  ends: string().default(''),
}).noUnknown()

/** The day up to which a routine is meant to go, if it is for a while. Throws EntryRefused for one that is no day or has come. */
function lastDayOf(date: string, zone: string): string | null {
  if (date === '') return null
  const at = isDay(date) ? instantOfDay(zone, date, now()) : ''
  if (at === '' || at <= now())
    throw new EntryRefused([
      { field: 'until', says: at === '' ? NO_SUCH_DAY : 'It would end before it begins.' },
    ])
  return at
}

/** Makes a routine, says it otherwise, or ends it. `known`: the one that stands, null for a new one. */
export async function sayARoutine(
  slug: string,
  known: string | null,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const form = routineForm.validateSync(textFields(raw), { abortEarly: false })
    const story = await storyOrRefuse(slug)
    const { id, seen } = parseSending(sending)
    const before = story.routines.find((routine) => routine.id === known)
    if (known !== null && !before)
      refuse([{ field: 'says', says: 'This routine is not known to this tank any more.' }])
    // Of a change the keeper says per cent; it is kept as a part of the whole.
    const share = form.kind === 'water-change' && form.amount !== null ? form.amount / 100 : null
    const said = {
      kind: form.kind,
      says: form.says || null,
      amount: share ?? form.amount,
      equipmentId: form.equipmentId || null,
    }
    await sayRoutine(
      await database(),
      slug,
      {
        id: before?.id ?? id,
        ...said,
        everyDays: form.everyDays,
        since: before?.since ?? now(),
        until: form.ends === 'now' ? now() : lastDayOf(form.until.trim(), story.vessel.timeZone),
      },
      { id, seen, now: now() },
    )
    return routineName(said, story.equipment)
  })
}

/** Takes an act back, or does it again. */
export async function turn(slug: string, actId: string, back: boolean): Promise<Attempt<string>> {
  return written(async () => {
    await storyOrRefuse(slug)
    const act = back === true ? undoAct : redoAct
    await act(await database(), slug, parseId(actId), now())
    return ''
  })
}

/** Writes what things cost where the keeper buys them; a field left empty is not known. */
export async function keepPrices(
  slug: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const { id } = parseSending(sending)
    await sayPrices(await database(), slug, textFields(raw), { id, now: now() })
    return 'The prices are kept.'
  })
}
