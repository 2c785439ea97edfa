import { capital, sayAll, sayEstimate, sayNumber, sayTimes } from '../../quantity/say'
import { carpetFindings, type CarpetFacts } from './carpet-findings'
import type { FindingWords, Rules, WordsFor } from '../../history/finding'

/** A loss of fewer points is not worth a word. */
const WORTH_SAYING = 5
const SETTLES = 'Two looks a fortnight apart with the same or more cover.'

const carpetWords: WordsFor<CarpetFacts> = {
  'carpet-loses': (facts) => {
    const { stake, cover, perWeek, lost } = facts
    const much = lost !== null && lost > WORTH_SAYING ? Math.round(lost) : null
    return {
      says: `The carpet loses ${sayNumber(-perWeek, Math.max(0.3, -perWeek / 3))} % a week`,
      detail: `${stake} covers ${sayEstimate(cover)} % of its ground${much === null ? '' : `, ${much} less than three months ago`}.`,
      clause:
        much === null
          ? 'is losing its carpet'
          : `has lost ${much} points of its carpet in three months`,
      suggests: 'Weigh the options in Rescape: light at the ground, and what the soil still holds.',
      wouldChangeMyMind: SETTLES,
      reckoned: coverNow(facts),
    }
  },
  'carpet-bald-or-lifting': ({ stake, cover, bald, lifting }) => ({
    says: `${stake} ${lifting > 0 ? 'lifts' : 'has bald patches'}`,
    detail: `${capital(
      sayAll([
        ...(bald > 0 ? [`bald patches seen ${sayTimes(bald)}`] : []),
        ...(lifting > 0 ? [`seen lifting ${sayTimes(lifting)}`] : []),
      ]),
    )} within three months${cover ? `; it covers ${sayEstimate(cover)} %` : ''}.`,
    clause: lifting > 0 ? 'has a carpet that lifts' : 'has a carpet with bald patches',
    suggests:
      lifting > 0
        ? 'Mow it low so that light reaches its foot, press the loose parts down or pin them, and hold the siphon off it.'
        : 'Take out what rots, plant the gaps from its own edges, and look whether light reaches there.',
    wouldChangeMyMind: 'A look that finds it whole: its cover at 95 % or more.',
    reckoned: cover ? [`Cover now ${sayEstimate(cover)} %, from ${cover.because}`] : [],
  }),
  'carpet-holds': (facts) => standing('holds', facts),
  'carpet-spreads': (facts) => standing('spreads', facts),
}

const standing = (does: string, facts: CarpetFacts['carpet-holds']): FindingWords => ({
  says: `The carpet ${does}`,
  detail: `${facts.stake} covers ${sayEstimate(facts.cover)} %.`,
  clause: 'holds its carpet',
  suggests: 'Mow it low and often.',
  wouldChangeMyMind: SETTLES,
  reckoned: coverNow(facts),
})

const coverNow = ({ cover }: CarpetFacts['carpet-holds']) => [
  `Cover now ${sayEstimate(cover)} %, from ${cover.because}`,
]

/** How lawns hold. */
export const carpetRules: Rules<CarpetFacts> = {
  find: carpetFindings,
  words: carpetWords,
}
