import { sayDays, sayEvery } from '../../quantity/say'
import { changeFinding, type ChangeFacts } from './change-finding'
import type { Rules, WordsFor } from '../../history/finding'

const SETTLES = 'A change you made and did not write down.'

const changeWords: WordsFor<ChangeFacts> = {
  'change-late': (facts) => ({
    says: `The water change is ${sayDays(facts.lateDays)} late`,
    detail: rhythmSince(facts),
    clause: `waits for a water change ${sayDays(facts.lateDays)} overdue`,
    suggests: 'Make it today, or move the routine to a rhythm you can keep.',
    wouldChangeMyMind: SETTLES,
    reckoned: rhythm(facts),
  }),
  'changes-uneven': (facts) => ({
    says: 'The changes come unevenly',
    detail: `${facts.regime.onTime} came on time; many long troubles end only when the swings end.`,
    clause: 'is changed unevenly',
    suggests: 'Set a rhythm you can keep.',
    wouldChangeMyMind: SETTLES,
    reckoned: rhythm(facts),
  }),
  'changes-apart': (facts) => ({
    says: `The changes come ${sayEvery(facts.everyDays)}, not ${sayEvery(facts.routineDays)}`,
    detail: 'They come evenly, which is what counts most; only further apart than you set.',
    clause: 'is changed less often than was set',
    suggests: `Set the routine to ${sayDays(facts.everyDays)} if the water stays good that way.`,
    wouldChangeMyMind: SETTLES,
    reckoned: rhythm(facts),
  }),
  'changes-regular': (facts) => ({
    says: 'The changes are regular',
    detail: 'The rhythm you set is kept.',
    clause: 'is changed on time',
    suggests: 'Go on as you do.',
    wouldChangeMyMind: SETTLES,
    reckoned: rhythm(facts),
  }),
}

function rhythmSince({ lateDays, routineDays, lostRhythm }: ChangeFacts['change-late']): string {
  if (lostRhythm) return 'The changes have lost their rhythm; regularity does more than size.'
  return lateDays > routineDays
    ? 'More than one of them was left out since.'
    : 'The rhythm has been good so far.'
}

/** How often one came, and how many came when they were meant to. */
function rhythm({ regime, routineDays }: ChangeFacts['changes-regular']): string[] {
  const { everyDays, onTime, changes } = regime
  if (!everyDays) return []
  const kept =
    onTime === null ? '' : `; ${onTime} came within a quarter of the ${routineDays} days you set`
  return [
    `Over the last ${changes} changes one came ${sayEvery(everyDays.median)}${spread(everyDays)}${kept}`,
  ]
}

/** Between which days the middle half of them came; nothing where all came alike. */
const spread = ({ q1, q3 }: { q1: number; q3: number }): string =>
  q1.toFixed(0) === q3.toFixed(0) ? '' : ` (half of them ${q1.toFixed(0)}–${q3.toFixed(0)})`

/** How regular the changes are. */
export const changeRules: Rules<ChangeFacts> = {
  find: (story, now) => [changeFinding(story, now)].filter((judged) => judged !== null),
  words: changeWords,
  inWater: true,
}
