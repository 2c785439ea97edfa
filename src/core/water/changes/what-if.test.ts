import { seededRandom } from '../../quantity/random'
import { BATCH, growthAtLight, makeRuns, type Regime, type WhatIfInput } from './what-if'

const KEEPING: Regime = {
  changeFraction: 0.4,
  changeEveryDays: 7,
  source: 1,
  topUpSource: 0,
  dosePerDay: 0,
  feed: 1,
  plants: 1,
  light: 1,
  evaporation: 1,
}
const input = (over: Partial<WhatIfInput> = {}, trial: Partial<Regime> = {}): WhatIfInput => ({
  state: { day: 0, c: 20, g: 1, cc: 4, cg: 0.1, gg: 0.04 },
  gainDrift: 0,
  unrest: 0,
  days: 84,
  firstChangeIn: 7,
  feedPerDay: { value: 1.2, sd: 0.2 },
  uptakePerDay: { value: 0.6, sd: 0.1 },
  evaporationShare: 0.01,
  present: KEEPING,
  trial: { ...KEEPING, ...trial },
  limit: 40,
  ...over,
})
const live = (of: WhatIfInput, runs = 400, seed = 1) => {
  const steps = makeRuns(of, runs, seed)
  steps.run(0, runs)
  return steps.result()
}
const sure = { cc: 0, cg: 0, gg: 0, day: 0, c: 20, g: 1 }
const last = (list: readonly number[]) => list[list.length - 1]

describe('what if', () => {
  test('without doubt it is plain arithmetic: C ← (1−f)C + fS + g, and the band has no width', () => {
    const result = live(
      input({
        state: sure,
        feedPerDay: { value: 1.2, sd: 0 },
        uptakePerDay: { value: 0.6, sd: 0 },
      }),
      20,
    )
    let c = 20
    for (let day = 1; day <= 84; day++) {
      c += 1
      if (day < 84 && day % 7 === 0) c = 0.6 * c + 0.4
    }
    expect(last(result.present.middle)).toBeCloseTo(c, 9)
    expect(last(result.present.high) - last(result.present.low)).toBeCloseTo(0, 9)
  })
  test('the 80 % band of a straight climb is the closed form: sd² = Pcc + 2tPcg + t²Pgg', () => {
    const result = live(input({ present: { ...KEEPING, changeFraction: 0 }, days: 30 }), 2000)
    const sd = Math.sqrt(4 + 2 * 30 * 0.1 + 900 * 0.04)
    expect(last(result.present.middle)).toBeCloseTo(50, 0)
    expect((last(result.present.high) - last(result.present.low)) / 2 / 1.2816).toBeCloseTo(sd, 0)
  })
  test('more change, less food, more plants, more light each bring it down; every slider left alone changes nothing', () => {
    const still = live(input())
    expect(still.trial).toEqual(still.present)
    for (const trial of [
      { changeFraction: 0.6 },
      { changeEveryDays: 4 },
      { feed: 0.5 },
      { plants: 1.6 },
      { light: 1.4 },
      { source: 0 },
    ]) {
      const tried = live(input({}, trial))
      expect(last(tried.trial.middle)).toBeLessThan(last(tried.present.middle))
    }
    expect(last(live(input({}, { dosePerDay: 0.5 })).trial.middle)).toBeGreaterThan(
      last(still.trial.middle),
    )
    const topped = live(
      input({ present: { ...KEEPING, topUpSource: 30 } }, { topUpSource: 30, evaporation: 2 }),
    )
    expect(last(topped.trial.middle)).toBeGreaterThan(last(topped.present.middle))
  })
  test('when it is over the limit: in order, zero when it stands over it, never for a tank that stays clean', () => {
    const climbing = live(input({ present: { ...KEEPING, changeFraction: 0 } }))
    const { earliest, likely, latest } = climbing.present.over
    expect(earliest!).toBeLessThan(likely!)
    expect(likely!).toBeCloseTo(20, 0)
    expect(latest!).toBeGreaterThan(likely!)
    expect(live(input({ limit: 5 })).present.over).toMatchObject({ earliest: 0, likely: 0 })
    expect(live(input({ limit: 500 })).present).toMatchObject({
      overShare: 0,
      over: { earliest: null, likely: null, latest: null },
    })
  })
  test('the same seed lives the same lives, in one go or in batches; another seed lives others', () => {
    const whole = live(input(), 300, 7)
    const batched = makeRuns(input(), 300, 7)
    for (let done = 0; done < 300; done += BATCH) batched.run(done, done + BATCH)
    expect(batched.result()).toEqual(whole)
    expect(live(input(), 300, 8)).not.toEqual(whole)
  })
  test('against a plain loop written apart from it, with a wandering gain (seed 21, means within the error of the mean)', () => {
    const of = input({ gainDrift: 0.002, unrest: 0.05 })
    const random = seededRandom(21)
    const gauss = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    let total = 0
    for (let run = 0; run < 2000; run++) {
      const z = gauss()
      let c = 20 + 2 * z
      let g = 1 + (0.1 / 4) * 2 * z + Math.sqrt(0.04 - 0.01 / 4) * gauss()
      for (let day = 1; day <= 84; day++) {
        c = Math.max(0, c + g + Math.sqrt(0.05) * gauss())
        g += Math.sqrt(0.002) * gauss()
        if (day < 84 && day % 7 === 0) c = c * 0.6 + 0.4
      }
      total += c / 2000
    }
    const { middle } = live(of, 2000, 5).present
    expect(Math.abs(last(middle) - total)).toBeLessThan(1.2)
  })
  test('growth by light: as now at one, none in the dark, less than in proportion above', () => {
    expect([growthAtLight(1), growthAtLight(0)]).toEqual([1, 0])
    expect(growthAtLight(1.5)).toBeLessThan(1.5)
    expect(growthAtLight(1.5)).toBeGreaterThan(1)
  })
})
