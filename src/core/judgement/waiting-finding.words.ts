import { sayWaitsFor } from '../journal/kinds/waiting'
import type { WordsFor } from './finding'
import type { WaitingFacts } from './waiting-finding'

export const waitingWords: WordsFor<WaitingFacts> = {
  'wait-is-over': ({ what, waitsFor, level }) => ({
    says: `“${what}” need wait no longer`,
    detail: `It waited for ${sayWaitsFor(waitsFor, level)}, and that has come.`,
    clause: `need no longer keep “${what}” waiting`,
    suggests: 'Set it, or take it off the waiting list, under Cuttings.',
    wouldChangeMyMind: 'A test that shows the tank is not what it seems.',
    reckoned: [],
  }),
}
