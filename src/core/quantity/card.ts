/** Beyond the last field of a card: the water holds less than the first shows, or more than the last. */
export type Beyond = 'below' | 'over'

export interface Interval {
  low: number
  high: number
}

/** The darkest field looks the same however much there is: what is read as it, or as more, may be so many times as much. A keeper who sees it dilutes and looks again. Our own choice. */
const MOST_OVER = 8

/** Half-way between two colours as the eye has it: colours are told apart by ratio (the geometric middle, common practice). */
const middle = (a: number, b: number) => (a <= 0 ? b / 2 : Math.sqrt(a * b))

/**
 * The values that would be read as this field of a card, in the unit of the card; a value between two fields lies between those. `card`: its
 * fields in ascending order. Beyond its ends: from nothing to the value, or from the value to several times it.
 */
export function fieldOfCard(
  card: readonly number[],
  value: number,
  beyond: Beyond | null = null,
): Interval {
  if (beyond === 'below') return { low: 0, high: Math.max(value, 1e-6) }
  if (beyond === 'over') return { low: value, high: Math.max(value * MOST_OVER, value + 1e-6) }
  const above = card.find((step) => step > value * 1.0001 + 1e-9)
  const below = card.findLast((step) => step < value * 0.9999 - 1e-9)
  const lowest = card[0] > 0 ? value * 0.95 : 0
  const low = below === undefined ? lowest : middle(below, value)
  const high = above === undefined ? value * MOST_OVER : middle(value, above)
  return { low, high: Math.max(high, low + 1e-6) }
}
