import { measuresHere } from '@/data/border/measures-here'
import { notFound } from 'next/navigation'
import { now } from '@/data/clock'
import { storyOr404 } from '@/data/tank'
import { PlanPage } from './plan.client'
import { planModel } from './plan-model'

/** One plan: stages with dates, steps to tick off, materials, cautions at the step. */
export async function PlanDesk({ slug, planId }: { slug: string; planId: string }) {
  const story = await storyOr404(slug)
  const model = planModel(story, planId, now(), await measuresHere())
  if (!model) notFound()
  return <PlanPage model={model} now={now()} />
}
