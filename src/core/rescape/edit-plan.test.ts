import { lodge } from '@/data/demo/lodge'
import type { Plan, TankHistory } from '../history/types'
import { planFaults } from '../history/sound'
import { dayOf, instantOf, type Instant } from '../quantity/time'
import { reviewDecline } from './decline'
import { editPlan, type PlanEdit } from './edit-plan'
import { draftPlan } from './plan'
import { stageSchedule } from './timing'

const NOW = '2026-11-24T09:00:00.000Z' as Instant
const [tarn] = lodge(NOW)
const drafted = draftPlan(tarn, reviewDecline(tarn, NOW), 'partial', NOW, NOW, 'plan')
if (!drafted.ok) throw new Error(drafted.problem)
const plan = drafted.value
const story: TankHistory = { ...tarn, plans: [plan] }

const edited = (edit: PlanEdit, of: Plan = plan, in_: TankHistory = story) => {
  const next = editPlan(of, edit, in_, NOW)
  if (!next.ok) throw new Error(next.problem)
  // Whatever is altered, the work can still be done in some order.
  expect(planFaults(next.value)).toEqual([])
  for (const { number } of next.value.stages) stageSchedule(next.value.steps, number)
  return next.value
}
const refused = (edit: PlanEdit, in_: TankHistory = story) => {
  const next = editPlan(plan, edit, in_, NOW)
  return next.ok ? '' : next.problem
}
const inked = (stepId: string): TankHistory => ({
  ...story,
  entries: [
    ...story.entries,
    {
      id: 'tick',
      kind: 'step-done',
      at: NOW,
      certainty: 'measured',
      by: 'keeper',
      note: null,
      expected: null,
      planId: 'plan',
      stepId,
      minutes: 5,
    },
  ],
})

test('a stage moved takes those after it along, and cannot go before the one it follows', () => {
  const [first, second] = plan.stages
  const later = instantOf(dayOf(second.on) + 5)
  const moved = edited({ do: 'move stage', stage: second.number, on: later })
  expect(moved.stages[0].on).toBe(first.on)
  moved.stages.slice(1).forEach((stage, i) => {
    expect(dayOf(stage.on) - dayOf(plan.stages[i + 1].on)).toBeCloseTo(5, 6)
  })
  expect(refused({ do: 'move stage', stage: second.number, on: first.on })).toMatch(/before/)
  expect(refused({ do: 'move stage', stage: 99, on: later })).toMatch(/not in this plan/)
})

test('what waited for a step that is dropped waits for what that one waited for', () => {
  const dropped = edited({ do: 'drop step', stepId: '1-sort' })
  expect(dropped.steps.some(({ id }) => id === '1-sort')).toBe(false)
  const plant = dropped.steps.find(({ id }) => id === '1-plant')!
  expect(plant.after).toContain('1-lift')
  expect(refused({ do: 'drop step', stepId: '1-sort' }, inked('1-sort'))).toMatch(/inked already/)
  expect(refused({ do: 'drop step', stepId: 'no such' })).toMatch(/not in this plan/)
  let rest = plan
  const own = plan.steps.filter(({ stage }) => stage === 1)
  for (const { id } of own.slice(1)) rest = edited({ do: 'drop step', stepId: id }, rest)
  expect(editPlan(rest, { do: 'drop step', stepId: own[0].id }, story, NOW)).toMatchObject({
    ok: false,
  })
})

test('steps change places where neither waits for the other', () => {
  const order = (of: Plan) => of.steps.filter(({ stage }) => stage === 1).map(({ id }) => id)
  expect(order(plan).slice(0, 2)).toEqual(['1-test', '1-materials'])
  expect(order(edited({ do: 'move step', stepId: '1-materials', by: -1 })).slice(0, 2)).toEqual([
    '1-materials',
    '1-test',
  ])
  expect(refused({ do: 'move step', stepId: '1-power', by: -1 })).toMatch(/waits for the other/)
  expect(refused({ do: 'move step', stepId: '1-test', by: -1 })).toMatch(/first already/)
})

test('a step of one’s own stands where it was put, and what came next waits for it', () => {
  const add = {
    do: 'add step',
    stage: 1,
    afterId: '1-lift',
    text: 'Photograph the roots',
    minutes: 10,
  } as const
  const added = edited(add)
  const at = added.steps.findIndex(({ id }) => id === '1-lift')
  expect(added.steps[at + 1]).toMatchObject({
    id: '1-own-1',
    does: 'own words',
    text: 'Photograph the roots',
    minutes: { best: 7, likely: 10, worst: 15 },
    after: ['1-lift'],
  })
  expect(added.steps.find(({ id }) => id === '1-sort')!.after).toContain('1-own-1')
  expect(edited(add, added).steps.filter(({ does }) => does === 'own words')).toHaveLength(2)
  expect(refused({ ...add, afterId: 'nowhere' })).toMatch(/not in this plan/)
})

test('a planting left out leaves its steps, its acts, its materials and the share of mass', () => {
  const stage = plan.stages.find(({ plantingIds }) => plantingIds.length > 1)!
  const [plantingId] = stage.plantingIds
  const left = edited({ do: 'leave planting', stage: stage.number, plantingId })
  const own = left.stages.find(({ number }) => number === stage.number)!
  expect(own.plantingIds).not.toContain(plantingId)
  expect(own.massShare).toBeLessThan(stage.massShare)
  const steps = left.steps.filter((step) => step.stage === stage.number)
  expect(steps.some(({ plantingIds }) => plantingIds.includes(plantingId))).toBe(false)
  expect(
    steps.some(({ acts }) =>
      acts.some((act) => 'plantingId' in act && act.plantingId === plantingId),
    ),
  ).toBe(false)
  expect(left.materials.some((material) => material.plantingId === plantingId)).toBe(false)
  expect(
    refused(
      { do: 'leave planting', stage: stage.number, plantingId },
      inked(`${stage.number}-lift`),
    ),
  ).toMatch(/begun/)
})

describe('what a section takes is worked out anew', () => {
  const stage = plan.stages.find(({ plantingIds }) => plantingIds.length > 1)!
  const [plantingId] = stage.plantingIds
  const step = (of: Plan, key: string, number = stage.number) =>
    of.steps.find(({ id }) => id === `${number}-${key}`)!
  const left = edited({ do: 'leave planting', stage: stage.number, plantingId })

  test('less to lift takes less time, opens less ground and names one stake less', () => {
    expect(step(left, 'lift').minutes.likely).toBeLessThan(step(plan, 'lift').minutes.likely)
    expect(step(left, 'lift').plantingIds).not.toContain(plantingId)
    const soil = (of: Plan) => of.materials.find(({ item }) => item === 'active soil')?.amount ?? 0
    expect(soil(plan)).toBeGreaterThan(0)
    expect(step(left, 'new-soil').litres!).toBeLessThan(step(plan, 'new-soil').litres!)
    expect(soil(left)).toBeLessThan(soil(plan))
    expect(left.stages.filter(({ number }) => number !== stage.number)).toEqual(
      plan.stages.filter(({ number }) => number !== stage.number),
    )
  })

  test('taken up again, the plan is what it was', () => {
    const back = edited({ do: 'take planting', stage: stage.number, plantingId }, left)
    const own = (of: Plan) =>
      of.steps
        .filter((one) => one.stage === stage.number)
        .map(({ id, minutes, litres, after }) => ({ id, minutes, litres, after }))
    expect(own(back)).toEqual(own(plan))
    expect(new Set(back.stages.find(({ number }) => number === stage.number)!.plantingIds)).toEqual(
      new Set(stage.plantingIds),
    )
    expect(refused({ do: 'take planting', stage: stage.number, plantingId })).toMatch(
      /not in this plan/,
    )
  })

  test('a step added, one dropped and one moved stay so', () => {
    let altered = edited({ do: 'drop step', stepId: `${stage.number}-sort` })
    altered = edited({ do: 'move step', stepId: `${stage.number}-materials`, by: -1 }, altered)
    altered = edited(
      {
        do: 'add step',
        stage: stage.number,
        afterId: `${stage.number}-lift`,
        text: 'Look',
        minutes: 5,
      },
      altered,
    )
    const less = edited({ do: 'leave planting', stage: stage.number, plantingId }, altered)
    const ids = (of: Plan) =>
      of.steps.filter((one) => one.stage === stage.number).map(({ id }) => id)
    expect(ids(less)).toEqual(ids(altered))
    expect(step(less, 'plant').after).toContain(`${stage.number}-own-1`)
    expect(step(less, 'plant').after).not.toContain(`${stage.number}-sort`)
  })

  test('a section left out goes whole; the last one stays', () => {
    const less = edited({ do: 'leave section', stage: stage.number })
    expect(less.stages).toHaveLength(plan.stages.length - 1)
    expect(less.steps.some((one) => one.stage === stage.number)).toBe(false)
    expect(less.materials.some((one) => stage.plantingIds.includes(one.plantingId ?? ''))).toBe(
      false,
    )
    let one = plan
    for (const { number } of plan.stages.slice(1))
      one = edited({ do: 'leave section', stage: number }, one)
    expect(
      editPlan(one, { do: 'leave section', stage: plan.stages[0].number }, story, NOW),
    ).toEqual(
      expect.objectContaining({ ok: false, problem: expect.stringMatching(/set the plan aside/) }),
    )
    expect(
      refused({ do: 'leave section', stage: stage.number }, inked(`${stage.number}-test`)),
    ).toMatch(/begun/)
  })

  test('a planting in no section gets one of its own, two weeks after the last', () => {
    const own = edited({ do: 'take planting', stage: null, plantingId }, left)
    const added = own.stages[own.stages.length - 1]
    const before = own.stages[own.stages.length - 2]
    expect(added.plantingIds).toEqual([plantingId])
    expect(dayOf(added.on) - dayOf(before.on)).toBeCloseTo(14, 6)
    expect(step(own, 'lift', added.number).acts).toEqual([
      expect.objectContaining({ do: 'lift', plantingId }),
    ])
  })

  test('where all comes out nothing is chosen; a trim leaves a planting uncut', () => {
    const full = draftPlan(tarn, reviewDecline(tarn, NOW), 'full', NOW, NOW, 'full')
    if (!full.ok) throw new Error(full.problem)
    expect(
      editPlan(full.value, { do: 'leave planting', stage: 1, plantingId }, story, NOW),
    ).toMatchObject({ ok: false })
    const trim = draftPlan(tarn, reviewDecline(tarn, NOW), 'trim', NOW, NOW, 'trim')
    if (!trim.ok) throw new Error(trim.problem)
    const cut = step(trim.value, 'trim', 1).plantingIds[0]
    const less = edited({ do: 'leave planting', stage: 1, plantingId: cut }, trim.value)
    expect(step(less, 'trim', 1).plantingIds).not.toContain(cut)
    expect(step(less, 'trim', 1).minutes.likely).toBeLessThan(
      step(trim.value, 'trim', 1).minutes.likely,
    )
  })
})
