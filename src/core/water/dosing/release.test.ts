import fc from 'fast-check'
import { addedByDose, raises } from './products'
import { released, releasedBetween } from './release'
import { waterEvents } from '../estimate/water-events'
import { habitualDosing } from '../balance/habit'
import type { Product } from '../../history/types'
import { entriesOf } from '../../history/journal-index'
import { DAY0, entry, tank } from '../../testing/tank'

/** Lime of shells, twelve weeks of it. */
const SHELL: Product = {
  id: 'shell',
  name: 'crushed shell',
  form: 'powder',
  analysis: [{ as: 'CaCO3', amount: 100 }],
  tabletGrams: null,
  recipe: null,
  releaseWeeks: 12,
}
const T = 84

test('the cube root of what is left falls evenly (Hixson & Crowell 1931): 7/8 is out at half its time, 19/27 at a third, by hand', () => {
  expect(released(T / 2, T)).toBeCloseTo(7 / 8, 12)
  expect(released(T / 3, T)).toBeCloseTo(19 / 27, 12)
  expect(released(0, T)).toBe(0)
  expect(released(-3, T)).toBe(0)
  expect(released(T + 5, T)).toBe(1)
})

test('a gram of lime in 100 L is 0.56 °dH of both hardnesses once it is dissolved (17.85 mg/L CaCO3 a degree: Standard Methods 2320 and 2340)', () => {
  expect(raises(SHELL, 'kh') / 100).toBeCloseTo(1000 / 100 / 17.848, 3)
  expect(raises(SHELL, 'gh') / 100).toBeCloseTo(1000 / 100 / 17.848, 3)
  expect(raises(SHELL, 'calcium') / 100).toBeCloseTo(4.004, 3)
})

test('however the days are cut up, what is released adds up to what was given, and what acts at once does so on its day', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0, max: 200, noNaN: true }), { maxLength: 20 }),
      fc.double({ min: 1, max: 150, noNaN: true }),
      (cuts, overDays) => {
        const days = [-1, ...cuts.sort((a, b) => a - b), 1000]
        const sum = days
          .slice(1)
          .reduce(
            (total, to, i) => total + releasedBetween({ amount: 5, overDays }, days[i], to),
            0,
          )
        expect(sum).toBeCloseTo(5, 9)
      },
    ),
  )
  expect(releasedBetween({ amount: 5, overDays: 0 }, -1, 0)).toBe(5)
  expect(releasedBetween({ amount: 5, overDays: 0 }, 0, 9)).toBe(0)
})

const dose = (day: number, productId = 'shell') =>
  entry(day, 'dose', { product: 'crushed shell', productId, amount: 20, unit: 'g' })

test('shell raises KH in small steps over its weeks, and those of a dose from before the record go on', () => {
  const story = tank([dose(10)], { products: [SHELL] })
  const { events } = waterEvents(story, 'kh', () => 100, DAY0 + 30, DAY0 + 200)
  const sum = events.reduce((total, { b }) => total + b, 0)
  const whole = (20 * raises(SHELL, 'kh')) / 100
  expect(sum).toBeCloseTo(whole * (1 - released(18, T)), 1)
  expect(events.every(({ day }, i) => i === 0 || day >= events[i - 1].day)).toBe(true)
  expect(events.at(-1)!.day).toBeLessThanOrEqual(DAY0 + 10 + T + 2)
  // Weeks to come hold what is left of it, and then nothing more.
  const ahead = (day: number) => habitualDosing(story, 'kh', DAY0 + day, 100)
  expect(ahead(10)).toBeCloseTo((whole * released(42, T)) / 42, 6)
  expect(ahead(60)).toBeLessThan(ahead(20))
  expect(ahead(100)).toBe(0)
  expect(addedByDose(story, 'kh')(entriesOf(story.entries, 'dose')[0]).overDays).toBe(T)
})
