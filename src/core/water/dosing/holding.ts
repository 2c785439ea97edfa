import type { Product } from '../../history/types'
import type { Parameter } from '../../quantity/units'
import {
  accumulationBound,
  dailyDoseFor,
  doseAfterChange,
  meanWithoutDose,
  type Rhythm,
} from './dosing'
import { raises } from './products'

/** Parameters that can be held by dosing. */
export const HELD = ['nitrate', 'phosphate', 'potassium', 'iron'] as const

/** What a tank uses up a day by itself, with its half-width, canonical unit a day; below zero where food brings more than plants take. */
export interface Uptake {
  value: number
  half: number
}

/** The doses that hold a level, each in the canonical unit of the parameter. */
export interface Holding {
  /** A day by pump; zero where the water stands over the level without any. */
  daily: number
  /** What a day needs at the two ends of the uptake. */
  dailyRange: { low: number; high: number }
  afterChange: number
  weekly: number
  /** Where the daily dose would end, before each change, if nothing took it up. */
  bound: number
  /** Where the mean stands without any dose. */
  without: number
}

/**
 * The doses that hold the mean of a parameter at `target` under a rhythm of changes, with an unknown uptake reckoned as none.
 * Mass balance, see {@link dailyDoseFor}. Throws for a change outside (0, 1].
 */
export function holdingDose(target: number, rhythm: Rhythm, uptake: Uptake | null): Holding {
  const { value, half } = uptake ?? { value: 0, half: 0 }
  const daily = dailyDoseFor(target, rhythm, value)
  return {
    daily,
    dailyRange: {
      low: dailyDoseFor(target, rhythm, value - half),
      high: dailyDoseFor(target, rhythm, value + half),
    },
    afterChange: doseAfterChange(target, rhythm, value),
    weekly: daily * 7,
    bound: accumulationBound(daily * rhythm.everyDays, rhythm.fraction, rhythm.source),
    without: meanWithoutDose(rhythm, value),
  }
}

/** What to hold a parameter with: what was chosen, else the strongest bottle of the shelf, else the strongest plain salt. Null where nothing holds it. */
export function productToHold(
  products: readonly Product[],
  parameter: Parameter,
  chosen: string,
): Product | null {
  const holding = products.filter((product) => raises(product, parameter) > 0)
  const strongest = (list: readonly Product[]) =>
    list.reduce<Product | null>(
      (best, one) => (best && raises(best, parameter) >= raises(one, parameter) ? best : one),
      null,
    )
  return (
    holding.find(({ id }) => id === chosen) ??
    strongest(holding.filter(({ id }) => !id.startsWith('salt-'))) ??
    strongest(holding)
  )
}
