import type { DueRules } from '../../history/due'
import { sayThinning } from './light.words'
import { thinActs, type ThinDueFacts } from './thin-due'

/** Floaters are thinned for what stands in their shade. */
export const thinDueRules: DueRules<ThinDueFacts> = {
  find: thinActs,
  words: {
    thin: (thinning) => ({
      what: `Thin ${thinning.floaters.stake}`,
      why: sayThinning(thinning),
      waiting: `${thinning.for.planting.stake} goes bare or melts in their shade`,
    }),
  },
}
