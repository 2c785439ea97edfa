import fc from 'fast-check'
import { Matrix, inverse } from 'ml-matrix'
import { reconcile, type Part } from './reconcile'

const free = (value: number, sd: number): Part => ({ value, sd, sign: 0 })

describe('fitting parts to their sum', () => {
  test('by hand: two parts of equal doubt share what is missing; a sure one does not move', () => {
    const { parts, total } = reconcile([free(4, 1), free(3, 1), free(2, 0)], { value: 11, sd: 0 })
    expect(parts.map((part) => part.value)).toEqual([5, 4, 2])
    expect(parts[0].sd).toBeCloseTo(Math.SQRT1_2, 12)
    expect(total).toEqual({ value: 11, sd: 0 })
  })
  test('the matrix form of weighted least squares under a constraint: x − V Aᵀ(A V Aᵀ)⁻¹ A x, with ml-matrix (Kuehn & Davidson 1961)', () => {
    fc.assert(fc.property(fc.array(fc.tuple(fc.double({ min: -20, max: 20, noNaN: true }), fc.double({ min: 0.1, max: 5, noNaN: true })), { minLength: 2, maxLength: 7 }), ([...rows]) => {
      const [[level, levelSd], ...rest] = rows
      const { parts, total } = reconcile(rest.map(([value, sd]) => free(value, sd)), { value: level, sd: levelSd })
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
    }))
  })
  test('the fitted parts add up to the fitted total; none crosses zero against its sign; doubt never grows', () => {
    const signed = fc.record({ size: fc.double({ min: 0, max: 20, noNaN: true }), sd: fc.double({ min: 0.01, max: 5, noNaN: true }), sign: fc.constantFrom<-1 | 0 | 1>(-1, 0, 1) })
    fc.assert(fc.property(fc.array(signed, { minLength: 1, maxLength: 8 }), fc.double({ min: -30, max: 30, noNaN: true }), (drawn, level) => {
      const given = [...drawn.map(({ size, sd, sign }) => ({ value: sign === 0 ? size - 10 : sign * size, sd, sign })), { value: 0, sd: 1, sign: 1 as const }, { value: 0, sd: 1, sign: -1 as const }]
      const { parts, total } = reconcile(given, { value: level, sd: 0.5 })
      expect(parts.reduce((sum, part) => sum + part.value, 0)).toBeCloseTo(total.value, 8)
      parts.forEach((part, i) => {
        expect(part.value * given[i].sign).toBeGreaterThanOrEqual(0)
        expect(part.sd).toBeLessThanOrEqual(given[i].sd + 1e-12)
      })
    }))
  })
  test('what is wholly sure is left as it came, even where it does not add up', () => {
    expect(reconcile([free(1, 0)], { value: 5, sd: 0 })).toEqual({ parts: [{ value: 1, sd: 0 }], total: { value: 5, sd: 0 } })
  })
})
