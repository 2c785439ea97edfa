import type { Rules, WordsFor } from '../../history/finding'
import { rootsFindings, type RootsFacts } from './roots-finding'

const rootsWords: WordsFor<RootsFacts> = {
  'roots-hungry': ({ stake, never }) => ({
    says: `${stake} hungers at its roots`,
    detail: `It feeds by its roots, the ground holds nothing, and ${never ? 'no tablet was ever given' : 'the last tablets are used up'}.`,
    clause: 'starves what feeds by its roots',
    suggests: 'Press tablets into the ground: several under a big crown, one between small ones.',
    wouldChangeMyMind: 'New leaves that stay green four weeks after tablets.',
    reckoned: [],
  }),
}

/** Which roots hunger. */
export const rootsRules: Rules<RootsFacts> = {
  find: rootsFindings,
  words: rootsWords,
}
