import type { Product } from '../../history/types'

const DAYS_A_WEEK = 7

/** Something a dose adds, canonical unit times litres, and the days over which it dissolves; 0: at once. */
export interface Added {
  amount: number
  overDays: number
}

/** Days over which a product dissolves; 0: at once. */
export const releaseDays = ({ releaseWeeks }: Pick<Product, 'releaseWeeks'>): number =>
  (releaseWeeks ?? 0) * DAYS_A_WEEK

/**
 * Share of a slow solid that has dissolved `days` after it was given, 0–1, when it takes `overDays` in all: its surface shrinks with it,
 * so that the cube root of what is left falls evenly (the cube root law: Hixson & Crowell 1931). Check: at half its time 7/8 is out.
 */
export function released(days: number, overDays: number): number {
  if (days <= 0) return 0
  return days >= overDays ? 1 : 1 - (1 - days / overDays) ** 3
}

/** What of a dose reaches the water after `from` and up to `to`, days since it was given. */
export const releasedBetween = ({ amount, overDays }: Added, from: number, to: number): number =>
  overDays === 0
    ? amount * Number(from < 0 && to >= 0)
    : amount * (released(to, overDays) - released(from, overDays))
