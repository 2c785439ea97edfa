'use server'

import { array, mixed, object, string } from 'yup'
import { OPTION_KEYS, type OptionKey } from '@/core/history/plan-codes'
import { reviewDecline } from '@/core/rescape/decline'
import { draftPlan } from '@/core/rescape/plan'
import type { Attempt } from '@/data/border/attempt'
import { amount } from '@/data/border/values'
import { SAY } from '@/core/journal/faults'
import { parseId, parseSending, textFields, written } from '@/data/border/sending'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { inkStep, unInkStep } from '@/data/facts/steps'
import { sane } from '@/data/border/sane'
import type { Entry } from '@/core/journal/entry'
import { EntryRefused } from '@/data/refused'
import { addPlan, setPlanState } from '@/data/plans'
import { storyOrRefuse } from '@/data/tank'
import type { Sending } from '@/core/history/sending'
import { plannedDay } from './planned-day'

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
    const first = plannedDay(startOn, story.vessel.timeZone, at, 'startOn')
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

/** Which of the acts of a step were done, each with its figure as the keeper has it. */
type DoneActs = { id: string; amount: number | null }[]
const doneSchema = array()
  .of(
    object({
      id: string().max(80).required(),
      amount: amount('The figure')
        .min(0, 'The figure cannot be below zero.')
        .max(500, 'That is more than can be.')
        .nullable()
        .defined(),
    })
      .noUnknown()
      .required(),
  )
  .max(500)
  .required()

/** Ticks a step off: pencil becomes ink, with the minutes it really took and what it did to the tank. No minutes given: as planned, at a glance. */
export async function tickStep(
  slug: string,
  planId: string,
  stepId: string,
  minutes: string,
  done: DoneActs,
  sending: Sending,
): Promise<Attempt> {
  return written(async () => {
    const at = now()
    const story = await storyOrRefuse(slug)
    const acts = doneSchema.validateSync(sane(done))
    const step = story.plans
      .find((plan) => plan.id === planId)
      ?.steps.find((candidate) => candidate.id === stepId)
    if (!step) throw new EntryRefused([{ field: 'step', says: 'That step is not in this plan.' }])
    const given = amount('The minutes').validateSync(
      typeof minutes === 'string' ? minutes : Number.NaN,
    )
    const { id } = parseSending(sending)
    const tick: Entry = {
      id,
      kind: 'step-done',
      at,
      certainty: given === undefined ? 'glance' : 'measured',
      by: 'keeper',
      note: null,
      expected: { value: step.minutes.likely, low: step.minutes.best, high: step.minutes.worst },
      planId,
      stepId,
      minutes: given ?? step.minutes.likely,
    }
    await inkStep(await database(), slug, { tick, step, done: acts }, at)
    return null
  })
}

/** Takes a tick back, and all that was inked with it: nothing is lost. */
export async function untickStep(slug: string, entryId: string): Promise<Attempt> {
  return written(async () => {
    await unInkStep(await database(), slug, parseId(entryId), now())
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
