import type { DueRules } from '../../history/due'
import { sayWhyMown } from './lawn.words'
import { mowActs, type MowDueFacts } from './mow-due'

/** A lawn that is mown low and often stays rooted. */
export const mowDueRules: DueRules<MowDueFacts> = {
  find: mowActs,
  words: {
    mow: (lawn) => ({
      what: `Mow ${lawn.planting.stake}`,
      why: sayWhyMown(lawn),
      waiting: 'an old thick mat lets go of the ground and comes up whole',
    }),
  },
}
