'use server'

import { boolean, mixed, object } from 'yup'
import { currentLayout } from '@/core/history/lookup'
import type { Hardscape, Population } from '@/core/history/types'
import { roughPiece } from '@/core/layout/rough-piece'
import { groundDepth } from '@/core/vessel/volume'
import type { Attempt } from '@/data/border/attempt'
import { amount, SAY, words } from '@/data/border/entry-schema'
import { parseId, parseSending, textFields, written } from '@/data/border/sending'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { EntryRefused } from '@/data/refused'
import {
  addPiece,
  addPopulation,
  holdsOneTakenOut,
  pullOut,
  putPlantingRight,
  putVesselRight,
  takePieceOut,
} from '@/data/corrections'
import { storyOrRefuse } from '@/data/tank'
import type { Sending } from '@/core/history/sending'
import { localMoment, NO_SUCH_DAY } from '@/ui/when'
import {
  BOX,
  boxProblems,
  day,
  factsOf,
  glassProblems,
  glassSchema,
  hourOf,
  patchOf,
  perchOf,
  PLANTING,
  plantedAtOf,
  size,
  startedAtOf,
} from './fields'

type Fields = Record<string, string>

const refuse = (problems: { field: string; says: string }[]) => {
  if (problems.length > 0) throw new EntryRefused(problems)
}

/** Puts glass, lamp, gas, height and name of a tank right. */
export async function putTankRight(
  slug: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const form = glassSchema.validateSync(textFields(raw), { abortEarly: false })
    const { vessel } = await storyOrRefuse(slug)
    const { startedAt, problems } = startedAtOf(form.startedOn, form.timeZone)
    refuse([...glassProblems(form), ...problems])
    // The same day keeps its hour.
    const sameDay = localMoment(vessel.startedAt, vessel.timeZone).slice(0, 10) === form.startedOn
    await putVesselRight(
      await database(),
      slug,
      factsOf(form),
      sameDay ? vessel.startedAt : startedAt,
      parseSending(sending).seen,
      now(),
    )
    return form.name
  })
}

const rightSchema = object(PLANTING).noUnknown()

/** Puts a planting right: where it stands, how many, since when, on what. */
export async function putRight(
  slug: string,
  plantingId: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const form = rightSchema.validateSync(textFields(raw), { abortEarly: false })
    const story = await storyOrRefuse(slug)
    const { plantedAt, problems } = plantedAtOf(form.plantedOn, story.vessel.timeZone)
    const before = story.plantings.find((planting) => planting.id === plantingId)
    const { perch, problems: perchProblems } = perchOf(
      form,
      story,
      currentLayout(story)?.hardscape ?? [],
    )
    refuse([...boxProblems(form, story.vessel), ...problems, ...perchProblems])
    // The same day keeps its hour.
    const sameDay =
      before !== undefined &&
      hourOf(story.vessel.timeZone, form.plantedOn, '12:00').slice(0, 10) ===
        before.plantedAt.slice(0, 10)
    await putPlantingRight(
      await database(),
      slug,
      plantingId,
      {
        name: form.name,
        zone: form.zone,
        stems: form.stems,
        perch,
        patch: before && sameBox(before.patch, form) ? before.patch : patchOf(form),
        plantedAt: sameDay ? before.plantedAt : plantedAt,
      },
      parseSending(sending).seen,
      now(),
    )
    return form.name
  })
}

/** Whether the edges are those of a patch already: a patch drawn finer than a box is then left as it was drawn. */
function sameBox(
  patch: readonly (readonly [number, number])[],
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

/** Takes a planting out on a day, or puts it back. */
export async function pull(
  slug: string,
  plantingId: string,
  raw: Fields | null,
): Promise<Attempt<string>> {
  return written(async () => {
    const { vessel } = await storyOrRefuse(slug)
    const on =
      raw === null
        ? null
        : object({ removedOn: day('The day') })
            .noUnknown()
            .validateSync(textFields(raw), { abortEarly: false }).removedOn
    const at = on === null ? null : hourOf(vessel.timeZone, on, '12:00')
    if (at === '') refuse([{ field: 'removedOn', says: NO_SUCH_DAY }])
    if (at !== null && at > now())
      refuse([{ field: 'removedOn', says: 'That has not happened yet.' }])
    await pullOut(await database(), slug, parseId(plantingId), at, now())
    return ''
  })
}

const pieceSchema = object({
  label: words('The name', 60).required(SAY.missing('The name')),
  material: mixed<Hardscape['material']>()
    .oneOf(['stone', 'wood'], 'It is of stone or of wood.')
    .required(),
  ...BOX,
  topCm: size('Its height', 400),
  focal: boolean().default(false),
}).noUnknown()

/** Puts a stone or a piece of wood on paper, drawn from its measures. */
export async function place(slug: string, raw: Fields, sending: Sending): Promise<Attempt<string>> {
  return written(async () => {
    const form = pieceSchema.validateSync(textFields(raw), { abortEarly: false })
    const story = await storyOrRefuse(slug)
    const ground = currentLayout(story)?.ground
    const footCm = ground
      ? Math.max(
          0,
          groundDepth(
            ground,
            story.vessel.depthCm,
            (form.left + form.right) / 2,
            (form.front + form.back) / 2,
          ) - SUNK_CM,
        )
      : 0
    refuse([
      ...boxProblems(form, story.vessel),
      ...(form.topCm > story.vessel.heightCm
        ? [{ field: 'topCm', says: `The tank is ${story.vessel.heightCm} cm high.` }]
        : []),
      ...(form.topCm <= footCm + 1
        ? [
            {
              field: 'topCm',
              says: `The ground is ${Math.round(footCm + SUNK_CM)} cm deep there; measure from the bottom glass.`,
            },
          ]
        : []),
    ])
    await addPiece(
      await database(),
      slug,
      roughPiece({ ...form, id: parseSending(sending).id, footCm }),
      now(),
    )
    return form.label
  })
}
/** A piece is pressed this far into the ground. */
const SUNK_CM = 1

/** Takes a piece out of the layout. */
export async function takeOut(slug: string, pieceId: string): Promise<Attempt<string>> {
  return written(async () => {
    await takePieceOut(await database(), slug, pieceId, now())
    return ''
  })
}

/** Puts a piece back that was taken out. */
export async function putBack(slug: string, pieceId: string): Promise<Attempt<string>> {
  return written(async () => {
    const story = await storyOrRefuse(slug)
    const piece = story.layouts
      .filter((layout) => holdsOneTakenOut(layout, story))
      .flatMap((layout) => layout.hardscape)
      .find((candidate) => candidate.id === pieceId)
    if (!piece)
      throw new EntryRefused([{ field: 'piece', says: 'This piece is not known any more.' }])
    await addPiece(await database(), slug, piece, now())
    return piece.label
  })
}

const animalsSchema = object({
  name: words('The name', 80).required(SAY.missing('The name')),
  kind: mixed<Population['kind']>()
    .oneOf(
      ['fish', 'shrimp', 'snail', 'crab', 'amphibian'],
      'This is not a kind of animal Vivero knows.',
    )
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
    const form = animalsSchema.validateSync(textFields(raw), { abortEarly: false })
    const { vessel } = await storyOrRefuse(slug)
    const since = hourOf(vessel.timeZone, form.since, '12:00')
    if (since === '') refuse([{ field: 'since', says: NO_SUCH_DAY }])
    if (since > now()) refuse([{ field: 'since', says: 'They have not come yet.' }])
    await addPopulation(
      await database(),
      slug,
      {
        id: parseSending(sending).id,
        name: form.name,
        kind: form.kind,
        adultLengthCm: form.adultLengthCm,
        since,
      },
      form.count,
    )
    return form.name
  })
}
