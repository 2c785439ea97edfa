import { saySpan } from '../../quantity/say'
import type { Rules, WordsFor } from '../finding'
import { moodFinding, type MoodFacts } from './mood-finding'

const moodWords: WordsFor<MoodFacts> = {
  'joy-falls': ({ joy, work }) => ({
    says: 'You enjoy it less',
    detail: `From ${joy.from.toFixed(0)} to ${joy.to.toFixed(0)} of 10 in ${saySpan(joy.days)}${work ? `, while the week’s work rose from ${work.from.toFixed(0)} to ${work.to.toFixed(0)} minutes` : ''}.`,
    clause: 'costs more work and gives less joy',
    suggests: 'Look at the decline review before the next long trim.',
    wouldChangeMyMind: 'Two rounds in a row with a better mark.',
    reckoned: [],
  }),
}

/** Whether the tank still pleases. */
export const moodRules: Rules<MoodFacts> = {
  find: (story, now) => [moodFinding(story, now)].filter((judged) => judged !== null),
  words: moodWords,
}
