import { sayWaitsFor } from '../../journal/kinds/waiting'
import type { Rules, WordsFor } from '../../history/finding'
import { waitingFindings, type WaitingFacts } from './waiting-finding'

const waitingWords: WordsFor<WaitingFacts> = {
  'wait-is-over': ({ what, waitsFor, level }) => ({
    says: `“${what}” need wait no longer`,
    detail: `It waited for ${sayWaitsFor(waitsFor, level)}, and that has come.`,
    clause: `need no longer keep “${what}” waiting`,
    suggests: 'Set it, or take it off the waiting list, under Cuttings.',
    wouldChangeMyMind: 'A test that shows the tank is not what it seems.',
    reckoned: [],
  }),
}

/** What need wait no longer. */
export const waitingRules: Rules<WaitingFacts> = {
  find: waitingFindings,
  words: waitingWords,
}
