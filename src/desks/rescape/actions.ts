'use server'

import { mixed, object, string } from 'yup'
import { OPTION_KEYS, type OptionKey } from '@/core/rescape/options'
import { reviewDecline } from '@/core/rescape/decline'
import { draftPlan } from '@/core/rescape/plan'
import { dayOf } from '@/core/quantity/time'
import type { Attempt } from '@/data/border/attempt'
import { amount, SAY } from '@/data/border/entry-schema'
import { parseId, parseSending, textFields, written } from '@/data/border/sending'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { addEntries, setVoided } from '@/data/entries'
import { EntryRefused } from '@/data/refused'
import { addPlan, setPlanState } from '@/data/plans'
import { storyOrRefuse } from '@/data/tank'
import type { Sending } from '@/core/history/sending'
import { instantIn, NO_SUCH_DAY } from '@/ui/when'

const MAX_AHEAD_DAYS = 730
const draftSchema = object({
  option: mixed<OptionKey>()
    .oneOf([...OPTION_KEYS], 'This is not an option Vivero knows.')
    .required(),
  startOn: string()
    .matches(/^\d{4}-\d{2}-\d{2}$/, 'The first day must be a date.')
    .required(SAY.missing('The first day')),
}).noUnknown()

/** Draws up a plan for an option, starting on a day, and keeps it in pencil. Gives the plan's id. */
export async function draft(
  slug: string,
  raw: { option: string; startOn: string },
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const { option, startOn } = draftSchema.validateSync(textFields(raw), { abortEarly: false })
    const story = await storyOrRefuse(slug)
    const at = now()
    const first = instantIn(story.vessel.timeZone, `${startOn}T09:00`)
    if (first === '') throw new EntryRefused([{ field: 'startOn', says: NO_SUCH_DAY }])
    if (dayOf(first) < dayOf(at) - 1)
      throw new EntryRefused([{ field: 'startOn', says: 'A plan cannot start in the past.' }])
    if (dayOf(first) > dayOf(at) + MAX_AHEAD_DAYS)
      throw new EntryRefused([{ field: 'startOn', says: 'That is more than two years ahead.' }])
    const plan = draftPlan(
      story,
      reviewDecline(story, at),
      option,
      first,
      at,
      parseSending(sending).id,
    )
    if (!plan.ok) throw new EntryRefused([{ field: 'option', says: plan.problem }])
    await addPlan(await database(), slug, plan.value)
    return plan.value.id
  })
}

/** Ticks a step off: pencil becomes ink, with the minutes it really took. No minutes given: as planned, at a glance. */
export async function tickStep(
  slug: string,
  planId: string,
  stepId: string,
  minutes: string,
  sending: Sending,
): Promise<Attempt> {
  return written(async () => {
    const at = now()
    const story = await storyOrRefuse(slug)
    const step = story.plans
      .find((plan) => plan.id === planId)
      ?.steps.find((candidate) => candidate.id === stepId)
    if (!step) throw new EntryRefused([{ field: 'step', says: 'That step is not in this plan.' }])
    const given = amount('The minutes').validateSync(
      typeof minutes === 'string' ? minutes : Number.NaN,
    )
    await addEntries(
      await database(),
      slug,
      [
        {
          id: parseSending(sending).id,
          kind: 'step-done',
          at,
          certainty: given === undefined ? 'glance' : 'measured',
          by: 'keeper',
          note: null,
          expected: {
            value: step.minutes.likely,
            low: step.minutes.best,
            high: step.minutes.worst,
          },
          planId,
          stepId,
          minutes: given ?? step.minutes.likely,
        },
      ],
      at,
    )
    return null
  })
}

/** Takes a tick back: the entry is struck out, not lost. */
export async function untickStep(slug: string, entryId: string): Promise<Attempt> {
  return written(async () => {
    await setVoided(await database(), slug, parseId(entryId), true, now())
    return null
  })
}

/** Sets a plan aside, or takes it up again. */
export async function setAside(slug: string, planId: string, aside: boolean): Promise<Attempt> {
  return written(async () => {
    await setPlanState(await database(), slug, parseId(planId), aside ? 'set-aside' : 'pencil')
    return null
  })
}
