import { sayReason } from './turn-reasons.words'
import { CAUSE_WORDS, sayLook, sayOdds, sayShortSettle } from '../leaves/leaves.words'
import { sayRemedy } from '../leaves/remedy.words'
import { capital, sayAll, sayDays } from '../../quantity/say'
import type { Rules, WordsFor } from '../../history/finding'
import { growthFindings, leafFindings, type GrowthFacts } from './growth-findings'

const growthWords: WordsFor<GrowthFacts> = {
  'grows-slower': ({ stake, pace }, { measures }) => ({
    says: `${stake} grows slower than it should`,
    detail: pace.own
      ? `${measures.sayEstimate(pace.own, 'cm')} a day; its kind does ${measures.sayEstimate(pace.should, 'cm')} in such light, gas and air.`
      : '',
    clause: `grows slowly at ${stake}`,
    suggests: 'Look at its newest leaves and at the light at its foot before dosing anything.',
    wouldChangeMyMind: 'Two more heights, a week apart.',
    reckoned: [pace.own?.because ?? ''].filter(Boolean),
  }),
  'growth-turned': ({ stake, turn, reasons, today }, { measures }) => ({
    says: `${stake} grows slower than it did`,
    detail: `${measures.figure(turn.before.value, 'cm', 0.1)} before, ${measures.say(turn.after.value, 'cm', 0.1)} a day since about ${sayDays(Math.round(today - turn.day))} ago.`,
    clause: `has slowed at ${stake}`,
    suggests:
      reasons.fitting.length > 0
        ? `About then ${sayAll(reasons.fitting.map((one) => sayReason(one, measures)))}.`
        : 'Nothing on paper would explain it: what changed about then?',
    wouldChangeMyMind: 'Two more heights, a week apart.',
    reckoned: [`odds ${Math.round(10 * turn.chance)} in 10 that the rate turned`],
  }),
  'leaves-ail': ({ stake, diagnosis }) => {
    const [top] = diagnosis.explanations
    return {
      says: `${stake} shows ${sayLook(diagnosis.seen)}`,
      detail: `${capital(sayOdds(top))}: ${CAUSE_WORDS[top.cause]}.`,
      clause: `shows ${sayLook(diagnosis.seen)} at ${stake}`,
      suggests: sayRemedy(top.cause, diagnosis.school),
      wouldChangeMyMind: sayShortSettle(diagnosis.settles),
      reckoned: [],
    }
  },
}

/** What grows slower than it should or did, and what leaves tell. */
export const growthRules: Rules<GrowthFacts> = {
  find: (story, now) => [...growthFindings(story, now), ...leafFindings(story, now)],
  words: growthWords,
}
