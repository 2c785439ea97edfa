import { instantOf } from '../../../quantity/time'
import { DAY0, entry, FISH, STAYS, tank } from '../../../testing/tank'
import { walkPast } from '../stations'
import { stock } from './stock'

const count = (day: number, heads: number) =>
  entry(day, 'stock', {
    populationId: FISH.id,
    event: 'counted',
    count: heads,
    plusMinus: 0,
    otherVesselId: null,
  })
const asked = (heads: number, day: number) =>
  stock.ask(
    walkPast(
      tank([count(1, heads)], { populations: [{ ...FISH, ...STAYS }] }),
      instantOf(DAY0 + day),
    ),
    'animals',
  )

test.each([1, 3, 12, 47])('of %d animals no part of one is expected', (heads) => {
  const [{ expected }] = asked(heads, 60)
  expect(expected!.value).toBe(heads)
  for (const end of [expected!.low, expected!.high]) expect(Number.isInteger(end)).toBe(true)
  expect(expected!.low).toBeLessThan(heads)
  expect(expected!.high).toBeGreaterThan(heads)
})
test('who was counted lately is not counted again', () => expect(asked(12, 10)).toEqual([]))
