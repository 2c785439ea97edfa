import { conditionsOf } from '../estimate/conditions'
import { sayEstimate, sayNumber } from '../../quantity/say'
import { sayFlow } from '../balance/balance.words'
import type { Rules, WordsFor } from '../../history/finding'
import { intakeFinding, type IntakeFacts } from './intake-finding'

const intakeWords: WordsFor<IntakeFacts> = {
  'unwritten-nitrate': (facts) => ({
    says: 'More nitrate comes in than is written down',
    detail: `${explained(facts)}; ${sayEstimate(facts.unwritten)} come from food nobody counted, mulm or dying leaves.`,
    clause: 'gets nitrate that nobody wrote down',
    suggests: 'Weigh the food for a week, every guest’s pinch with it, and siphon the mulm.',
    wouldChangeMyMind:
      'A week in which every pinch is weighed and written down, with a nitrate test at both ends.',
    reckoned: streams(facts),
  }),
  'nitrate-from-food': (facts) => ({
    says: 'The food brings most of the nitrate',
    detail: `About ${sayEstimate(facts.food, 'mg/L')} a week of ${sayNumber(facts.into, 1)}, by the last ${Math.round(facts.days)} days.`,
    clause: 'is fed more than its changes take away',
    suggests:
      'Feed less at a time or more rarely, as far as the animals bear it: their need comes before the plants’.',
    wouldChangeMyMind: 'Half the food for two weeks and a nitrate test after them.',
    reckoned: streams(facts),
  }),
}

const explained = ({ food, into }: IntakeFacts['unwritten-nitrate']) =>
  `The food in the book explains ${sayNumber(food.value, 1)} of ${sayNumber(into, 1)} mg/L a week`

const streams = ({ streams: all }: Pick<IntakeFacts['nitrate-from-food'], 'streams'>) =>
  all.map((flow) => `${sayFlow(flow, 'nitrate')}: ${sayEstimate(flow.perWeek, 'mg/L')} a week`)

/** Where nitrate comes from. */
export const intakeRules: Rules<IntakeFacts> = {
  find: (story, now) =>
    [intakeFinding(story, conditionsOf(story, now), now)].filter((judged) => judged !== null),
  words: intakeWords,
  inWater: true,
}
