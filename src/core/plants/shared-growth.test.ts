import fc from 'fast-check'
import { inverse, Matrix, solve } from 'ml-matrix'
import { inverseOfSymmetric } from '../quantity/symmetric'
import type { GrowthLesson } from '../history/growth-lesson'
import { expectedOfEach } from './shared-growth'

const KINDS = ['a', 'b', 'c']
const TANKS = ['here', 'there']
const lessons = fc
  .array(
    fc.record({
      tankId: fc.constantFrom(...TANKS),
      speciesId: fc.constantFrom(...KINDS),
      booksVariance: fc.double({ min: 0.05, max: 0.4, noNaN: true }),
      own: fc.option(
        fc.record({
          ratio: fc.double({ min: 0.2, max: 2.5, noNaN: true }),
          variance: fc.double({ min: 0.005, max: 0.5, noNaN: true }),
        }),
      ),
    }),
    { minLength: 1, maxLength: 9 },
  )
  .map((all): GrowthLesson[] => all.map((one, i) => ({ ...one, plantingId: `p${i}` })))

test('the inverse of a symmetric matrix is that of ml-matrix, and by hand', () => {
  expect([...inverseOfSymmetric(new Float64Array([4, 2, 2, 3]), 2)]).toEqual([
    expect.closeTo(3 / 8, 12),
    expect.closeTo(-1 / 4, 12),
    expect.closeTo(-1 / 4, 12),
    expect.closeTo(1 / 2, 12),
  ])
  expect(() => inverseOfSymmetric(new Float64Array([1, 2, 2, 1]), 2)).toThrow('positive definite')
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -2, max: 2, noNaN: true }), { minLength: 25, maxLength: 25 }),
      (raw) => {
        const root = new Matrix([0, 1, 2, 3, 4].map((i) => raw.slice(i * 5, i * 5 + 5)))
        const matrix = root.mmul(root.transpose()).add(Matrix.eye(5))
        const ours = inverseOfSymmetric(new Float64Array(matrix.to1DArray()), 5)
        inverse(matrix)
          .to1DArray()
          .forEach((one, i) => expect(ours[i]).toBeCloseTo(one, 8))
      },
    ),
  )
})

/** The same by Henderson’s mixed-model equations, every effect written out, with the planting’s own heights left out (Henderson 1975; solved by ml-matrix). */
function byMixedModel(all: readonly GrowthLesson[], target: GrowthLesson): number {
  const seen = all.filter((one) => one.own && one !== target)
  const scale = (one: GrowthLesson) => Math.sqrt(one.booksVariance)
  const kindAt = (one: GrowthLesson) => TANKS.length + KINDS.indexOf(one.speciesId)
  const tankAt = (one: GrowthLesson) => TANKS.indexOf(one.tankId)
  const effects = TANKS.length + KINDS.length + seen.length
  const left = Matrix.diag([
    ...TANKS.map(() => 1 / 0.35),
    ...KINDS.map(() => 1 / 0.25),
    ...seen.map(() => 1 / 0.4),
  ])
  const right = Matrix.zeros(effects, 1)
  seen.forEach((one, i) => {
    const row = new Array<number>(effects).fill(0)
    row[tankAt(one)] = row[kindAt(one)] = row[TANKS.length + KINDS.length + i] = scale(one)
    for (let a = 0; a < effects; a++) {
      right.set(a, 0, right.get(a, 0) + (row[a] * (one.own!.ratio - 1)) / one.own!.variance)
      for (let b = 0; b < effects; b++)
        left.set(a, b, left.get(a, b) + (row[a] * row[b]) / one.own!.variance)
    }
  })
  const found = solve(left, right)
  return 1 + scale(target) * (found.get(tankAt(target), 0) + found.get(kindAt(target), 0))
}

test('what is expected of each planting is what the mixed-model equations say without its own heights', () => {
  fc.assert(
    fc.property(lessons, (all) => {
      const expected = expectedOfEach(all)
      for (const one of all)
        expect(expected.get(one.plantingId)!.ratio).toBeCloseTo(byMixedModel(all, one), 6)
    }),
  )
})

test('no lesson leaves the books as they are; kin teach more than strangers, and many sure ones narrow what is expected', () => {
  const one = (
    plantingId: string,
    speciesId: string,
    ratio: number | null,
    tankId = 'here',
  ): GrowthLesson => ({
    tankId,
    plantingId,
    speciesId,
    booksVariance: 0.2,
    own: ratio === null ? null : { ratio, variance: 0.01 },
  })
  expect(expectedOfEach([one('x', 'a', null)]).get('x')).toEqual({
    ratio: 1,
    variance: expect.closeTo(0.2, 12),
    from: 0,
    kin: 0,
  })
  const of = (others: GrowthLesson[]) => expectedOfEach([one('x', 'a', null), ...others]).get('x')!
  const stranger = of([one('y', 'b', 0.5)])
  const kin = of([one('y', 'a', 0.5)])
  expect(kin.ratio).toBeLessThan(stranger.ratio)
  expect(stranger.ratio).toBeLessThan(1)
  // In another tank kin teach less than here, and strangers nothing.
  const away = of([one('y', 'a', 0.5, 'there')])
  expect(away).toMatchObject({ from: 0, kin: 1 })
  expect(away.ratio).toBeGreaterThan(kin.ratio)
  expect(away.ratio).toBeLessThan(1)
  expect(of([one('y', 'b', 0.5, 'there')])).toMatchObject({ ratio: 1, from: 0, kin: 0 })
  const many = of(Array.from({ length: 8 }, (_, i) => one(`y${i}`, 'a', 0.5)))
  expect(many.ratio).toBeLessThan(kin.ratio)
  expect(many.variance).toBeLessThan(kin.variance)
  expect(many.variance).toBeLessThan(0.2)
})
