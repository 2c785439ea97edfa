import type { Kept, Planting } from '../../history/types'
import type { Measures } from '../../quantity/measures'

/** What each form is for, and how it is cut. Common practice. */
export const FORM_WORDS: Readonly<Record<Kept['as'], string>> = {
  hedge: 'level tops: cut low a few times, then a little above the last cut, so that it closes',
  terrace: 'a step, lower in front than behind: each cut at its own height on one evening',
  'stream of red': 'left long and uncut while the rest is cut, its tips near the lamp',
}

/** How a stem is kept: “a hedge at 20 cm”, “free”. `atCm`: the height it comes to. */
export function sayKept(
  { kept }: Pick<Planting, 'kept'>,
  atCm: number,
  measures: Measures,
): string {
  if (!kept) return 'grows free'
  if (kept.as === 'stream of red') return 'is a stream of red, left long'
  const what = kept.as === 'hedge' ? 'a hedge' : 'a step of a terrace'
  return `is ${what} at ${measures.say(atCm, 'cm', 1)}${kept.atCm === null ? ', by its place' : ''}`
}
