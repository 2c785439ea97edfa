import fc from 'fast-check'
import { reachOf, within } from './shown-day'

test('a step back and a step on lead to the day before and to today again, at every hour of the day', () => {
  fc.assert(fc.property(fc.double({ min: 20_000, max: 21_000, noNaN: true }), fc.double({ min: 1, max: 2_000, noNaN: true }), (today, age) => {
    const reach = reachOf(today - age, today, 70)
    expect(within(reach, 0 - 1)).toBe(-1)
    expect(within(reach, within(reach, -1) + 1)).toBe(0)
    expect(today + reach.earliest).toBeGreaterThanOrEqual(today - age - 1e-6)
    expect(within(reach, -1e6)).toBe(reach.earliest)
    expect(within(reach, 1e6)).toBe(70)
  }))
})
test('a record that begins today has no day before it', () => {
  expect(reachOf(20_000.4, 20_000.9, 70)).toEqual({ earliest: -0, latest: 70 })
  expect(within(reachOf(20_000.4, 20_000.9, 70), -1)).toBe(0)
  expect(within(reachOf(20_001.4, 20_000.9, 70), -1)).toBe(0)
})
test('a drag lands on whole days', () => {
  expect(within({ earliest: -30, latest: 70 }, -3.4)).toBe(-3)
})
