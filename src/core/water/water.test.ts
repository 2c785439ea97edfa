import fc from 'fast-check'
import { KalmanFilter } from 'kalman-filter'
import { seededRandom } from '../quantity/random'
import { change, DAY0, entry, nitrate, tank, withCare, KEPT_UP } from '../testing/tank'
import { instantOf } from '../quantity/time'
import {
  afterChange,
  fractionForTarget,
  steadyBeforeChange,
  steadyWithTopUp,
} from './changes/dilution'
import { runGainFilter, type FilterReading, type FilterSettings } from './estimate/gain-filter'
import {
  changeForTarget,
  crossing,
  estimateParameter,
  forecastParameter,
  routineChanges,
} from './estimate/estimate'
import { likelihoodOf } from './estimate/reading-uncertainty'
import { changeRegime, quantile } from './changes/regime'

const SETTINGS: FilterSettings = {
  gainDrift: 0.01,
  unrest: 0.05,
  prior: { c: 10, cSd: 5, g: 1, gSd: 1 },
}
const at = (day: number) => instantOf(DAY0 + day)

describe('dilution', () => {
  test('a change never raises a concentration above the larger of tank and source, nor lowers it below the smaller', () => {
    const concentration = fc.double({ min: 0, max: 500, noNaN: true })
    fc.assert(
      fc.property(
        concentration,
        concentration,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (t, s, f) => {
          const after = afterChange(t, s, f)
          expect(after).toBeLessThanOrEqual(Math.max(t, s) + 1e-9)
          expect(after).toBeGreaterThanOrEqual(Math.min(t, s) - 1e-9)
        },
      ),
    )
  })
  test('the fraction for a target reaches it: f = (C − T)/(C − S)', () => {
    const f = fractionForTarget(32, 15, 1)
    expect(f.ok && afterChange(32, 1, f.value)).toBeCloseTo(15, 10)
    expect(fractionForTarget(10, 15, 1)).toEqual({ ok: true, value: 0 })
    expect(fractionForTarget(32, 15, 20)).toMatchObject({
      ok: false,
      problem: expect.stringMatching(
        /stands at 20 itself, .* down to 15\. What is missing is a source below that/,
      ),
    })
  })
  test('closed forms of the steady state against the simulated balance', () => {
    let c = 3
    for (let k = 0; k < 400; k++) c = afterChange(c, 2, 0.4) + 1.3 * 9
    expect(steadyBeforeChange(1.3, 9, 0.4, 2)).toBeCloseTo(c, 8)
    // Evaporation: E litres topped up with source s per period, f of V changed with the same source.
    let mass = 0
    const [s, e, v, f] = [5, 8, 100, 0.25]
    for (let k = 0; k < 400; k++) mass = mass * (1 - f) + s * f * v + s * e
    expect(steadyWithTopUp(s, e, v, f)).toBeCloseTo(mass / v, 8)
    expect(() => steadyBeforeChange(1, 7, 0)).toThrow(RangeError)
  })
})

describe('the filter', () => {
  const random = seededRandom(7)
  const readings: FilterReading[] = Array.from({ length: 30 }, (_, k) => ({
    day: k,
    value: 10 + k * 0.8 + (random() - 0.5) * 6,
    sd: 2,
    h: 1,
  }))

  test('agrees with the kalman-filter package on the same constant-velocity series (filter and smoother)', () => {
    const run = runGainFilter(0, readings, [], [], SETTINGS)
    const dt = 1
    const q = SETTINGS.gainDrift
    const reference = new KalmanFilter({
      observation: { stateProjection: [[1, 0]], covariance: [[4]], dimension: 1 },
      dynamic: {
        dimension: 2,
        transition: [
          [1, dt],
          [0, 1],
        ],
        covariance: [
          [(q * dt ** 3) / 3 + SETTINGS.unrest * dt, (q * dt * dt) / 2],
          [(q * dt * dt) / 2, q * dt],
        ],
        // The package predicts before its first update: its first state is one step before the first reading.
        init: {
          mean: [[10], [1]],
          covariance: [
            [25, 0],
            [0, 1],
          ],
          index: -1,
        },
      },
    })
    const first = runGainFilter(-1, readings, [], [], SETTINGS)
    const states = reference.filterAll(readings.map((reading) => [reading.value])) as number[][]
    states.forEach(([c, g], k) => {
      expect(first.filtered[k].c).toBeCloseTo(c, 6)
      expect(first.filtered[k].g).toBeCloseTo(g, 6)
    })
    expect(run.filtered.at(-1)!.c).toBeCloseTo(states.at(-1)![0], 1)
  })

  test('smoothing equals the batch least-squares solution of the same model (normal equations, no recursion)', () => {
    const few = readings.slice(0, 6)
    const run = runGainFilter(0, few, [], [], { ...SETTINGS, gainDrift: 0, unrest: 0 })
    // With no process noise the state is (c0, g): a ridge regression with the prior as two more observations.
    const rows = [
      ...few.map((reading) => ({ x: [1, reading.day], y: reading.value, w: 1 / 4 })),
      { x: [1, 0], y: 10, w: 1 / 25 },
      { x: [0, 1], y: 1, w: 1 },
    ]
    const sum = (pick: (row: (typeof rows)[number]) => number) =>
      rows.reduce((total, row) => total + row.w * pick(row), 0)
    const [a, b, d] = [
      sum(({ x }) => x[0] * x[0]),
      sum(({ x }) => x[0] * x[1]),
      sum(({ x }) => x[1] * x[1]),
    ]
    const [p, r] = [sum(({ x, y }) => x[0] * y), sum(({ x, y }) => x[1] * y)]
    const det = a * d - b * b
    const [c0, g] = [(d * p - b * r) / det, (a * r - b * p) / det]
    run.smoothed.forEach((state, k) => expect(state.c).toBeCloseTo(c0 + g * few[k].day, 8))
    expect(run.smoothed[0].cc).toBeCloseTo(d / det, 8)
  })

  test('later readings never widen what was known (smoothed variance ≤ filtered)', () => {
    const run = runGainFilter(0, readings, [{ day: 10.5, a: 0.6, b: 0.4, sd: 0.3 }], [], SETTINGS)
    run.smoothed.forEach((state, k) =>
      expect(state.cc).toBeLessThanOrEqual(run.filtered[k].cc + 1e-9),
    )
  })
  test('a change dilutes by exactly what was exchanged', () => {
    const run = runGainFilter(0, [], [{ day: 5, a: 0.5, b: 1, sd: 0 }], [4.999999, 5], {
      gainDrift: 0,
      unrest: 0,
      prior: { c: 20, cSd: 0.001, g: 0, gSd: 0.001 },
    })
    expect(run.filtered.at(-1)!.c).toBeCloseTo(11, 3)
  })
  test('refuses to start after its first entry', () =>
    expect(() => runGainFilter(10, readings, [], [], SETTINGS)).toThrow(RangeError))
})

/** A tank whose truth is known: gain a day, a change every so often, photometer readings. */
function simulated(seed: number, gain: number, everyReading = 6) {
  const random = seededRandom(seed)
  const gauss = () => (random() + random() + random() + random() - 2) * Math.sqrt(3)
  let c = 8
  const entries = []
  const truth: number[] = []
  for (let day = 0; day <= 120; day++) {
    if (day > 0) c += gain
    if (day > 0 && day % 9 === 0) {
      entries.push(change(day, 0.4))
      c *= 0.6
    }
    truth.push(c)
    if (day % everyReading === 3)
      entries.push(nitrate(day + 0.1, Math.max(0, c + gauss() * (0.8 + 0.05 * c))))
  }
  return { story: tank(entries), truth, c, gain }
}

describe('nitrate', () => {
  test('without a reading it says so', () =>
    expect(estimateParameter(tank(), 'nitrate', at(5))).toMatchObject({
      ok: false,
      problem: expect.stringContaining('No nitrate reading'),
    }))

  test('on 60 simulated tanks the 80 % ranges of level and gain hold the truth about as often as they should (seeds 1–60)', () => {
    let held = 0
    let gainHeld = 0
    for (let seed = 1; seed <= 60; seed++) {
      const { story, c, gain } = simulated(seed, 0.4 + (seed % 10) * 0.2)
      const result = estimateParameter(story, 'nitrate', at(120.5))
      if (!result.ok) throw new Error(result.problem)
      const { now, gainPerDay } = result.value
      if (c + gain * 0.5 >= now.low && c + gain * 0.5 <= now.high) held++
      if (gain >= gainPerDay.low && gain <= gainPerDay.high) gainHeld++
    }
    expect(held / 60).toBeGreaterThan(0.68)
    expect(gainHeld / 60).toBeGreaterThan(0.7)
  })

  test('a lone reading far off is named and set aside; two that agree are believed', () => {
    const { story } = simulated(3, 1)
    const odd = [...story.entries, nitrate(100.5, 90)].sort((a, b) => (a.at < b.at ? -1 : 1))
    const lone = estimateParameter(tank(odd), 'nitrate', at(120.5))
    expect(
      lone.ok && lone.value.readings.find((reading) => reading.value === 90)?.setAside,
    ).toMatch(/mg\/L above what was expected/)
    const leap = [
      ...story.entries.filter((one) => one.at < at(112)),
      nitrate(113, 90),
      nitrate(115, 92),
    ]
    const believed = estimateParameter(tank(leap), 'nitrate', at(116))
    expect(believed.ok && believed.value.now.value).toBeGreaterThan(75)
    expect(
      believed.ok && believed.value.readings.every((reading) => reading.setAside === null),
    ).toBe(true)
  })

  test('evaporation concentrates what is read, and topping up with pure water brings it back', () => {
    const base = tank([nitrate(0.1, 20), nitrate(10, 24), nitrate(20, 24.1)])
    const dry = estimateParameter(withCare(base, { evaporationLitresPerDay: 1 }), 'nitrate', at(20))
    const wet = estimateParameter(base, 'nitrate', at(20))
    // The same readings with water missing mean less nitrate in the tank.
    expect(dry.ok && wet.ok && dry.value.now.value < wet.value.now.value).toBe(true)
  })

  test('a glance weighs less than a reading', () => {
    expect(likelihoodOf('nitrate', 20, 'photometer', 'glance').sd).toBeCloseTo(
      3 * likelihoodOf('nitrate', 20, 'photometer', 'measured').sd,
      10,
    )
  })

  test('forecast: no change climbs by the gain, and crosses a limit where arithmetic says', () => {
    const { story } = simulated(5, 1, 4)
    const result = estimateParameter(story, 'nitrate', at(120.5))
    if (!result.ok) throw new Error(result.problem)
    const estimate = result.value
    const path = forecastParameter(estimate, 60, [])
    expect(path.at(-1)!.value - path[0].value).toBeCloseTo(60 * estimate.gainPerDay.value, 6)
    const limit = path[0].value + 10
    const when = crossing(path, limit)
    expect(when.likely).toBeCloseTo(10 / estimate.gainPerDay.value, 1)
    expect(when.earliest!).toBeLessThan(when.likely!)
    expect(when.latest === null || when.latest > when.likely!).toBe(true)
    expect(crossing(path, 0).likely).toBe(0)
    expect(crossing(path, 1e6)).toEqual({ likely: null, earliest: null, latest: null })
  })

  test('how much to change: the forecast after that change stands at the target', () => {
    const { story } = simulated(6, 1)
    const result = estimateParameter(story, 'nitrate', at(120.5))
    if (!result.ok) throw new Error(result.problem)
    const answer = changeForTarget(result.value, 6, 0)
    if (!answer.ok) throw new Error(answer.problem)
    const after = forecastParameter(result.value, 1, [
      { day: result.value.state.day, fraction: answer.value.fraction.value, source: 0 },
    ])
    expect(after[2].value).toBeCloseTo(6, 6)
    expect(answer.value.litres.value).toBeCloseTo(
      answer.value.fraction.value * result.value.litres,
      6,
    )
  })

  test('the routine ahead: an overdue change counts as tomorrow’s', () => {
    const story = tank([change(0, 0.4)], {
      routines: [
        {
          id: 'r',
          kind: 'water-change',
          everyDays: 7,
          amount: 0.5,
          says: 'change',
          since: at(0),
          ...KEPT_UP,
        },
      ],
    })
    const ahead = routineChanges(story, 'nitrate', at(20), 21)
    expect(ahead.map(({ day }) => day - DAY0)).toEqual([21, 28, 35])
    expect(ahead[0].fraction).toBe(0.5)
    expect(routineChanges(tank(), 'nitrate', at(20), 21)).toEqual([])
  })
})

describe('regime', () => {
  test('adherence is computed from the record', () => {
    const days = [0, 7, 14, 28, 35, 52]
    const story = tank(
      days.map((day) => change(day, 0.4)),
      {
        routines: [
          {
            id: 'r',
            kind: 'water-change',
            everyDays: 7,
            amount: 0.4,
            says: 'change',
            since: at(0),
            ...KEPT_UP,
          },
        ],
      },
    )
    const regime = changeRegime(story, at(53))
    expect(regime).toMatchObject({
      changes: 6,
      adherence: 3 / 5,
      onTime: '3 of the last 5',
      routineDays: 7,
      fraction: 0.4,
    })
    expect(regime.everyDays?.median).toBe(7)
    expect(changeRegime(tank([entry(1, 'note', { text: 'x' })]), at(5))).toMatchObject({
      everyDays: null,
      fraction: null,
      lastAt: null,
      adherence: null,
    })
  })
  test('quantiles as in R type 7 (Hyndman & Fan 1996)', () => {
    expect(quantile([1, 2, 3, 4], 0.25)).toBeCloseTo(1.75, 12)
    expect(() => quantile([], 0.5)).toThrow(RangeError)
  })
})
