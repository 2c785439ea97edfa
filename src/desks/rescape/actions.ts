'use server'

import { randomUUID } from 'node:crypto'
import { revalidatePath } from 'next/cache'
import { mixed, object, string } from 'yup'
import { OPTION_KEYS, type OptionKey } from '@/core/rescape/options'
import { reviewDecline } from '@/core/rescape/decline'
import { draftPlan } from '@/core/rescape/plan'
import { dayOf } from '@/core/quantity/time'
import { attempt, type Attempt } from '@/data/border/attempt'
import { amount, SAY } from '@/data/border/entry-schema'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { addEntries, EntryRefused, setVoided } from '@/data/entries'
import { addPlan, setPlanState } from '@/data/plans'
import { storyOr404 } from '@/data/tank'
import { instantIn } from '@/ui/when'

const MAX_AHEAD_DAYS = 730
const draftSchema = object({
  option: mixed<OptionKey>().oneOf([...OPTION_KEYS], 'This is not an option Vivero knows.').required(),
  startOn: string().matches(/^\d{4}-\d{2}-\d{2}$/, 'The first day must be a date.').required(SAY.missing('The first day')),
}).noUnknown()

/** Draws up a plan for an option, starting on a day, and keeps it in pencil. Gives the plan's id. */
export async function draft(slug: string, raw: { option: string; startOn: string }): Promise<Attempt<string>> {
  const answer = await attempt(async () => {
    const { option, startOn } = draftSchema.validateSync(raw, { abortEarly: false })
    const story = await storyOr404(slug)
    const at = now()
    const first = instantIn(story.vessel.timeZone, `${startOn}T09:00`)
    if (first === '') throw new EntryRefused([{ field: 'startOn', says: 'That day does not exist.' }])
    if (dayOf(first) < dayOf(at) - 1) throw new EntryRefused([{ field: 'startOn', says: 'A plan cannot start in the past.' }])
    if (dayOf(first) > dayOf(at) + MAX_AHEAD_DAYS) throw new EntryRefused([{ field: 'startOn', says: 'That is more than two years ahead.' }])
    const plan = draftPlan(story, reviewDecline(story, at), option, first, at, randomUUID())
    if (!plan.ok) throw new EntryRefused([{ field: 'option', says: plan.problem }])
    await addPlan(await database(), slug, plan.value)
    return plan.value.id
  })
  if (answer.ok) revalidatePath(`/tanks/${slug}`, 'layout')
  return answer
}

/** Ticks a step off: pencil becomes ink, with the minutes it really took. No minutes given: as planned, at a glance. */
export async function tickStep(slug: string, planId: string, stepId: string, minutes: string): Promise<Attempt> {
  const answer = await attempt(async () => {
    const at = now()
    const story = await storyOr404(slug)
    const step = story.plans.find((plan) => plan.id === planId)?.steps.find((candidate) => candidate.id === stepId)
    if (!step) throw new EntryRefused([{ field: 'step', says: 'That step is not in this plan.' }])
    if (story.entries.some((entry) => entry.kind === 'step-done' && entry.planId === planId && entry.stepId === stepId)) throw new EntryRefused([{ field: 'step', says: 'That step was ticked off already.' }])
    const given = amount('The minutes').validateSync(minutes)
    await addEntries(await database(), slug, [{
      id: randomUUID(), kind: 'step-done', at, certainty: given === undefined ? 'glance' : 'measured', by: 'keeper', note: null,
      expected: { value: step.minutes.likely, low: step.minutes.best, high: step.minutes.worst }, planId, stepId, minutes: given ?? step.minutes.likely,
    }], at)
    return null
  })
  if (answer.ok) revalidatePath(`/tanks/${slug}`, 'layout')
  return answer
}

/** Takes a tick back: the entry is struck out, not lost. */
export async function untickStep(slug: string, entryId: string): Promise<Attempt> {
  const answer = await attempt(async () => {
    await setVoided(await database(), slug, entryId, true, now())
    return null
  })
  if (answer.ok) revalidatePath(`/tanks/${slug}`, 'layout')
  return answer
}

/** Sets a plan aside, or takes it up again. */
export async function setAside(slug: string, planId: string, aside: boolean): Promise<Attempt> {
  const answer = await attempt(async () => {
    await setPlanState(await database(), slug, planId, aside ? 'set-aside' : 'pencil')
    return null
  })
  if (answer.ok) revalidatePath(`/tanks/${slug}`, 'layout')
  return answer
}
