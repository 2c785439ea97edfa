import { sayAgo } from '../quantity/say'
import { alarmFindings, type AlarmFacts } from './alarm-findings'
import type { Rules, WordsFor } from '../history/finding'

const VET = 'For animals that stay sick ask a vet.'

const alarmWords: WordsFor<AlarmFacts> = {
  'animals-gasp': ({ seen, gasRuns }) => ({
    says: 'Animals were seen gasping',
    detail: gasRuns
      ? 'Too much gas, too little oxygen, ammonia or nitrite: look in this order.'
      : 'Too little oxygen, ammonia or nitrite: look in this order.',
    clause: 'has animals that gasp',
    suggests: `${gasRuns ? 'Turn the gas off and stir the surface now.' : 'Stir the surface now, with air if you have it.'} Test ammonia and nitrite; if either shows, or nothing helps within the hour, change a third with water of the same temperature. ${VET}`,
    wouldChangeMyMind: 'A round on a later day in which they breathe calmly.',
    reckoned: seen > 1 ? [`Seen ${seen} times within three days`] : [],
  }),
  'leak-seen': ({ daysAgo }) => ({
    says: 'A leak was seen',
    detail: `Written down ${daysAgo === 0 ? 'today' : sayAgo(daysAgo)}, and no round since found it dry.`,
    clause: 'leaks',
    suggests:
      'Pull the plugs before a hand goes to the wet. Dry everything, lay paper round hoses and seams, and see where it is wet first. If the glass itself weeps, draw the water below that place and move the animals. Mains work is an electrician’s, a seam the maker’s.',
    wouldChangeMyMind: 'A round on a later day that finds it dry.',
    reckoned: [],
  }),
  'animals-die': ({ count, days }) => ({
    says: count === 1 ? 'One animal died this week' : `${count} animals died within ${days} days`,
    detail:
      count === 1
        ? 'One alone may be age.'
        : 'More than one has a cause: water first, then what was changed, then sickness.',
    clause: count === 1 ? 'lost an animal this week' : `lost ${count} animals this week`,
    suggests: `Take the dead out, count the others, test ammonia, nitrite and temperature, and look what was new in the days before. ${VET}`,
    wouldChangeMyMind: 'A week without another.',
    reckoned: [],
  }),
}

/** What cannot wait for a test. */
export const alarmRules: Rules<AlarmFacts> = {
  find: alarmFindings,
  words: alarmWords,
}
