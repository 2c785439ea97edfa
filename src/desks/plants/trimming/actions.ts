'use server'

import { mixed, object, string } from 'yup'
import { withFact } from '@/core/history/facts'
import type { Sending } from '@/core/history/sending'
import { plantingOn, tankNow } from '@/core/history/tank-at'
import { PLANT_FORMS, type Kept } from '@/core/history/types'
import { SAY } from '@/core/journal/faults'
import { dayOf } from '@/core/quantity/time'
import { actOn } from '@/data/acts'
import type { Attempt } from '@/data/border/attempt'
import { parseSending, textFields, written } from '@/data/border/sending'
import { amount } from '@/data/border/values'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { EntryRefused } from '@/data/refused'

const FREE = 'free'
const keptForm = object({
  planting: string().required('Which stem?'),
  as: mixed<Kept['as'] | typeof FREE>()
    .oneOf([FREE, ...PLANT_FORMS], 'This is no form Vivero cuts into.')
    .required('How is it kept?'),
  atCm: amount('The height').moreThan(0, SAY.positive('The height')).nullable().default(null),
}).noUnknown()

/** Says how a stem is kept by trimming, from today on. */
export async function keepAs(
  slug: string,
  raw: Record<string, string>,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const form = keptForm.validateSync(textFields(raw), { abortEarly: false })
    const { id } = parseSending(sending)
    const kept: Kept | undefined =
      form.as === FREE
        ? undefined
        : { as: form.as, atCm: form.as === 'stream of red' ? null : form.atCm }
    let said = ''
    const act = { id, kind: 'change', holdsFrom: null, now: now() } as const
    await actOn(await database(), slug, act, (story, { now: at }) => {
      const record = story.plantings.find((one) => one.id === form.planting)
      if (!record || !plantingOn(record, dayOf(at)))
        throw new EntryRefused([
          { field: 'planting', says: 'This planting does not stand in this tank (any more).' },
        ])
      const { heightCm } = tankNow(story, at).vessel
      if (kept?.atCm != null && kept.atCm > heightCm)
        throw new EntryRefused([{ field: 'atCm', says: 'That is above the rim of this tank.' }])
      said = `${record.stake}: written.`
      return {
        story: withFact(story, 'plantings', record.id, ({ kept: _before, ...rest }) => ({
          ...rest,
          ...(kept ? { kept } : {}),
        })),
      }
    })
    return said
  })
}
