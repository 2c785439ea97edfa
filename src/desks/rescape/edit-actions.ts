'use server'

import { lazy, number, object, string } from 'yup'
import type { Plan } from '@/core/history/types'
import { ok } from '@/core/quantity/result'
import { editPlan, type PlanEdit } from '@/core/rescape/edit-plan'
import type { Attempt } from '@/data/border/attempt'
import { sane } from '@/data/border/sane'
import { parseId, written } from '@/data/border/sending'
import { planSchema } from '@/data/border/story-schema'
import { amount, choice, ident, words } from '@/data/border/values'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { changePlan } from '@/data/plans'
import { storyOrRefuse } from '@/data/tank'
import { SAY } from '@/core/journal/faults'
import { plannedDay } from './planned-day'

/** An edit as a page sends it: days by their date. */
export type SentEdit =
  { do: 'move stage'; stage: number; on: string } | Exclude<PlanEdit, { do: 'move stage' }>

const stage = number().integer().min(1).max(1000).required()
const SCHEMAS = {
  'move stage': object({
    do: string().required(),
    stage,
    on: string()
      .matches(/^\d{4}-\d{2}-\d{2}$/, 'The day must be a date.')
      .required(SAY.missing('The day')),
  }),
  'drop step': object({ do: string().required(), stepId: ident().required() }),
  'move step': object({
    do: string().required(),
    stepId: ident().required(),
    by: choice([1, -1] as unknown as string[], 'The way'),
  }),
  'add step': object({
    do: string().required(),
    stage,
    afterId: ident().nullable().defined(),
    text: words('The step', 200).required(SAY.missing('The step')),
    minutes: amount('The minutes')
      .min(1, 'A step takes a minute at least.')
      .max(6000, 'No step takes four days of hands.')
      .required(SAY.missing('The minutes')),
  }),
  'leave planting': object({
    do: string().required(),
    stage,
    plantingId: ident().required(),
  }),
  'take planting': object({
    do: string().required(),
    stage: stage.nullable().defined(),
    plantingId: ident().required(),
  }),
  'leave section': object({ do: string().required(), stage }),
} as const

const editSchema = lazy((edit: { do?: unknown } | null | undefined) =>
  typeof edit?.do === 'string' && Object.hasOwn(SCHEMAS, edit.do)
    ? SCHEMAS[edit.do as keyof typeof SCHEMAS].noUnknown().required()
    : object({ do: choice(Object.keys(SCHEMAS), 'The change') }).required(),
)

/** Alters one thing of a plan that stands in pencil. Gives the plan as it was, for the way back. */
export async function changeThePlan(
  slug: string,
  planId: string,
  raw: SentEdit,
): Promise<Attempt<Plan>> {
  return written(async () => {
    const edit = editSchema.validateSync(sane(raw)) as unknown as SentEdit
    const { vessel } = await storyOrRefuse(slug)
    return changePlan(await database(), slug, parseId(planId), (plan, story) =>
      editPlan(plan, dated(edit, vessel.timeZone), story, now()),
    )
  })
}

function dated(edit: SentEdit, zone: string): PlanEdit {
  if (edit.do !== 'move stage') return edit
  return { ...edit, on: plannedDay(edit.on, zone, now(), 'on') }
}

/** Puts a plan back as it was before a change. Gives what stood instead. */
export async function planAsItWas(slug: string, planId: string, raw: Plan): Promise<Attempt<Plan>> {
  return written(async () => {
    const former = planSchema.validateSync(sane(raw), { abortEarly: false }) as unknown as Plan
    return changePlan(await database(), slug, parseId(planId), (plan) =>
      ok({ ...plan, stages: former.stages, steps: former.steps, materials: former.materials }),
    )
  })
}
