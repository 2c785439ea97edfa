import { sayAgo } from '../quantity/say'
import type { WordsFor } from './finding'
import type { TemporaryFacts } from './temporary-finding'

export const temporaryWords: WordsFor<TemporaryFacts> = {
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
