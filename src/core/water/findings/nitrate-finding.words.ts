import { conditionsOf } from '../estimate/conditions'
import type { Measures } from '../../quantity/measures'
import type { Estimate } from '../../quantity/estimate'
import { sayDays, sayEstimate, sayNumber, sayRange } from '../../quantity/say'
import type { FindingWords, Rules, WordsFor } from '../../history/finding'
import { nitrateFinding, type NitrateFacts } from './nitrate-finding'

type Standing = NitrateFacts['nitrate-in-hand']

const nitrateWords: WordsFor<NitrateFacts> = {
  'nitrate-over': (facts, { measures }) => ({
    says:
      facts.atOnce === null
        ? `${sayShare(facts.share)} the water, today`
        : `${sayShare(facts.share)} the water, a part today`,
    detail: standing(facts),
    clause: `is heavy with nitrate, near ${sayNumber(facts.now.value, 5)} mg/L`,
    suggests: `Change ${Math.round(facts.share * 100)} % (${Math.round(facts.litres)} L) to stand near ${sayNumber(facts.target, 2)} mg/L.${sayCare(facts, measures)}`,
    ...settled(facts),
  }),
  'nitrate-passes': (facts) => ({
    says: `Without a change nitrate passes ${facts.ceiling} mg/L in about ${sayDays(facts.inDays)}`,
    detail:
      `${standing(facts)} ${facts.settles === null ? '' : `The present changes settle it at ${sayNumber(facts.settles, 3)} before each change.`}`.trim(),
    clause: 'gains nitrate faster than its changes take away',
    suggests: 'See what a larger or an earlier change would do.',
    ...settled(facts),
  }),
  'nitrate-all-but-gone': (facts) => ({
    says: 'The water is all but out of nitrate',
    detail: standing(facts),
    clause: 'has almost no nitrate left',
    suggests: 'Feed the water or the soil, unless lean water is what you want.',
    ...settled(facts),
  }),
  'nitrate-in-hand': (facts) => ({
    says: 'Nitrate is in hand',
    detail: standing(facts),
    clause: 'keeps its nitrate in hand',
    suggests: 'Go on as you do.',
    ...settled(facts),
  }),
}

/** How it is done so that the animals bear it. */
function sayCare(
  { atOnce, warmTo, makeUp }: NitrateFacts['nitrate-over'],
  measures: Measures,
): string {
  const parts =
    atOnce === null
      ? ''
      : ` What lives here bears about ${Math.round(atOnce * 100)} % at once: make it in steps, a day or two apart.`
  const warm =
    warmTo === null
      ? ''
      : ` Warm the new water to about ${measures.say(warmTo, '°C', 1)} first, or let it run in slowly.`
  const hardness = makeUp.map((which) => which.toUpperCase()).join(' and ')
  const made =
    makeUp.length === 0
      ? ''
      : ` As it comes that water carries ${hardness} away from what lives here: make it up with salts first.`
  return parts + made + warm
}

const sayShare = (share: number) =>
  share >= 0.45 && share <= 0.55 ? 'Half' : `${Math.round(share * 100)} % of`

const standing = ({ now, gain }: Standing) =>
  `Nitrate stands near ${sayEstimate(now)} mg/L${movement(gain)}.`

/** The ends of its range with the digits it is known to. */
const ends = ({ low, high }: Estimate): [low: string, high: string] => [
  sayNumber(Math.max(0, low), (high - low) / 2),
  sayNumber(high, (high - low) / 2),
]

const settled = ({
  now,
  gain,
}: Standing): Pick<FindingWords, 'wouldChangeMyMind' | 'reckoned'> => ({
  wouldChangeMyMind: `One drop test today. Below ${ends(now)[0]} or above ${ends(now)[1]} mg/L and this is wrong.`,
  reckoned: [`Net change ${sayEstimate(gain)} mg/L a day, ${gain.because}`],
})

/** Which way a level goes, as far as that is known: a gain whose range has both signs is neither a gain nor a loss. */
function movement(gain: Estimate): string {
  if (gain.low > 0) return ` and gains ${sayEstimate(gain)} a day`
  if (gain.high < 0)
    return ` and loses ${sayEstimate({ ...gain, value: -gain.value, low: -gain.high, high: -gain.low })} a day`
  return `; which way it goes is not told yet (${sayRange(gain)} a day)`
}

/** How nitrate stands. */
export const nitrateRules: Rules<NitrateFacts> = {
  find: (story, now) =>
    [nitrateFinding(story, conditionsOf(story, now), now)].filter((judged) => judged !== null),
  words: nitrateWords,
  inWater: true,
}
