import { reviewDecline } from '@/core/rescape/decline'
import { draftPlan } from '@/core/rescape/plan'
import type { Entry } from '@/core/journal/entry'
import { lodge } from '@/data/demo/lodge'
import { planModel } from './plan-model'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn] = lodge(NOW)
const drafted = draftPlan(tarn, reviewDecline(tarn, NOW), 'partial', NOW, NOW, 'plan')
if (!drafted.ok) throw new Error(drafted.problem)
const plan = drafted.value
const tick = (
  stepId: string,
  minutes: number,
  certainty: 'measured' | 'glance' = 'measured',
): Entry => ({
  id: `t-${stepId}`,
  kind: 'step-done',
  at: NOW,
  certainty,
  by: 'keeper',
  note: null,
  expected: null,
  planId: 'plan',
  stepId,
  minutes,
})

test('a plan as drafted: every stage with its steps, its hours and its span; nothing inked', () => {
  const model = planModel({ ...tarn, plans: [plan] }, 'plan', NOW)!
  expect(model.stages.map((stage) => stage.number)).toEqual(
    plan.stages.map((stage) => stage.number),
  )
  expect(model.stages.flatMap((stage) => stage.steps)).toHaveLength(plan.steps.length)
  for (const stage of model.stages) {
    expect(stage).toMatchObject({ inked: 0, planned: 0, actual: 0 })
    expect(stage.steps.some((step) => step.critical)).toBe(true)
    // Waiting counts: a stage spans days though its hands take hours.
    expect(stage.spanHours).toBeGreaterThan(stage.hours.high)
    expect(
      stage.steps.every((step) => step.startsAt >= 0 && step.startsAt <= stage.spanHours),
    ).toBe(true)
  }
  expect(model.massKg).toBeGreaterThan(200)
})
test('ticking off sets actual beside planned, for the ticked steps only; a glance stays a glance', () => {
  const [first, second] = plan.steps
  const model = planModel(
    {
      ...tarn,
      plans: [plan],
      entries: [
        ...tarn.entries,
        tick(first.id, 25),
        tick(second.id, second.minutes.likely, 'glance'),
      ],
    },
    'plan',
    NOW,
  )!
  expect(model.stages[0]).toMatchObject({
    inked: 2,
    actual: 25 + second.minutes.likely,
    planned: first.minutes.likely + second.minutes.likely,
  })
  const lines = model.stages[0].steps
  expect(lines.find((line) => line.id === first.id)!.done).toMatchObject({
    minutes: 25,
    glance: false,
  })
  expect(lines.find((line) => line.id === second.id)!.done).toMatchObject({ glance: true })
  expect(lines.filter((line) => line.done === null)).toHaveLength(lines.length - 2)
})
test('ticks of another plan do not count, and a plan that is not there is none', () => {
  const other = { ...tick(plan.steps[0].id, 5), planId: 'other' } as Entry
  expect(
    planModel({ ...tarn, plans: [plan], entries: [...tarn.entries, other] }, 'plan', NOW)!.stages[0]
      .inked,
  ).toBe(0)
  expect(planModel(tarn, 'plan', NOW)).toBeNull()
})
