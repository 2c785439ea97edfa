import { and, eq } from 'drizzle-orm'
import { planFaults } from '@/core/history/sound'
import type { Plan, TankHistory } from '@/core/history/types'
import type { Result } from '@/core/quantity/result'
import { planSchema } from './border/story-schema'
import { EntryRefused } from './refused'
import type { Database } from './db'
import * as t from './schema'
import { writeTank } from './write'

/** Keeps a new plan. One that was kept already is left as it is. Throws ValidationError. */
export async function addPlan(db: Database, slug: string, plan: Plan): Promise<void> {
  const checked = planSchema.validateSync(plan, { abortEarly: false })
  await writeTank(db, slug, async (tx, { id, story }) => {
    if (story.plans.some((other) => other.id === plan.id)) return false
    await tx.insert(t.plan).values(planRow(checked as unknown as Plan, id))
  })
}

/** Sets a plan aside or takes it up again; a plan is never deleted. */
export async function setPlanState(
  db: Database,
  slug: string,
  planId: string,
  state: Plan['state'],
): Promise<void> {
  await writeTank(db, slug, async (tx, { id }) => {
    const changed = await tx
      .update(t.plan)
      .set({ state })
      .where(and(eq(t.plan.id, planId), eq(t.plan.vesselId, id)))
      .returning({ id: t.plan.id })
    if (changed.length === 0)
      throw new EntryRefused([{ field: 'plan', says: 'There is no such plan for this tank.' }])
  })
}

/** Writes a plan as `change` makes it of the one that stands. Gives the one that stood. Throws EntryRefused with the reason of a refusal. */
export async function changePlan(
  db: Database,
  slug: string,
  planId: string,
  change: (plan: Plan, story: TankHistory) => Result<Plan>,
): Promise<Plan> {
  let former: Plan | null = null
  await writeTank(db, slug, async (tx, { id, story }) => {
    const plan = story.plans.find((one) => one.id === planId)
    if (!plan)
      throw new EntryRefused([{ field: 'plan', says: 'There is no such plan for this tank.' }])
    const next = change(plan, story)
    if (!next.ok) throw new EntryRefused([{ field: 'plan', says: next.problem }])
    const checked = planSchema.validateSync(next.value, { abortEarly: false }) as unknown as Plan
    if (planFaults(checked).length > 0)
      throw new EntryRefused([{ field: 'plan', says: 'The steps would wait for each other.' }])
    former = plan
    const { stages, steps, materials } = checked
    await tx
      .update(t.plan)
      .set({ stages, steps, materials })
      .where(and(eq(t.plan.id, planId), eq(t.plan.vesselId, id)))
  })
  return former!
}

export function planRow(plan: Plan, vesselId: string): typeof t.plan.$inferInsert {
  return { ...plan, vesselId, madeAt: new Date(plan.madeAt) }
}
