'use server'

import { object } from 'yup'
import type { Sending } from '@/core/history/sending'
import { tankNow } from '@/core/history/tank-at'
import { GROUND_MATERIALS, type Ground } from '@/core/history/types'
import { localMoment } from '@/core/quantity/zone'
import { SAY } from '@/core/journal/faults'
import type { Attempt } from '@/data/border/attempt'
import { parseSending, textFields, written } from '@/data/border/sending'
import { askBeforeTank } from '@/data/border/before-tank'
import { dayIn, sinceOf, withoutSince } from '@/data/border/since'
import { amount, choice } from '@/data/border/values'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { sayGround } from '@/data/facts/ground'
import { EntryRefused } from '@/data/refused'
import { storyOrRefuse } from '@/data/tank'
import { day } from './fields'
import { GROUND_DEPTHS } from './form-groups'

const groundForm = object({
  material: choice(GROUND_MATERIALS, 'The ground'),
  ...Object.fromEntries(
    GROUND_DEPTHS.map(({ name, label }) => [
      name,
      amount(label)
        .min(0, 'The ground cannot be below the bottom.')
        .max(200)
        .required(SAY.missing(label)),
    ]),
  ),
  laidOn: day('The day it was laid'),
}).noUnknown()

/** Says what the ground is of and how deep it lies, left, in the middle and right: all along, or since a day. */
export async function sayTheGround(
  slug: string,
  raw: Record<string, string>,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const fields = textFields(raw)
    const form = groundForm.validateSync(withoutSince(fields), { abortEarly: false }) as {
      material: Ground['material']
      laidOn: string
    } & Record<string, unknown>
    const story = await storyOrRefuse(slug)
    const { vessel } = tankNow(story, now())
    const tooDeep = GROUND_DEPTHS.filter(({ name }) => Number(form[name]) >= vessel.heightCm)
    if (tooDeep.length > 0)
      throw new EntryRefused(
        tooDeep.map(({ name }) => ({ field: name, says: 'The ground cannot reach the rim.' })),
      )
    const depth = (place: string) => Number(form[place])
    const laidAt = dayIn(fields, 'laidOn', story.vessel.timeZone, now())
    const laidBefore = tankNow(story, now()).layout?.ground.laidAt
    // The same day keeps its hour, and was asked about when it was written.
    const sameDay =
      laidBefore && localMoment(laidBefore, story.vessel.timeZone).slice(0, 10) === form.laidOn
    if (!sameDay) askBeforeTank(laidAt, story.vessel, sending)
    await sayGround(
      await database(),
      slug,
      {
        material: form.material,
        laidAt: sameDay ? laidBefore : laidAt,
        profile: [
          { x: 0, frontCm: depth('leftFront'), backCm: depth('leftBack') },
          {
            x: vessel.lengthCm / 2,
            frontCm: depth('middleFront'),
            backCm: depth('middleBack'),
          },
          { x: vessel.lengthCm, frontCm: depth('rightFront'), backCm: depth('rightBack') },
        ],
      },
      sinceOf(fields, story.vessel.timeZone, now()),
      { id: parseSending(sending).id, now: now() },
    )
    return 'the ground'
  })
}
