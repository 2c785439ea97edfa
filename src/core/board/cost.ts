import type { Board, Prices, PriceItem } from '../history/types'
import type { Estimate } from '../quantity/estimate'
import { pieceKilograms } from '../vessel/volume'
import { SPARE, type BoardSums } from './sums'

/** Something to buy for a layout: how much of it, and at the least and the most. */
export interface ToBuy {
  item: PriceItem
  amount: number
  low: number
  high: number
}

/** One portion more of each is often bought, and now and then one is given. */
const MORE = 1

/**
 * What has to be bought for a board beside what stands: ground by the litre with and without its spare, plants by the portion, stones and wood
 * that are new by the kilogram. Each item once, in the order in which it is met.
 */
export function shoppingList(board: Board, stood: Board | null, sums: BoardSums): ToBuy[] {
  const ground = sums.groundToBuy.map(({ of, litres }): ToBuy => {
    const bare = litres / (1 + SPARE)
    return { item: of, amount: litres, low: bare, high: litres }
  })
  const plants = sums.portions.map(({ needs }): ToBuy => {
    const [item, amount] = portionOf(needs)
    return { item, amount, low: amount, high: amount + MORE }
  })
  const isNew = ({ id }: { id: string }) => !stood?.pieces.some((one) => one.id === id)
  const pieces = board.pieces.filter(isNew).map((piece): ToBuy => {
    const kilograms = pieceKilograms(piece)
    return {
      item: piece.material,
      amount: kilograms,
      low: kilograms * (1 - PIECE_SPREAD),
      high: kilograms * (1 + PIECE_SPREAD),
    }
  })
  return together([...ground, ...plants, ...pieces])
}
/** The weight of a stone or a root from its outline is known to about so much, share. */
const PIECE_SPREAD = 0.25

function portionOf(needs: BoardSums['portions'][number]['needs']): [PriceItem, number] {
  switch (needs.of) {
    case 'pots':
      return ['pot', needs.count]
    case 'stems':
      return ['bunch', needs.bunches]
    case 'crowns':
      return ['single plant', needs.count]
  }
}

const together = (list: readonly ToBuy[]): ToBuy[] =>
  [...new Set(list.map(({ item }) => item))].map((item) =>
    list
      .filter((one) => one.item === item)
      .reduce((a, b) => ({
        item,
        amount: a.amount + b.amount,
        low: a.low + b.low,
        high: a.high + b.high,
      })),
  )

/** What a shopping list costs, as far as prices are known, and of what they are not. Null where none is, or nothing is to be bought. */
export function costOf(
  list: readonly ToBuy[],
  prices: Prices | undefined,
): { total: Estimate; unpriced: PriceItem[] } | null {
  const priced = list.flatMap(({ item, ...much }) => {
    const each = prices?.each[item]
    return each === undefined ? [] : [{ ...much, each }]
  })
  if (priced.length === 0) return null
  const sum = (of: (one: (typeof priced)[number]) => number) =>
    priced.reduce((total, one) => total + of(one) * one.each, 0)
  return {
    total: {
      value: sum(({ amount }) => amount),
      low: sum(({ low }) => low),
      high: sum(({ high }) => high),
      because:
        'your prices; without the spare ground at the least, with a portion more of each plant at the most',
    },
    unpriced: list.filter(({ item }) => prices?.each[item] === undefined).map(({ item }) => item),
  }
}
