/** What a drawing costs, by hand. */
import { lodge } from '@/data/demo/lodge'
import { tankNow } from '../history/tank-at'
import type { Prices } from '../history/types'
import { boardOf } from './board'
import { costOf, shoppingList, type ToBuy } from './cost'
import { boardSums } from './sums'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn] = lodge(NOW)
const tank = tankNow(tarn, NOW)
const board = boardOf(tank)!
const kinds = new Map(tarn.species.map((one) => [one.id, one]))
const listOf = (stood: typeof board | null) =>
  shoppingList(board, stood, boardSums(board, stood, tank.vessel, kinds))
const LIST: ToBuy[] = [
  { item: 'active soil', amount: 9, low: 8, high: 9 },
  { item: 'pot', amount: 6, low: 6, high: 7 },
  { item: 'stone', amount: 8, low: 6, high: 10 },
]

test('nothing is bought for what stands already; from nothing all of it is, each item once', () => {
  expect(listOf(board)).toEqual([])
  const items = listOf(null).map(({ item }) => item)
  expect(items).toEqual(expect.arrayContaining(['active soil', 'pot', 'bunch', 'stone']))
  expect(new Set(items).size).toBe(items.length)
  for (const { amount, low, high } of listOf(null)) {
    expect(low).toBeLessThanOrEqual(amount)
    expect(high).toBeGreaterThanOrEqual(amount)
  }
})
test('9 L at 2 and 6 pots at 5 are 48, 46 without the spare, 53 with a pot more; what has no price is named', () => {
  const prices: Prices = { currency: 'EUR', each: { 'active soil': 2, pot: 5 } }
  expect(costOf(LIST, prices)).toMatchObject({
    total: { value: 48, low: 46, high: 53 },
    unpriced: ['stone'],
  })
  expect(costOf(LIST, { ...prices, each: { ...prices.each, stone: 0 } })!.unpriced).toEqual([])
})
test('without a price of anything there is no figure', () => {
  expect(costOf(LIST, undefined)).toBeNull()
  expect(costOf(LIST, { currency: '', each: { wood: 4 } })).toBeNull()
  expect(costOf([], { currency: '', each: { pot: 4 } })).toBeNull()
})
