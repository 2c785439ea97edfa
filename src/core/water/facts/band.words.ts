import type { Band } from '../../history/types'
import type { Measures } from '../../quantity/measures'
import { unitOf } from '../../quantity/parameter-name'
import type { Parameter } from '../../quantity/units'

/** “3–25”, “at most 25”, “at least 3”: a band in the keeper's unit, without the unit. */
export function sayBand(parameter: Parameter, { low, high }: Band, measures: Measures): string {
  const end = (value: number) => measures.figure(value, unitOf(parameter))
  if (high === null) return `at least ${end(low ?? 0)}`
  return low === null ? `at most ${end(high)}` : `${end(low)}–${end(high)}`
}
