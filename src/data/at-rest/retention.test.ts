import fc from 'fast-check'
import { KEPT, keptCopies } from './retention'

const DAY_MS = 86_400_000
const daily = (days: number, from = Date.UTC(2026, 10, 27, 10)) =>
  Array.from({ length: days }, (_, i) => new Date(from - i * DAY_MS))

test('of two years of daily copies seven days, eight weeks and twelve months are left', () => {
  const kept = keptCopies(daily(730))
  const ages = kept.map((at) => Math.round((daily(1)[0].getTime() - at.getTime()) / DAY_MS))
  expect(ages.slice(0, 7)).toEqual([0, 1, 2, 3, 4, 5, 6])
  // 27 November 2026 is a Friday: the last copies of the weeks before are of Sundays.
  expect(ages.slice(7, 13)).toEqual([12, 19, 26, 27, 33, 40])
  expect(Math.max(...ages)).toBeGreaterThan(300)
  expect(kept.length).toBeLessThanOrEqual(KEPT.days + KEPT.weeks + KEPT.months)
})
test('the latest copy is always kept, a day may have had several, and keeping twice is keeping once (property)', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 900 * 24 }), { minLength: 1, maxLength: 60 }),
      (hours) => {
        const moments = hours.map((hour) => new Date(Date.UTC(2024, 0, 1) + hour * 3_600_000))
        const kept = keptCopies(moments)
        const latest = Math.max(...moments.map((at) => at.getTime()))
        expect(kept.some((at) => at.getTime() === latest)).toBe(true)
        expect(keptCopies(kept)).toEqual(kept)
      },
    ),
    { seed: 19 },
  )
})
