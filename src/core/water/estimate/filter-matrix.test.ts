import fc from 'fast-check'
import { Matrix, inverse } from 'ml-matrix'
import { seededRandom } from '../../quantity/random'
import { fillNormal, normalCdf, normalStream } from '../../quantity/normal'
import {
  runGainFilter,
  type FilterEvent,
  type FilterReading,
  type FilterSettings,
} from './gain-filter'
import { readField, TOLD } from './read-field'

const moments = (
  m: number,
  p: number,
  {
    low,
    high,
    blurLow,
    blurHigh,
  }: { low: number; high: number; blurLow: number; blurHigh: number },
) => {
  const told = new Float64Array(3)
  return readField(m, p, low, high, blurLow, blurHigh, told)
    ? { mean: told[TOLD.mean], variance: told[TOLD.variance], chance: told[TOLD.chance] }
    : null
}

/**
 * The textbook matrix form of filter and smoother (Rauch, Tung & Striebel 1965; Särkkä 2013, algorithms 4.2 and 8.2), written on
 * ml-matrix without a look at the recursion it checks: two states, one known dilution, irregular times.
 */
function byMatrices(
  from: number,
  readings: readonly FilterReading[],
  event: FilterEvent,
  { gainDrift: q, unrest, prior }: FilterSettings,
) {
  const nodes = [
    ...readings.map((reading) => ({ day: reading.day, reading, event: null })),
    { day: event.day, reading: null, event },
  ].sort((a, b) => a.day - b.day)
  let x = new Matrix([[prior.c], [prior.g]])
  let p = new Matrix([
    [prior.cSd ** 2, 0],
    [0, prior.gSd ** 2],
  ])
  let day = from
  const steps = nodes.map((node) => {
    const dt = node.day - day
    day = node.day
    const drift = new Matrix([
      [1, dt],
      [0, 1],
    ])
    const noise = new Matrix([
      [(q * dt ** 3) / 3 + unrest * dt, (q * dt * dt) / 2],
      [(q * dt * dt) / 2, q * dt],
    ])
    const dilute = new Matrix([
      [node.event?.a ?? 1, 0],
      [0, 1],
    ])
    const f = dilute.mmul(drift)
    const predictedX = f.mmul(x).add(new Matrix([[node.event?.b ?? 0], [0]]))
    const predictedP = f
      .mmul(p)
      .mmul(f.transpose())
      .add(dilute.mmul(noise).mmul(dilute.transpose()))
      .add(
        new Matrix([
          [(node.event?.sd ?? 0) ** 2, 0],
          [0, 0],
        ]),
      )
    x = predictedX
    p = predictedP
    if (node.reading) {
      const h = new Matrix([[node.reading.h, 0]])
      const s = h.mmul(p).mmul(h.transpose()).get(0, 0) + node.reading.sd ** 2
      const gain = p.mmul(h.transpose()).div(s)
      x = predictedX
        .clone()
        .add(gain.clone().mul(node.reading.value - h.mmul(predictedX).get(0, 0)))
      p = predictedP.clone().sub(gain.mmul(h).mmul(predictedP))
    }
    return { f, predictedX, predictedP, x, p }
  })
  const smooth = [...steps.map(({ x: mean, p: cov }) => ({ x: mean, p: cov }))]
  for (let k = steps.length - 2; k >= 0; k--) {
    const next = steps[k + 1]
    const c = steps[k].p.mmul(next.f.transpose()).mmul(inverse(next.predictedP))
    smooth[k] = {
      x: steps[k].x.clone().add(c.mmul(smooth[k + 1].x.clone().sub(next.predictedX))),
      p: steps[k].p
        .clone()
        .add(c.mmul(smooth[k + 1].p.clone().sub(next.predictedP)).mmul(c.transpose())),
    }
  }
  return { steps, smooth }
}

test('filter and smoother equal their matrix form on irregular readings with a dilution between them (seed 11)', () => {
  const random = seededRandom(11)
  const readings: FilterReading[] = Array.from({ length: 14 }, (_, k) => ({
    day: k * 2.3 + random(),
    value: 12 + 9 * random(),
    sd: 0.8 + random(),
    h: 1 + 0.05 * random(),
  }))
  const event: FilterEvent = { day: 15.6, a: 0.55, b: 0.7, sd: 0.2 }
  const settings: FilterSettings = {
    gainDrift: 0.012,
    unrest: 0.08,
    prior: { c: 9, cSd: 4, g: 0.6, gSd: 1.1 },
  }
  const ours = runGainFilter(0, readings, [event], [], settings)
  const theirs = byMatrices(0, readings, event, settings)
  theirs.steps.forEach(({ x, p }, k) => {
    expect(ours.filtered[k].c).toBeCloseTo(x.get(0, 0), 9)
    expect(ours.filtered[k].gg).toBeCloseTo(p.get(1, 1), 9)
  })
  theirs.smooth.forEach(({ x, p }, k) => {
    expect(ours.smoothed[k].c).toBeCloseTo(x.get(0, 0), 8)
    expect(ours.smoothed[k].g).toBeCloseTo(x.get(1, 0), 8)
    expect(ours.smoothed[k].cc).toBeCloseTo(p.get(0, 0), 8)
  })
})

test('a change is doubted by a share of what it moves, and a step lets the gain go (matrix form, seed 12)', () => {
  const random = seededRandom(12)
  const readings: FilterReading[] = Array.from({ length: 10 }, (_, k) => ({
    day: k * 3 + random(),
    value: 14 + 5 * random(),
    sd: 1,
    h: 1,
  }))
  const settings: FilterSettings = {
    gainDrift: 0.01,
    unrest: 0.05,
    prior: { c: 12, cSd: 3, g: 0.5, gSd: 0.8 },
  }
  const before = runGainFilter(0, readings.slice(0, 5), [], [13.9], settings).filtered.at(-1)!
  const shared = runGainFilter(
    0,
    readings.slice(0, 5),
    [{ day: 14, a: 0.5, b: 1, sd: 0, share: 0.1 }],
    [],
    settings,
  )
  const plain = runGainFilter(
    0,
    readings.slice(0, 5),
    [{ day: 14, a: 0.5, b: 1, sd: 0 }],
    [],
    settings,
  )
  const at = (run: typeof plain) => run.filtered.at(-1)!
  // E[(0.5·c − 1)²]·0.1², with c as it stood just before.
  const c = before.c + before.g * 0.1
  const moved = (0.5 * c - 1) ** 2 + 0.25 * (at(plain).cc / 0.25)
  expect(at(shared).cc - at(plain).cc).toBeCloseTo(0.01 * moved, 6)
  const step = { day: 20, variance: 2 }
  const stepped = runGainFilter(0, [], [], [20, 25], { ...settings, steps: [step] })
  const calm = runGainFilter(0, [], [], [20, 25], settings)
  expect(stepped.filtered[1].gg - calm.filtered[1].gg).toBeCloseTo(2, 9)
  expect(stepped.filtered[1].cc - calm.filtered[1].cc).toBeCloseTo(2 * 25, 9)
})

test('the standing error of an eye is told by an instrument beside it, and its smoother equals the joint posterior (Gaussian, seed 13)', () => {
  // Readings by eye show c·(1 + e) about an expected level; with wide fields given as sharp values the whole is linear in (c, e) near c.
  const level = 20
  const eye = 0.15
  const readings: FilterReading[] = [0, 1, 2, 3, 4, 5].flatMap((day) => [
    { day, value: level, sd: 0.05, h: 1 },
    { day: day + 0.5, value: level * (1 + eye), sd: 0.5, h: 1, byEye: true },
  ])
  const run = runGainFilter(0, readings, [], [], {
    gainDrift: 0,
    unrest: 1e-9,
    prior: { c: level, cSd: 1, g: 0, gSd: 1e-6 },
    eye: { look: 0, bias: 0.2 },
  })
  // A regression of six readings on one share: 1/(1/0.2² + Σ level²/0.5²).
  const precision = 1 / 0.2 ** 2 + (6 * level ** 2) / 0.5 ** 2
  expect(run.eye.value).toBeCloseTo((6 * level * level * eye) / 0.5 ** 2 / precision, 2)
  expect(run.eye.sd).toBeCloseTo(1 / Math.sqrt(precision), 3)
  for (const state of run.smoothed) expect(state.c).toBeCloseTo(level, 1)
})

test('what settles: filter and smoother equal the exact posterior of a stationary Gaussian process (kriging, Rasmussen & Williams 2006, eq. 2.25–2.26)', () => {
  const settle = { mean: 7, sd: 0.4, tauDays: 9 }
  const random = seededRandom(5)
  const readings: FilterReading[] = Array.from({ length: 9 }, (_, k) => ({
    day: k * 4 + 3 * random(),
    value: 6.6 + random(),
    sd: 0.15,
    h: 1,
  }))
  const ours = runGainFilter(0, readings, [], [], {
    gainDrift: 0,
    unrest: 0,
    prior: { c: 7, cSd: 0.4, g: 0, gSd: 0 },
    settle,
  })
  const kernel = (a: number, b: number) =>
    settle.sd ** 2 * Math.exp(-Math.abs(a - b) / settle.tauDays)
  const k = new Matrix(readings.map((a) => readings.map((b) => kernel(a.day, b.day))))
  const noisy = k.clone().add(Matrix.eye(readings.length).mul(0.15 ** 2))
  const weights = k.mmul(inverse(noisy))
  const mean = weights.mmul(new Matrix(readings.map((reading) => [reading.value - settle.mean])))
  const cov = k.clone().sub(weights.mmul(k))
  ours.smoothed.forEach((state, i) => {
    expect(state.c).toBeCloseTo(settle.mean + mean.get(i, 0), 8)
    expect(state.cc).toBeCloseTo(cov.get(i, i), 8)
  })
})

test('an interval reading has the mean and variance of its exact posterior (numerical integration)', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 50, noNaN: true }),
      fc.double({ min: 0.5, max: 60, noNaN: true }),
      fc.double({ min: 0, max: 40, noNaN: true }),
      fc.double({ min: 1, max: 30, noNaN: true }),
      fc.double({ min: 0.2, max: 4, noNaN: true }),
      fc.double({ min: 1, max: 2, noNaN: true }),
      (m, p, low, width, blur, softer) => {
        const ends = { low, high: low + width, blurLow: blur, blurHigh: blur * softer }
        const found = moments(m, p, ends)
        const sd = Math.sqrt(p)
        let [total, first, second] = [0, 0, 0]
        const steps = 4000
        for (let k = 0; k < steps; k++) {
          const x = m - 9 * sd + ((k + 0.5) * 18 * sd) / steps
          const weight =
            Math.exp(-0.5 * ((x - m) / sd) ** 2) *
            (normalCdf((low + width - x) / (blur * softer)) - normalCdf((low - x) / blur))
          total += weight
          first += weight * x
          second += weight * x * x
        }
        const chance = (total * ((18 * sd) / steps)) / Math.sqrt(2 * Math.PI * p)
        fc.pre(found !== null && chance > 1e-3)
        const mean = first / total
        expect(found!.chance).toBeCloseTo(chance, 3)
        expect(found!.mean).toBeCloseTo(mean, 2)
        expect(found!.variance).toBeCloseTo(Math.max(0, second / total - mean * mean), 1)
        expect(found!.variance).toBeLessThanOrEqual(p * 1.0001)
      },
    ),
  )
  expect(moments(0, 1, { low: 500, high: 600, blurLow: 1, blurHigh: 1 })).toBeNull()
})

test('Φ and the normal stream (Abramowitz & Stegun table 26.1; moments)', () => {
  for (const [x, value] of [
    [0, 0.5],
    [1, 0.8413447],
    [1.96, 0.9750021],
    [-2.5, 0.0062097],
  ])
    expect(normalCdf(x)).toBeCloseTo(value, 6)
  const next = normalStream(seededRandom(3))
  const filled = new Float64Array(20_001)
  fillNormal(filled, seededRandom(4))
  for (const draws of [Array.from({ length: 20_000 }, next), [...filled]]) {
    const mean = draws.reduce((a, b) => a + b, 0) / draws.length
    expect(Math.abs(mean)).toBeLessThan(0.03)
    expect(draws.reduce((a, b) => a + (b - mean) ** 2, 0) / draws.length).toBeCloseTo(1, 1)
    // A twentieth lies beyond 1.96 (Abramowitz & Stegun table 26.1).
    const beyond = draws.filter((one) => Math.abs(one) > 1.96).length / draws.length
    expect(beyond).toBeGreaterThan(0.045)
    expect(beyond).toBeLessThan(0.055)
  }
})
