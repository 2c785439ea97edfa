import { countFindings, type CountFacts } from './count-finding'
import type { Rules, WordsFor } from '../history/finding'

const countWords: WordsFor<CountFacts> = {
  'fewer-counted': ({ populationId, counted, paper }, names) => {
    const who = names.population(populationId)
    const about = paper.plusMinus > 0 ? ` ± ${paper.plusMinus}` : ''
    return {
      says: `${who}: ${counted} counted, ${paper.count}${about} on paper`,
      detail: `${paper.count - counted} fewer than came and were not written off. They may hide; they may have died or got out.`,
      clause: 'misses some of its animals',
      suggests:
        'Count once more after dark, with a small lamp; look behind the filter, in its inlet and on the floor. A dead animal is taken out at once, and ammonia tested.',
      wouldChangeMyMind: 'A count that finds them, or a line that says what became of them.',
      reckoned: [],
    }
  },
}

/** Where fewer were counted than are on paper. */
export const countRules: Rules<CountFacts> = {
  find: countFindings,
  words: countWords,
}
