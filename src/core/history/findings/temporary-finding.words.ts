import { sayAgo } from '../../quantity/say'
import type { Rules, WordsFor } from '../finding'
import { temporaryFindings, type TemporaryFacts } from './temporary-finding'

const temporaryWords: WordsFor<TemporaryFacts> = {
  'time-is-over': ({ fact, temporary, daysOver }, names) => {
    const name = names.fact(fact)
    return {
      says: `${name}: the time it was set for is over`,
      detail: `It was to last until ${sayAgo(daysOver)}: ${temporary.because}.`,
      clause: `asks whether ${name} goes on as it was set for a while`,
      suggests: 'Say whether it goes on, or how it is now.',
      wouldChangeMyMind: 'A change that was made and not written down.',
      reckoned: [`${temporary.because}, until ${temporary.until.slice(0, 10)}`],
    }
  },
}

/** What was meant for a while, and the while is over. */
export const temporaryRules: Rules<TemporaryFacts> = {
  find: temporaryFindings,
  words: temporaryWords,
}
