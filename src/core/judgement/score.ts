import type { Entry } from '../journal/entry'
import type { AnyKind } from '../journal/kind'
import { KINDS } from '../journal/kinds'
import { heldTrue } from '../quantity/estimate'

export interface ForecastScore {
  /** Pencilled values that met a measured ink value. */
  met: number
  held: number
}

/** The figure of an entry that could have been pencilled, or null: each kind says it itself. */
export const inkedValue = (entry: Entry): number | null =>
  (KINDS[entry.kind] as AnyKind).inked?.(entry) ?? null

/** How often the truth fell inside the pencilled 80 % range. Values confirmed at a glance are left out: they copy the pencil. */
export function forecastScore(entries: readonly Entry[]): ForecastScore {
  let met = 0
  let held = 0
  for (const entry of entries) {
    const value = inkedValue(entry)
    if (value === null || entry.expected === null || entry.certainty === 'glance') continue
    met++
    if (heldTrue({ ...entry.expected, because: '' }, value)) held++
  }
  return { met, held }
}
