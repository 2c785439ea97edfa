import { tankAt, tankNow } from '@/core/history/tank-at'
import { dayOf } from '@/core/quantity/time'
import { readTankFile, writeTankFile } from '@/data/formats/tank-file'
import { lodge } from '@/data/demo/lodge'
import { now } from '@/data/clock'
import type { Database } from '@/data/db'
import { loadStory } from '@/data/story'
import { serveFromMemory } from '@/data/testing/served'
import { draft, setAside, tickStep, untickStep } from './actions'
import { sent } from '@/data/testing/sent'

jest.mock('next/cache', () => ({ revalidatePath: () => {} }))
jest.mock('next/navigation', () => ({
  notFound: () => {
    throw new Error('no such tank')
  },
}))

let db: Database
let close: () => Promise<void>
const START = new Date(Date.parse(now()) + 2 * 86_400_000).toISOString().slice(0, 10)
beforeAll(async () => {
  ;({ db, close } = await serveFromMemory(lodge(now())[0]))
})
afterAll(() => close())
const story = async () => (await loadStory(db, 'tarn'))!
const problems = (answer: { ok: boolean; problems?: { field: string; says: string }[] }) =>
  answer.ok
    ? ''
    : (answer.problems ?? []).map((problem) => `${problem.field}: ${problem.says}`).join(' | ')

test('a plan is drawn up in pencil, its steps are ticked with their minutes, taken back, and the plan set aside and taken up', async () => {
  const answer = await draft('tarn', { option: 'partial', startOn: START }, sent())
  if (!answer.ok) throw new Error(problems(answer))
  const plan = (await story()).plans.find((one) => one.id === answer.value)!
  expect(plan).toMatchObject({ option: 'partial', state: 'pencil' })
  const [first, second] = plan.steps
  expect((await tickStep('tarn', plan.id, first.id, '25', [], sent())).ok).toBe(true)
  expect((await tickStep('tarn', plan.id, second.id, '', [], sent())).ok).toBe(true)
  const ticks = (await story()).entries.filter((entry) => entry.kind === 'step-done')
  expect(ticks).toEqual([
    expect.objectContaining({
      stepId: first.id,
      minutes: 25,
      certainty: 'measured',
      expected: { value: first.minutes.likely, low: first.minutes.best, high: first.minutes.worst },
    }),
    expect.objectContaining({
      stepId: second.id,
      minutes: second.minutes.likely,
      certainty: 'glance',
    }),
  ])
  expect(problems(await tickStep('tarn', plan.id, first.id, '10', [], sent()))).toContain(
    'ticked off already',
  )
  expect((await untickStep('tarn', ticks[0].id)).ok).toBe(true)
  expect((await tickStep('tarn', plan.id, first.id, '10', [], sent())).ok).toBe(true)
  expect((await setAside('tarn', plan.id, true)).ok).toBe(true)
  expect((await story()).plans.find((one) => one.id === plan.id)!.state).toBe('set-aside')
  expect((await setAside('tarn', plan.id, false)).ok).toBe(true)
})
test('a step does to the tank what it offers, what was taken off is left, and a tick taken back takes all back', async () => {
  const [plan] = (await story()).plans
  const before = await story()
  const lift = plan.steps.find((step) => step.acts.some((one) => one.do === 'lift'))!
  const cut = plan.steps.find((step) => step.acts.some((one) => one.do === 'cut'))!
  const [first, ...others] = lift.acts
  const done = (acts: readonly { id: string }[]) => acts.map(({ id }) => ({ id, amount: null }))
  expect((await tickStep('tarn', plan.id, lift.id, '30', done(others), sent())).ok).toBe(true)
  const after = await story()
  const there = (plantingId: string) =>
    tankNow(after, now()).plantings.some((planting) => planting.id === plantingId)
  for (const act of others) if (act.do === 'lift') expect(there(act.plantingId)).toBe(false)
  if (first.do === 'lift') expect(there(first.plantingId)).toBe(true)
  const tick = after.entries.find((one) => one.kind === 'step-done' && one.stepId === lift.id)!
  expect((await untickStep('tarn', tick.id)).ok).toBe(true)
  expect(await story()).toEqual(before)
  const heights = cut.acts.map(({ id }) => ({ id, amount: 7 }))
  expect((await tickStep('tarn', plan.id, cut.id, '', heights, sent())).ok).toBe(true)
  const trims = (await story()).entries.filter(
    (one) => one.kind === 'trim' && !before.entries.some(({ id }) => id === one.id),
  )
  expect(trims.map((one) => one.kind === 'trim' && one.toCm)).toEqual(heights.map(() => 7))
  expect((await untickStep('tarn', trims[0].id)).ok).toBe(true)
  expect(await story()).toEqual(before)
})
test('a full reset done step by step: the old layout is past, the new one lies there with what was planted and laid, both on their days', async () => {
  const before = tankNow(await story(), now())
  const answer = await draft('tarn', { option: 'full', startOn: START }, sent())
  if (!answer.ok) throw new Error(problems(answer))
  const plan = (await story()).plans.find((one) => one.id === answer.value)!
  for (const step of plan.steps.filter(({ acts }) => acts.length > 0)) {
    const done = step.acts.map(({ id }) => ({ id, amount: null }))
    expect(problems(await tickStep('tarn', plan.id, step.id, '', done, sent()))).toBe('')
  }
  const after = await story()
  expect(after.layouts.map(({ to }) => to === null)).toEqual([false, true])
  const here = tankNow(after, now())
  expect(here.layout).toMatchObject({ id: `${plan.id}.layout` })
  expect(here.plantings.map(({ id }) => id)).toEqual(before.plantings.map(({ id }) => id))
  expect(here.layout!.hardscape.map(({ id }) => id)).toEqual(
    before.layout!.hardscape.map(({ id }) => id),
  )
  const past = tankAt(after, dayOf(now()) - 5)
  expect([past.layout!.id, past.plantings.length]).toEqual([
    before.layout!.id,
    before.plantings.length,
  ])
  expect(await readTankFile(new TextEncoder().encode(writeTankFile(after)), now())).toMatchObject({
    ok: true,
  })
})
test.each([
  ['an option that is none', { option: 'explode', startOn: START }, /not an option/],
  ['a day that does not exist', { option: 'partial', startOn: '2027-02-31' }, /does not exist/],
  ['the past', { option: 'partial', startOn: '2020-01-01' }, /cannot be planned for the past/],
  ['a far future', { option: 'partial', startOn: '2099-01-01' }, /more than two years/],
  ['words for a day', { option: 'partial', startOn: 'soon' }, /must be a date/],
  ['leaving it, which needs no plan', { option: 'leave', startOn: START }, /needs no plan/],
])('%s is refused in a sentence', async (_name, raw, sentence) => {
  const before = (await story()).plans.length
  expect(problems(await draft('tarn', raw, sent()))).toMatch(sentence)
  expect((await story()).plans.length).toBe(before)
})
test('steps and plans that are not there, and minutes that are none', async () => {
  const [plan] = (await story()).plans
  expect(problems(await tickStep('tarn', plan.id, 'ghost', '5', [], sent()))).toContain(
    'not in this plan',
  )
  expect(problems(await tickStep('tarn', 'ghost', plan.steps[3].id, '5', [], sent()))).toContain(
    'not in this plan',
  )
  expect(problems(await tickStep('tarn', plan.id, plan.steps[3].id, 'long', [], sent()))).toContain(
    'must be a number',
  )
  expect(problems(await tickStep('tarn', plan.id, plan.steps[3].id, '-5', [], sent()))).toContain(
    'below zero',
  )
  expect(problems(await setAside('tarn', 'ghost', true))).toContain('no such plan')
})
