import fc from 'fast-check'
import { linearRegression } from 'simple-statistics'
import { instantOf } from '../quantity/time'
import { CARPET, DAY0, entry, height, STEMS, tank, standing } from '../testing/tank'
import { coverIn, coverOn, fitCover, logisticCover } from './cover'
import { fitGrowth, fitSegments, growthSegments } from './growth'
import { daysToSurface, heightCourse, heightOn } from './height'
import { headroom } from './place'

const at = (day: number) => instantOf(DAY0 + day)
const FLAT = { mean: 0, sd: 1e6 }
const points = (pairs: [number, number][]) =>
  pairs.map(([day, cm]) => ({ day, cm, sd: 1, entryId: `${day}` }))

describe('growth', () => {
  test('one stretch with a flat prior and no ageing is ordinary least squares (simple-statistics)', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.integer({ min: 0, max: 60 }), fc.double({ min: 1, max: 40, noNaN: true })),
          { minLength: 3, maxLength: 12 },
        ),
        (raw) => {
          const pairs = [...new Map(raw).entries()].sort((a, b) => a[0] - b[0]) as [
            number,
            number,
          ][]
          fc.pre(pairs.length >= 3)
          const fit = fitSegments([{ points: points(pairs) }], FLAT, 60, 1e12)
          expect(fit.rate.value).toBeCloseTo(linearRegression(pairs).m, 6)
        },
      ),
    )
  })
  test('two stretches with a trim between: the pooled slope, weighted by how much each one knows', () => {
    // Slopes 1 over days 0–10 (Σ(t−t̄)² = 50) and 2 over 0–20 (200): (1·50 + 2·200)/250 = 1.8, worked by hand.
    const fit = fitSegments(
      [
        {
          points: points([
            [0, 5],
            [10, 15],
          ]),
        },
        {
          points: points([
            [20, 5],
            [40, 45],
          ]),
        },
      ],
      FLAT,
      40,
      1e12,
    )
    expect(fit.rate.value).toBeCloseTo(1.8, 8)
  })
  test('with no heights the species prior is the answer; entries outweigh it more and more', () => {
    const bare = fitGrowth(tank(), STEMS, at(10))
    // 0.9 cm a day by the books, half of it in fair light without gas.
    expect(bare.rate.value).toBeCloseTo(0.45, 6)
    expect(bare.ownShare).toBe(0)
    const shares = [2, 4, 8].map(
      (n) =>
        fitGrowth(
          tank(Array.from({ length: n }, (_, k) => height(k * 5, STEMS.id, 5 + k * 1.5))),
          STEMS,
          at(40),
        ).ownShare,
    )
    expect(shares[0]).toBeLessThan(shares[1])
    expect(shares[1]).toBeLessThan(shares[2])
    expect(shares[2]).toBeGreaterThan(0.8)
  })
  test('values waved through at a glance move the rate less than measured ones', () => {
    const measured = tank([height(0, STEMS.id, 10), height(10, STEMS.id, 30)])
    const glanced = tank(measured.entries.map((one) => ({ ...one, certainty: 'glance' as const })))
    const [a, b] = [fitGrowth(measured, STEMS, at(10)), fitGrowth(glanced, STEMS, at(10))]
    expect(Math.abs(b.rate.value - 0.45)).toBeLessThan(Math.abs(a.rate.value - 0.45))
    expect(b.rate.high - b.rate.low).toBeGreaterThan(a.rate.high - a.rate.low)
  })
  test('a trim ends a stretch at the height before it and begins one at the height left', () => {
    const story = tank([
      height(0, STEMS.id, 10),
      entry(10, 'trim', { plantingId: STEMS.id, fromCm: 20, toCm: 8 }),
      height(20, STEMS.id, 17),
    ])
    expect(
      growthSegments(story, STEMS.id, at(30)).map(({ points: list }) => list.map(({ cm }) => cm)),
    ).toEqual([
      [10, 20],
      [8, 17],
    ])
  })
  test('scatter beyond the ruler’s error widens the range', () => {
    const even = fitSegments(
      [
        {
          points: points([
            [0, 5],
            [10, 10],
            [20, 15],
            [30, 20],
          ]),
        },
      ],
      FLAT,
      30,
    )
    const wild = fitSegments(
      [
        {
          points: points([
            [0, 5],
            [10, 20],
            [20, 5],
            [30, 20],
          ]),
        },
      ],
      FLAT,
      30,
    )
    expect(wild.rate.high - wild.rate.low).toBeGreaterThan(2 * (even.rate.high - even.rate.low))
  })
})

describe('height on a day', () => {
  const story = tank([height(0.5, STEMS.id, 10), height(10, STEMS.id, 19)])
  const course = heightCourse(story, STEMS, at(10))
  test('known points are met, between them it is straight, before planting there is nothing', () => {
    expect(heightOn(course, DAY0 + 10).value).toBeCloseTo(19, 6)
    expect(heightOn(course, DAY0 + 5.25).value).toBeCloseTo(14.5, 6)
    expect(heightOn(course, DAY0 - 1).value).toBe(0)
  })
  test('after the last point the range grows with the days', () => {
    const widths = [11, 15, 25]
      .map((day) => heightOn(course, DAY0 + day))
      .map(({ low, high }) => high - low)
    expect(widths[0]).toBeLessThan(widths[1])
    expect(widths[1]).toBeLessThan(widths[2])
  })
  test('days to the surface: what is left over the rate; the range brackets it; slow plants and carpets have none', () => {
    const reach = daysToSurface(story, STEMS, at(10))!
    const fit = fitGrowth(story, STEMS, at(10))
    expect(headroom(standing(story, 10), STEMS)).toBe(31)
    expect(reach.value).toBeCloseTo((31 - 19) / fit.rate.value, 6)
    expect(reach.low).toBeLessThan(reach.value)
    expect(reach.high === null || reach.high > reach.value).toBe(true)
    expect(daysToSurface(story, CARPET, at(10))).toBeNull()
    expect(daysToSurface(tank([height(1, STEMS.id, 35)]), STEMS, at(1))!.value).toBe(0)
  })
})

describe('cover', () => {
  test('logistic: starts at N0, ends at K, and solves dN/dt = rN(1 − N/K) (Verhulst 1838) against Euler steps', () => {
    expect(logisticCover(20, 0.05, 100, 0)).toBeCloseTo(20, 10)
    expect(logisticCover(20, 0.05, 100, 1000)).toBeCloseTo(100, 6)
    let n = 20
    const step = 0.001
    for (let t = 0; t < 30; t += step) n += step * 0.05 * n * (1 - n / 100)
    expect(logisticCover(20, 0.05, 100, 30)).toBeCloseTo(n, 2)
    expect(logisticCover(0, 0.05, 100, 30)).toBe(0)
  })
  test('a carpet that loses is seen to lose, one that gains to gain', () => {
    const cover = (day: number, value: number) =>
      entry(day, 'measure', { plantingId: CARPET.id, measure: 'cover', value })
    const losing = fitCover(
      tank([cover(1, 80), cover(20, 70), cover(40, 60), cover(60, 45)]),
      CARPET,
      at(60),
    )!
    expect(losing.rate.value).toBeLessThan(0)
    expect(coverIn(losing, 14).value).toBeLessThan(losing.now.value)
    const gaining = fitCover(tank([cover(1, 30), cover(20, 45), cover(40, 65)]), CARPET, at(40))!
    expect(coverIn(gaining, 30).value).toBeGreaterThan(gaining.now.value)
    expect(coverOn(gaining, DAY0 + 10, DAY0 + 40).value).toBeCloseTo(30 + (15 * 9) / 19, 6)
    expect(fitCover(tank(), CARPET, at(1))).toBeNull()
    expect(coverOn(null, DAY0, DAY0).because).toContain('nobody')
  })
  test('cover never leaves 0–100 %', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 80 }), fc.integer({ min: 0, max: 100 })), {
          minLength: 1,
          maxLength: 8,
        }),
        fc.integer({ min: 0, max: 400 }),
        (looks, days) => {
          const story = tank(
            [...looks]
              .sort((a, b) => a[0] - b[0])
              .map(([day, value]) =>
                entry(day, 'measure', { plantingId: CARPET.id, measure: 'cover', value }),
              ),
          )
          const fit = fitCover(story, CARPET, at(81))!
          const { value, low, high } = coverIn(fit, days)
          expect(low).toBeGreaterThanOrEqual(0)
          expect(high).toBeLessThanOrEqual(100)
          expect(low <= value + 1e-9 && value <= high + 1e-9).toBe(true)
        },
      ),
    )
  })
})

test('a fall that no trim explains is a cut nobody wrote down: growth goes on from there, and one that errors explain is none', () => {
  // Half a centimetre a day, cut from 26 to 10 cm between two readings, never written down.
  const heights = [10, 14, 18, 22, 26, 10, 14, 18, 22].map((cm, i) => height(8 * i, STEMS.id, cm))
  const story = tank(heights)
  const now = instantOf(DAY0 + 65)
  const segments = growthSegments(story, STEMS.id, now)
  expect(segments).toHaveLength(2)
  expect(segments[1].fellFrom).toMatchObject({ cm: 26, day: DAY0 + 32 })
  expect(fitGrowth(story, STEMS, now).rate.value).toBeGreaterThan(0.42)
  expect(heightOn(heightCourse(story, STEMS, now), DAY0 + 39.99).value).toBeGreaterThan(27)
  const swaying = [20, 21, 18, 21, 22].map((cm, i) => height(4 * i, STEMS.id, cm))
  expect(growthSegments(tank(swaying), STEMS.id, now)).toHaveLength(1)
})
