import { fieldOfCard } from './card'

const CARD = [10, 25, 50]

test('a field is what lies nearer to it than to its neighbours, by ratio', () => {
  const { low, high } = fieldOfCard(CARD, 25)
  expect(low).toBeCloseTo(Math.sqrt(10 * 25), 9)
  expect(high).toBeCloseTo(Math.sqrt(25 * 50), 9)
})
test('between two fields it lies between those', () => {
  const { low, high } = fieldOfCard(CARD, 18)
  expect([low, high]).toEqual([Math.sqrt(10 * 18), Math.sqrt(18 * 25)])
})
test('beyond the ends: from nothing to the first, from the last to several times it; the darkest field has no other end', () => {
  expect(fieldOfCard(CARD, 10, 'below')).toEqual({ low: 0, high: 10 })
  expect(fieldOfCard(CARD, 50, 'over')).toEqual({ low: 50, high: 400 })
  expect(fieldOfCard(CARD, 50).high).toBe(400)
  expect(fieldOfCard([], 5, 'below')).toEqual({ low: 0, high: 5 })
  expect(fieldOfCard([], 0, 'below').high).toBeGreaterThan(0)
})
test('a card with one field, and one with none, have ends all the same', () => {
  for (const card of [[], [10]])
    for (const value of [0, 3, 10, 90]) {
      const { low, high } = fieldOfCard(card, value)
      expect(low).toBeLessThan(high)
    }
})
