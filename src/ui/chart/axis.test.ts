import fc from 'fast-check'
import { axisOf } from './axis'

test.each([
  [0, 33, [0, 40, 10]],
  [0, 6, [0, 6, 1]],
  [0, 0.42, [0, 0.5, 0.1]],
  [6.3, 6.9, [6.3, 6.9, 0.1]],
  [0, 0, [0, 0.01, 0.01]],
  [120, 480, [100, 500, 100]],
])('%f to %f', (low, high, [floor, ceiling, step]) => {
  const axis = axisOf(low, high)
  expect(axis.floor).toBeCloseTo(floor, 9)
  expect(axis.ceiling).toBeCloseTo(ceiling, 9)
  expect(axis.step).toBeCloseTo(step, 9)
})
test('it holds what is shown, in few round steps (property)', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 5000, noNaN: true }),
      fc.double({ min: 0, max: 5000, noNaN: true }),
      (a, b) => {
        const [low, high] = a < b ? [a, b] : [b, a]
        const { floor, ceiling, step } = axisOf(low, high)
        expect(floor).toBeLessThanOrEqual(low + step * 1e-6)
        expect(ceiling).toBeGreaterThanOrEqual(high - step * 1e-6)
        expect((ceiling - floor) / step).toBeLessThanOrEqual(8.001)
        const lead = step / 10 ** Math.floor(Math.log10(step) + 1e-9)
        expect([1, 2, 5, 10].some((round) => Math.abs(lead - round) < 1e-6)).toBe(true)
      },
    ),
  )
})
