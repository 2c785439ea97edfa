import { lodge } from '@/data/demo/lodge'
import { CATALOGUE } from '../plants/catalogue'
import { DAY0, entry, height, nitrate, STEMS, tank, withGround } from '../testing/tank'
import { instantOf } from '../quantity/time'
import { reviewDecline, type DeclineReview } from './decline'
import { schedule } from './network'
import { OPTION_KEYS } from '../history/plan-codes'
import { sayCaution, sayMaterial, sayStep } from '../history/plan.words'
import { weighOptions } from './options'
import { draftPlan } from './plan'
import { sectionsFor } from './sections'
import { fullResetSteps, sectionSteps, trimSteps } from './steps'
import { activitiesOf, animalsOutHours, handHours } from './timing'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn] = lodge(NOW)
const review = reviewDecline(tarn, NOW)
const sections = sectionsFor(tarn, review, NOW)
const at = (day: number) => instantOf(DAY0 + day)
const sign = (of: DeclineReview, key: string) => of.signs.find((one) => one.sign === key)!

describe('steps', () => {
  const all = {
    section: sectionSteps(tarn, sections[0], 1, true, NOW),
    full: fullResetSteps(tarn, NOW),
    trim: trimSteps(tarn, NOW),
  }
  test.each(Object.entries(all))(
    '%s: every step waits for steps that exist, takes best ≤ likely ≤ worst, and is written once',
    (_name, steps) => {
      const ids = steps.map((step) => step.id)
      expect(new Set(ids).size).toBe(ids.length)
      for (const step of steps) {
        expect(step.after.every((id) => ids.includes(id))).toBe(true)
        expect(step.minutes.best).toBeLessThanOrEqual(step.minutes.likely)
        expect(step.minutes.likely).toBeLessThanOrEqual(step.minutes.worst)
        expect(sayStep(step, tarn)).not.toMatch(/NaN|undefined/)
      }
      expect(schedule(activitiesOf(steps)).duration).toBeGreaterThan(0)
    },
  )
  test('power is off before any water is drawn, and the caution stands at that very step', () => {
    for (const steps of [all.section, all.full]) {
      const times = new Map(
        schedule(activitiesOf(steps)).activities.map((activity) => [activity.id, activity]),
      )
      const power = steps.find((step) => step.id.endsWith('-power'))!
      expect(power.cautions).toEqual(expect.arrayContaining(['mains']))
      for (const later of steps.filter((step) => /-(lower|lift|strip|catch)$/.test(step.id)))
        expect(times.get(later.id)!.earliestStart).toBeGreaterThanOrEqual(
          times.get(power.id)!.earliestFinish - 1e-9,
        )
    }
  })
  test('a section leaves the animals in; a reset has them out from catch to return, and shows the filled weight', () => {
    expect(animalsOutHours(all.section)).toMatchObject({
      value: 0,
      because: expect.stringContaining('stay in'),
    })
    const out = all.full.filter((step) => step.animalsOut).map((step) => step.id)
    expect(out).toEqual(expect.arrayContaining(['1-catch', '1-return', '1-fill']))
    const strip = all.full.find((step) => step.id === '1-strip')!
    expect(strip.cautions.map((caution) => sayCaution(caution, strip)).join()).toMatch(
      /Filled it is about \d+0 kg/,
    )
    expect(animalsOutHours(all.full).low).toBeGreaterThan(2)
  })
  test('without animals nobody is caught; without renewing, the ground is vacuumed', () => {
    expect(fullResetSteps({ ...tarn, populations: [] }, NOW).some((step) => step.animalsOut)).toBe(
      false,
    )
    const kept = sectionSteps(tarn, sections[0], 2, false, NOW).map((step) => step.id)
    expect(kept).toContain('2-vacuum')
    expect(kept).not.toContain('2-new-soil')
  })
  test('more ground takes longer, and the range is wider than the steps’ own spreads would promise', () => {
    const bigger = {
      ...sections[0],
      areaCm2: sections[0].areaCm2 * 3,
      soilLitres: sections[0].soilLitres * 3,
    }
    const [small, large] = [
      handHours(all.section),
      handHours(sectionSteps(tarn, bigger, 1, true, NOW)),
    ]
    expect(large.value).toBeGreaterThan(small.value * 1.4)
    expect((small.high - small.low) / 2).toBeGreaterThan(0.18 * small.value)
  })
})

describe('materials', () => {
  const plan = (option: 'trim' | 'zone' | 'soil' | 'full') => {
    const result = draftPlan(tarn, review, option, NOW, NOW, 'p')
    if (!result.ok) throw new Error(result.problem)
    return result.value
  }
  test('a trim needs water, a zone needs its own soil, a reset all of it', () => {
    expect(plan('trim').materials).toEqual([
      expect.objectContaining({ item: 'source water', amount: expect.any(Number) }),
    ])
    const soil = (option: 'zone' | 'full') =>
      plan(option).materials.find((material) => material.item === 'active soil')?.amount ?? 0
    expect(soil('full')).toBeGreaterThan(soil('zone'))
    expect(soil('full')).toBeGreaterThan(30)
  })
  test('a plan’s amounts are whole or to a tenth, none is negative, each says how it was reckoned', () => {
    for (const option of ['zone', 'soil', 'full'] as const) {
      for (const material of plan(option).materials) {
        expect(material.amount).toBeGreaterThan(0)
        expect(sayMaterial(material, tarn).says.length).toBeGreaterThan(2)
      }
    }
  })
})

describe('decline, sign by sign', () => {
  test('soil: working, tired and spent by the jar test', () => {
    const active = withGround(tank(), { material: 'active soil' }).layouts
    const strength = (khAfter: number) =>
      sign(
        reviewDecline(
          tank([entry(5, 'soil-test', { khBefore: 4, khAfter, hours: 40 })], { layouts: active }),
          at(6),
        ),
        'soil',
      ).strength
    expect([strength(1), strength(3), strength(3.9)]).toEqual([0, 0.4, 0.85])
  })
  test('black patches: unknown until a round is walked, absent when none was tapped, stronger the more often', () => {
    const round = entry(9, 'round', { minutes: 2, asked: 5, confirmed: 0 })
    const patch = (day: number) =>
      entry(day, 'sign', { sign: 'black patch', place: { of: 'ground' } })
    expect(sign(reviewDecline(tank(), at(10)), 'black-patches').state).toBe('unknown')
    expect(sign(reviewDecline(tank([round]), at(10)), 'black-patches').state).toBe('absent')
    const [once, often] = [[patch(5)], [patch(5), patch(7), patch(9)]].map(
      (entries) => sign(reviewDecline(tank(entries), at(10)), 'black-patches').strength,
    )
    expect(often).toBeGreaterThan(once)
  })
  test('algae count as chronic after eight weeks, not before', () => {
    const tuft = (day: number) =>
      entry(day, 'algae', { algae: 'black tufts', place: { of: 'glass' }, coverPercent: 10 })
    const round = (day: number) => entry(day, 'round', { minutes: 2, asked: 5, confirmed: 0 })
    expect(sign(reviewDecline(tank([tuft(0), tuft(30), round(30)]), at(31)), 'algae').state).toBe(
      'absent',
    )
    expect(
      sign(reviewDecline(tank([tuft(0), tuft(30), tuft(60), round(60)]), at(61)), 'algae').state,
    ).toBe('present')
  })
  test('bare stems name their plantings; joy and work need their marks', () => {
    const bare = reviewDecline(
      tank([entry(5, 'sign', { sign: 'bare below', place: { of: 'planting', id: STEMS.id } })]),
      at(6),
    )
    expect(sign(bare, 'bare-stems')).toMatchObject({ state: 'present', plantingIds: [STEMS.id] })
    expect(sign(bare, 'joy').state).toBe('unknown')
    expect(sign(bare, 'work').state).toBe('unknown')
  })
  test('nitrate gaining is told from nitrate high: the gain is compared with four months ago', () => {
    const entries = Array.from({ length: 40 }, (_, k) =>
      nitrate(k * 6, k < 20 ? 10 + (k % 2) : 10 + (k - 20) * 14),
    )
    expect(sign(reviewDecline(tank(entries), at(236)), 'nitrate')).toMatchObject({
      state: 'present',
      facts: { from: expect.any(Number), to: expect.any(Number) },
    })
    const level = Array.from({ length: 40 }, (_, k) => nitrate(k * 6, 38 + (k % 2)))
    expect(sign(reviewDecline(tank(level), at(236)), 'nitrate').state).toBe('absent')
  })
})

describe('options', () => {
  test('each is weighed once, each cures only signs that are present, none promises more than all', () => {
    const options = weighOptions(tarn, review, NOW)
    expect(options.map((option) => option.key).sort()).toEqual([...OPTION_KEYS].sort())
    for (const option of options) {
      expect(option.relief).toBeGreaterThanOrEqual(0)
      expect(option.relief).toBeLessThanOrEqual(1)
      expect(option.hands.low).toBeLessThanOrEqual(option.hands.high)
    }
  })
  test('a tank whose only trouble is stems gone long is trimmed, not reset', () => {
    const long = tank(
      [
        height(1, STEMS.id, 20),
        height(20, STEMS.id, 34),
        ...[10, 12, 14].map((day) =>
          entry(day, 'sign', { sign: 'bare below', place: { of: 'planting', id: STEMS.id } }),
        ),
        entry(19, 'round', { minutes: 2, asked: 4, confirmed: 0 }),
      ],
      { species: [CATALOGUE.greenStem, CATALOGUE.carpet] },
    )
    const [best] = weighOptions(long, reviewDecline(long, at(21)), at(21))
    expect(['trim', 'zone', 'leave', 'partial']).toContain(best.key)
    expect(best.key).not.toBe('full')
  })
})
