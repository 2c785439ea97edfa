import fc from 'fast-check'
import type { Place, Sign } from '../journal/entry'
import { lodge } from '@/data/demo/lodge'
import { instantOf } from '../quantity/time'
import { CARPET, DAY0, entry, tank } from '../testing/tank'
import { reviewDecline } from './decline'
import { saySign } from './decline.words'
import { massShares } from './mass'
import { pert, schedule, type Activity } from './network'
import { weighOptions } from './options'
import { draftPlan } from './plan'
import { MAX_MASS_SHARE, sectionsFor } from './sections'
import { paceOf } from './steps'
import { animalsOutHours, stageSchedule } from './timing'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn] = lodge(NOW)

/**
 * The Reliable Construction Co. network of Hillier & Lieberman, Introduction to Operations Research (ch. “Project management
 * with PERT/CPM”): 14 activities, weeks; project 44 weeks, critical A-B-C-E-F-J-L-N, variance on the mean critical path 9.
 * Transcribed from memory of the textbook.
 */
const RELIABLE: Activity[] = (
  [
    ['A', 1, 2, 3, ''],
    ['B', 2, 3.5, 8, 'A'],
    ['C', 6, 9, 18, 'B'],
    ['D', 4, 5.5, 10, 'C'],
    ['E', 1, 4.5, 5, 'C'],
    ['F', 4, 4, 10, 'E'],
    ['G', 5, 6.5, 11, 'D'],
    ['H', 5, 8, 17, 'EG'],
    ['I', 3, 7.5, 9, 'C'],
    ['J', 3, 9, 9, 'FI'],
    ['K', 4, 4, 4, 'J'],
    ['L', 1, 5.5, 7, 'J'],
    ['M', 1, 2, 3, 'H'],
    ['N', 5, 5.5, 9, 'KL'],
  ] as const
).map(([id, best, likely, worst, after]) => ({ id, best, likely, worst, after: after.split('') }))

describe('critical path', () => {
  test('the published network: 44 weeks, its critical path, its variance', () => {
    const result = schedule(RELIABLE)
    expect(result.duration).toBeCloseTo(44, 9)
    expect(
      result.activities
        .filter(({ critical }) => critical)
        .map(({ id }) => id)
        .sort()
        .join(''),
    ).toBe('ABCEFJLN')
    expect(result.variance).toBeCloseTo(9, 9)
    const slack = Object.fromEntries(
      result.activities.map(({ id, slack: free }) => [id, Math.round(free)]),
    )
    expect(slack).toMatchObject({ D: 4, G: 4, H: 4, M: 4, I: 2, K: 1 })
  })
  test('PERT mean and variance (Malcolm et al. 1959)', () =>
    expect(pert({ best: 1, likely: 2, worst: 9 })).toEqual({ mean: 3, variance: (8 / 6) ** 2 }))
  test('a wait holds back the follower and counts to the end', () => {
    const { activities, duration } = schedule([
      { id: 'a', best: 1, likely: 1, worst: 1, after: [], wait: 24 },
      { id: 'b', best: 2, likely: 2, worst: 2, after: ['a'] },
    ])
    expect(activities.find(({ id }) => id === 'b')!.earliestStart).toBe(25)
    expect(duration).toBe(27)
    expect(activities.every(({ critical }) => critical)).toBe(true)
  })
  test('circles, strangers and twins are refused; nothing to do takes no time', () => {
    const a = { id: 'a', best: 1, likely: 1, worst: 1 }
    expect(() =>
      schedule([
        { ...a, after: ['b'] },
        { ...a, id: 'b', after: ['a'] },
      ]),
    ).toThrow(/wait for each other/)
    expect(() => schedule([{ ...a, after: ['x'] }])).toThrow(/not in the plan/)
    expect(() =>
      schedule([
        { ...a, after: [] },
        { ...a, after: [] },
      ]),
    ).toThrow(/share an id/)
    expect(schedule([])).toEqual({ activities: [], duration: 0, variance: 0 })
  })
  test('the duration is the longest chain of any random network (brute force over all chains)', () => {
    const network = fc.integer({ min: 1, max: 8 }).chain((n) =>
      fc.tuple(
        ...Array.from({ length: n }, (_, i) =>
          fc.record({
            time: fc.integer({ min: 1, max: 9 }),
            after: fc.subarray(Array.from({ length: i }, (_, k) => `n${k}`)),
          }),
        ),
      ),
    )
    fc.assert(
      fc.property(network, (nodes) => {
        const activities = nodes.map((node, i) => ({
          id: `n${i}`,
          best: node.time,
          likely: node.time,
          worst: node.time,
          after: node.after,
        }))
        const longest = (i: number): number =>
          nodes[i].time + Math.max(0, ...nodes[i].after.map((id) => longest(Number(id.slice(1)))))
        expect(schedule(activities).duration).toBeCloseTo(
          Math.max(...nodes.map((_, i) => longest(i))),
          9,
        )
      }),
    )
  })
})

describe('the decline review', () => {
  const review = reviewDecline(tarn, NOW)
  test('finds in the demo what the story tells, each with its evidence', () => {
    const state = Object.fromEntries(review.signs.map((sign) => [sign.sign, sign.state]))
    expect(state).toMatchObject({
      carpet: 'present',
      soil: 'present',
      algae: 'present',
      'bare-stems': 'present',
      work: 'present',
      joy: 'present',
      nitrate: 'present',
    })
    for (const sign of review.signs.filter((one) => one.state === 'present'))
      expect(saySign(sign, tarn).because.length).toBeGreaterThan(0)
  })
  test('what nobody looked at is unknown, not absent', () => {
    const empty = reviewDecline(tank(), instantOf(DAY0 + 10))
    expect(empty.signs.find((sign) => sign.sign === 'algae')?.state).toBe('unknown')
    expect(empty.signs.find((sign) => sign.sign === 'joy')?.state).toBe('unknown')
  })
  const seenIn = (...signs: [number, Sign, Place][]) =>
    reviewDecline(
      tank(signs.map(([day, sign, place]) => entry(day, 'sign', { sign, place }))),
      instantOf(DAY0 + 40),
    )
  const signOf = (of: ReturnType<typeof reviewDecline>, key: string) =>
    of.signs.find(({ sign }) => sign === key)!
  const onCarpet: Place = { of: 'planting', id: CARPET.id }
  const inGround: Place = { of: 'ground' }
  test('a carpet that was seen bald or lifting is a sign, though nobody judged its cover', () => {
    const bald = signOf(seenIn([30, 'bald patch', onCarpet], [37, 'lifting', onCarpet]), 'carpet')
    expect(bald).toMatchObject({ state: 'present', facts: { cover: null, bald: 1, lifting: 1 } })
    expect(saySign(bald, tank()).says).toMatch(
      /was not judged twice yet\. Bald patches seen once\. Seen lifting once\./,
    )
    expect(signOf(seenIn([30, 'melting', onCarpet]), 'carpet').state).toBe('unknown')
  })
  test('a bubble of gas is no black patch; gas seen again and again is a sign by itself', () => {
    const gas = (times: number) =>
      signOf(
        seenIn(
          ...Array.from({ length: times }, (_, i): [number, Sign, Place] => [
            20 + i,
            'gas in the ground',
            inGround,
          ]),
        ),
        'black-patches',
      )
    expect(gas(1)).toMatchObject({ state: 'absent', facts: { patches: 0, gas: 1 } })
    expect(gas(2).state).toBe('absent')
    expect(gas(3).state).toBe('present')
    const black = signOf(seenIn([30, 'black patch', inGround]), 'black-patches')
    expect(black.strength).toBeGreaterThan(gas(3).strength)
    expect(saySign(gas(1), tank()).says).toBe('None seen in three months. Gas in the ground once.')
  })
  test('what cannot be said yet is said for each sign in its own words', () => {
    for (const judged of reviewDecline(tank(), instantOf(DAY0 + 10)).signs.filter(
      ({ state }) => state === 'unknown',
    ))
      expect(saySign(judged, tank()).says).toMatch(/^(No|Too few) .*\.$/)
  })
  test('half a year ago the same tank was sound: entries after that day do not speak', () => {
    const then = instantOf(Date.parse(NOW) / 86_400_000 - 200)
    expect(reviewDecline(tarn, then).weight).toBeLessThan(review.weight / 2)
  })
})

describe('options and plan', () => {
  const review = reviewDecline(tarn, NOW)
  const options = weighOptions(tarn, review, NOW)
  test('relief is the strength-weighted share cured, and the best option comes first', () => {
    const full = options.find((option) => option.key === 'full')!
    const leave = options.find((option) => option.key === 'leave')!
    expect(leave.relief).toBe(0)
    expect(full.relief).toBeGreaterThan(0.8)
    expect(full.animalsOut.value).toBeGreaterThan(4)
    expect(options.find((option) => option.key === 'partial')!.animalsOut.value).toBe(0)
    expect([...options].sort((a, b) => b.worth - a.worth)[0]).toBe(options[0])
  })
  test('a sound tank is best left alone', () => {
    const sound = tank()
    const now = instantOf(DAY0 + 10)
    expect(weighOptions(sound, reviewDecline(sound, now), now)[0].key).toBe('leave')
    const bare = tank([], { plantings: [] })
    expect(
      weighOptions(bare, reviewDecline(bare, now), now).map((option) => option.key),
    ).not.toEqual(expect.arrayContaining(['partial']))
  })
  test('no section takes more than the cap of plant mass unless one planting alone does; none twice', () => {
    const shares = massShares(tarn, NOW)
    expect([...shares.values()].reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9)
    const sections = sectionsFor(tarn, review, NOW)
    for (const section of sections)
      expect(section.massShare <= MAX_MASS_SHARE + 1e-9 || section.plantings.length === 1).toBe(
        true,
      )
    const ids = sections.flatMap((section) => section.plantings.map((planting) => planting.id))
    expect(new Set(ids).size).toBe(ids.length)
  })
  test('the partial plan: stages a fortnight apart, a sound network, soil with spare, cautions at their step', () => {
    const result = draftPlan(tarn, review, 'partial', NOW, NOW, 'plan-1')
    if (!result.ok) throw new Error(result.problem)
    const plan = result.value
    const days = plan.stages.map((stage) => Date.parse(stage.on) / 86_400_000)
    days.slice(1).forEach((day, i) => expect(day - days[i]).toBeCloseTo(14, 9))
    for (const stage of plan.stages)
      expect(stageSchedule(plan.steps, stage.number).duration).toBeGreaterThan(72)
    const sections = sectionsFor(tarn, review, NOW)
    const soil = sections.reduce((sum, section) => sum + section.soilLitres, 0)
    const bought = plan.materials.find((material) => material.item === 'active soil')!.amount
    expect(bought).toBeGreaterThanOrEqual(soil * 1.1)
    expect(bought).toBeLessThanOrEqual(soil * 1.15 + 1)
    expect(plan.steps.find((step) => step.id === '1-power')!.cautions).toContain('mains')
    expect(animalsOutHours(plan.steps).value).toBe(0)
  })
  test('leaving it needs no plan, and says so', () =>
    expect(draftPlan(tarn, review, 'leave', NOW, NOW, 'x')).toMatchObject({ ok: false }))
  test('a keeper who took twice as long is planned at twice the time', () => {
    const first = draftPlan(tarn, review, 'partial', NOW, NOW, 'plan-1')
    if (!first.ok) throw new Error(first.problem)
    const ticks = first.value.steps.slice(0, 4).map((step, i) => ({
      id: `tick-${i}`,
      kind: 'step-done' as const,
      at: NOW,
      certainty: 'measured' as const,
      by: 'keeper' as const,
      note: null,
      expected: null,
      planId: 'plan-1',
      stepId: step.id,
      minutes: step.minutes.likely * 2,
    }))
    const slow = { ...tarn, plans: [first.value], entries: [...tarn.entries, ...ticks] }
    expect(paceOf(slow).factor).toBeCloseTo(2, 6)
    const second = draftPlan(slow, review, 'partial', NOW, NOW, 'plan-2')
    if (!second.ok) throw new Error(second.problem)
    const plant = (steps: typeof second.value.steps) =>
      steps.find((step) => step.id === '1-plant')!.minutes.likely
    expect(plant(second.value.steps) / plant(first.value.steps)).toBeCloseTo(2, 1)
  })
})
