'use server'

import { mixed, object, string } from 'yup'
import type { Move } from '@/core/history/moves'
import { boardOf } from '@/core/board/board'
import { perchNear } from '@/core/board/put'
import { mainKind, tankNow, type Tank } from '@/core/history/tank-at'
import {
  ZONES,
  type PlantGroup,
  type PlantingSpot,
  type TankHistory,
  type Zone,
} from '@/core/history/types'
import type { Sending } from '@/core/history/sending'
import { nextStake } from '@/core/layout/next-stake'
import type { Attempt } from '@/data/border/attempt'
import { amount } from '@/data/border/values'
import { SAY } from '@/core/journal/faults'
import { parseSending, textFields, written } from '@/data/border/sending'
import { dayIn } from '@/data/border/since'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { move } from '@/data/facts/moves'
import { EntryRefused } from '@/data/refused'
import { storyOrRefuse } from '@/data/tank'
import { BOX, boxProblems, patchOf } from './fields'

type Fields = Record<string, string>

const animals = object({
  populationId: string().required('Which animals?'),
  count: amount('How many')
    .integer('Animals come in whole numbers.')
    .min(1, 'There is one at least.')
    .max(100_000, 'That is more than fits.')
    .required(SAY.missing('How many')),
}).noUnknown()
const plants = object({
  plantingId: string().required('Which planting?'),
  as: mixed<'all of it' | 'cutting' | 'division'>()
    .oneOf(['all of it', 'cutting', 'division'], 'All of it, cuttings, or a division?')
    .required(),
  stems: amount('The stems')
    .integer('Plants come in whole numbers.')
    .min(1, 'There is one at least.')
    .max(2000, 'That is more than fits.')
    .required(SAY.missing('The stems')),
  zone: mixed<Zone>()
    .oneOf([...ZONES], 'This is not a zone Vivero knows.')
    .required(),
  ...BOX,
}).noUnknown()
const much = object({
  amount: amount('How much')
    .moreThan(0, SAY.positive('How much'))
    .max(100_000, 'That is more than can be moved.')
    .required(SAY.missing('How much')),
}).noUnknown()

/** Moves animals, plants, a thing, media, soil or water to another tank: one act, written in both books. Gives the other tank's name. */
export async function moveTo(
  slug: string,
  raw: Fields,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const { id } = parseSending(sending)
    const { vessel } = await storyOrRefuse(slug)
    const other = await storyOrRefuse(fields.toTank)
    const at = dayIn(fields, 'movedOn', vessel.timeZone, now())
    await move(
      await database(),
      { from: slug, to: other.vessel.slug },
      (from, to) => moveOf(fields, from, to, at),
      { id, at, now: now() },
    )
    return other.vessel.name
  })
}

function moveOf(fields: Fields, from: TankHistory, to: TankHistory, at: string): Move {
  switch (fields.what) {
    case 'animals':
      return {
        what: 'animals',
        ...animals.validateSync(only(fields, ['populationId', 'count']), { abortEarly: false }),
      }
    case 'equipment':
      return { what: 'equipment', equipmentId: fields.equipmentId ?? '' }
    case 'filter media':
    case 'soil':
    case 'water': {
      const field = `${fields.what}Amount`
      return { what: fields.what, ...amountAt(field, fields[field] ?? '') }
    }
    case 'plants':
      return movePlants(fields, from, to, at)
    default:
      throw new EntryRefused([{ field: 'what', says: 'What is to be moved?' }])
  }
}

const only = (fields: Fields, names: readonly string[]): Fields =>
  Object.fromEntries(names.map((name) => [name, fields[name] ?? '']))

function amountAt(field: string, text: string): { amount: number } {
  try {
    return much.validateSync({ amount: text })
  } catch (error) {
    throw new EntryRefused([{ field, says: (error as Error).message }])
  }
}

function movePlants(fields: Fields, from: TankHistory, to: TankHistory, at: string): Move {
  const { plantingId, as, stems, zone, ...box } = plants.validateSync(
    only(fields, ['plantingId', 'as', 'stems', 'zone', 'left', 'right', 'front', 'back']),
    { abortEarly: false },
  )
  const tank = tankNow(to, at)
  const { vessel, layout } = tank
  const problems = boxProblems(box, vessel)
  if (problems.length === 0 && !layout)
    problems.push({ field: 'toTank', says: 'That tank has no layout to plant in.' })
  if (problems.length > 0 || !layout) throw new EntryRefused(problems)
  return {
    what: 'plants',
    plantingId,
    as,
    stake: stakeFor(plantingId, from, to),
    spot: spotFor(groupOf(plantingId, from), tank, {
      layoutId: layout.id,
      zone,
      patch: patchOf(box),
      stems,
    }),
  }
}

/** What grows on stone and wood comes onto the piece there, or the nearest: set into the ground its rhizome rots. */
function spotFor(
  group: PlantGroup | undefined,
  tank: Tank,
  spot: Omit<PlantingSpot, 'perch'>,
): PlantingSpot {
  const board = group === 'epiphyte' || group === 'moss' ? boardOf(tank) : null
  const perch = board && perchNear(board, spot.patch)
  return perch ? { ...spot, zone: 'hardscape', perch } : { ...spot, perch: null }
}

/** The next free stake there of the group it is of. */
const stakeFor = (plantingId: string, from: TankHistory, to: TankHistory): string =>
  nextStake(groupOf(plantingId, from) ?? 'stem-fast', to.plantings)

function groupOf(
  plantingId: string,
  { plantings: all, species }: TankHistory,
): PlantGroup | undefined {
  const record = all.find(({ id }) => id === plantingId)
  const speciesId = record && mainKind(record).speciesId
  return species.find(({ id }) => id === speciesId)?.group
}
