import type { Summand } from '../balance/reconcile'

/**
 * Gives the vague parts of a sum as much doubt as a gap asks for: where known and vague parts together miss `total` by more than mere
 * chance lets them, the vague ones that could close the gap by their sign are widened by one factor, until it is one standard deviation. Known
 * parts keep theirs, so that what nobody measured, not what was counted, is taken for mistaken. (The widening of discrepant
 * uncertainties by their common ratio: Birge 1932, Phys. Rev. 40:207.) Any one unit; nothing is ever narrowed.
 */
export function inflateUncertainty<T extends Summand>(
  known: readonly Summand[],
  vague: readonly T[],
  total: { value: number; sd: number },
): T[] {
  const gap = total.value - [...known, ...vague].reduce((sum, part) => sum + part.value, 0)
  const closes = (part: Summand) => part.sign === 0 || part.sign * gap > 0
  // What is nothing and could only widen the gap has no say in it, however little is known of it.
  const shrinks = (part: Summand) => !closes(part) && part.value * part.sign > 0
  const variance = (parts: readonly Summand[]) => parts.reduce((sum, part) => sum + part.sd ** 2, 0)
  const give = variance(vague.filter(closes))
  const rest =
    variance(known.filter((part) => closes(part) || shrinks(part))) +
    variance(vague.filter(shrinks)) +
    total.sd ** 2
  const asked = gap ** 2
  // What happens once in eleven by chance alone is no reason to doubt more.
  if (give === 0 || asked <= BORNE_SD ** 2 * (rest + give)) return [...vague]
  const factor = Math.sqrt((asked - rest) / give)
  return vague.map((part) => (closes(part) ? { ...part, sd: part.sd * factor } : part))
}

/** A gap of so many standard deviations is borne. */
export const BORNE_SD = 1.7
