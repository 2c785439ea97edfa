import fc from 'fast-check'
import { Matrix, inverse } from 'ml-matrix'
import { BORNE_SD, inflateUncertainty } from '../estimate/inflate-uncertainty'
import { reconcile, type Summand } from './reconcile'

const free = (value: number, sd: number): Summand => ({ value, sd, sign: 0 })

describe('fitting parts to their sum', () => {
  test('by hand: two parts of equal doubt share what is missing; a sure one does not move', () => {
    const { parts, total } = reconcile([free(4, 1), free(3, 1), free(2, 0)], { value: 11, sd: 0 })
    expect(parts.map((part) => part.value)).toEqual([5, 4, 2])
    expect(parts[0].sd).toBeCloseTo(Math.SQRT1_2, 12)
    expect(total).toEqual({ value: 11, sd: 0 })
  })
  test('the matrix form of weighted least squares under a constraint: x − V Aᵀ(A V Aᵀ)⁻¹ A x, with ml-matrix (Kuehn & Davidson 1961)', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.double({ min: -20, max: 20, noNaN: true }),
            fc.double({ min: 0.1, max: 5, noNaN: true }),
          ),
          { minLength: 2, maxLength: 7 },
        ),
        ([...rows]) => {
          const [[level, levelSd], ...rest] = rows
          const { parts, total } = reconcile(
            rest.map(([value, sd]) => free(value, sd)),
            { value: level, sd: levelSd },
          )
          const x = Matrix.columnVector([...rest.map(([value]) => value), level])
          const v = Matrix.diag([...rest.map(([, sd]) => sd ** 2), levelSd ** 2])
          const a = Matrix.rowVector([...rest.map(() => 1), -1])
          const gain = v.mmul(a.transpose()).mmul(inverse(a.mmul(v).mmul(a.transpose())))
          const fitted = Matrix.sub(x, gain.mmul(a.mmul(x)))
          const covariance = Matrix.sub(v, gain.mmul(a).mmul(v))
          ;[...parts, total].forEach((part, i) => {
            expect(part.value).toBeCloseTo(fitted.get(i, 0), 9)
            expect(part.sd ** 2).toBeCloseTo(covariance.get(i, i), 9)
          })
        },
      ),
    )
  })
  test('the fitted parts add up to the fitted total; none crosses zero against its sign; doubt never grows', () => {
    const signed = fc.record({
      size: fc.double({ min: 0, max: 20, noNaN: true }),
      sd: fc.double({ min: 0.01, max: 5, noNaN: true }),
      sign: fc.constantFrom<-1 | 0 | 1>(-1, 0, 1),
    })
    fc.assert(
      fc.property(
        fc.array(signed, { minLength: 1, maxLength: 8 }),
        fc.double({ min: -30, max: 30, noNaN: true }),
        (drawn, level) => {
          const given = [
            ...drawn.map(({ size, sd, sign }) => ({
              value: sign === 0 ? size - 10 : sign * size,
              sd,
              sign,
            })),
            { value: 0, sd: 1, sign: 1 as const },
            { value: 0, sd: 1, sign: -1 as const },
          ]
          const { parts, total } = reconcile(given, { value: level, sd: 0.5 })
          expect(parts.reduce((sum, part) => sum + part.value, 0)).toBeCloseTo(total.value, 8)
          parts.forEach((part, i) => {
            expect(part.value * given[i].sign).toBeGreaterThanOrEqual(0)
            expect(part.sd).toBeLessThanOrEqual(given[i].sd + 1e-12)
          })
        },
      ),
    )
  })
  test('what is wholly sure is left as it came, even where it does not add up', () => {
    expect(reconcile([free(1, 0)], { value: 5, sd: 0 })).toEqual({
      parts: [{ value: 1, sd: 0 }],
      total: { value: 5, sd: 0 },
    })
  })
})

describe('as much doubt as a gap asks for', () => {
  const food = { value: 6, sd: 1, sign: 1 as const }
  const plants = { value: -0.5, sd: 0.5, sign: -1 as const }
  const more = { value: 0, sd: 3, sign: 1 as const }
  test('by hand: food 6 ± 1, plants −0.5 ± 0.5, a level that falls by 2: the gap of −7.5 is laid on the plants', () => {
    const [wide, left] = inflateUncertainty([food], [plants, more], { value: -2, sd: 0 })
    // 7.5² = 56.25; the food has 1 of it, what could only add has none, the plants must bring the rest.
    expect(wide.sd).toBeCloseTo(Math.sqrt(55.25), 6)
    expect(left).toEqual(more)
    const fit = reconcile([food, wide, left], { value: -2, sd: 0 })
    // Without it the food would be held for 0.
    expect(fit.parts[1].value).toBeLessThan(-6.5)
    expect(Math.abs(fit.parts[0].value - 6)).toBeLessThan(0.2)
  })
  test('what is explained is left alone, and so is a gap that no vague part could close', () => {
    expect(inflateUncertainty([food], [plants, more], { value: 5, sd: 0.5 })).toEqual([
      plants,
      more,
    ])
    expect(inflateUncertainty([food], [plants], { value: 40, sd: 0 })).toEqual([plants])
    expect(inflateUncertainty([food], [], { value: 40, sd: 0 })).toEqual([])
  })
  test('nothing is ever narrowed, and no gap is left that chance would hardly leave (property)', () => {
    const part = fc.record({
      value: fc.double({ min: -20, max: 20, noNaN: true }),
      sd: fc.double({ min: 0.01, max: 5, noNaN: true }),
      sign: fc.constantFrom(-1 as const, 0 as const, 1 as const),
    })
    fc.assert(
      fc.property(
        fc.array(part, { maxLength: 4 }),
        fc.array(part, { minLength: 1, maxLength: 4 }),
        fc.double({ min: -50, max: 50, noNaN: true }),
        (known, vague, value) => {
          const wide = inflateUncertainty(known, vague, { value, sd: 0.1 })
          wide.forEach((one, i) => expect(one.sd).toBeGreaterThanOrEqual(vague[i].sd - 1e-12))
          const gap = value - [...known, ...vague].reduce((sum, one) => sum + one.value, 0)
          const has = (one: Summand) =>
            one.sign === 0 || one.sign * gap > 0 || one.value * one.sign > 0
          const spread = Math.sqrt(
            [...known, ...wide].filter(has).reduce((sum, one) => sum + one.sd ** 2, 0.01),
          )
          if (vague.some((one) => one.sign === 0 || one.sign * gap > 0))
            expect(Math.abs(gap)).toBeLessThanOrEqual(BORNE_SD * spread + 1e-6)
        },
      ),
    )
  })
})
