import { sayDays } from '../../quantity/say'
import { sayCut, sayTrimReason, sayWhen } from './trim.words'
import type { TrimDue } from './work-list'
import { sayWhereabouts } from '../../layout/whereabouts.words'
import { scaled } from '../../quantity/estimate'
import type { Rules, WordsFor } from '../../history/finding'
import { bareFindings, stemFindings, type StemFacts } from './stem-findings'

const RULER = 'A ruler: one height today.'

const stemWords: WordsFor<StemFacts> = {
  'at-surface': (facts) => ({
    says: facts.there
      ? `Trim ${facts.stake}: it lies on the surface`
      : `Trim ${facts.stake} ${facts.soon ? 'this week' : 'next week'}`,
    detail: `${reached(facts)}${facts.shade === null ? '' : ` and take ${Math.round(facts.shade * 100)} % of the light below`}.${facts.bare ? ' The stems are bare below.' : ''}`,
    clause: `is closing over ${sayWhereabouts(facts.where)}`,
    suggests: 'Cut to a third or a half; replant the best tops where the stems are bare.',
    wouldChangeMyMind: RULER,
    reckoned: [facts.reach.because],
  }),
  'surface-unseen': ({ stake, where, reach, there }) => ({
    says: `Look whether ${stake} ${there ? 'is at' : 'nears'} the surface`,
    detail: `Nobody has measured it yet; by what the species usually does its tops ${there ? 'should be there by now' : `get there in ${days(reach)} days`}.`,
    clause: `should be closing over ${sayWhereabouts(where)}`,
    suggests: 'Measure it once, or walk a round; from then on its own growth counts.',
    wouldChangeMyMind: RULER,
    reckoned: [reach.because],
  }),
  harvest: ({ stake, reach, there }) => ({
    says: `${stake} is ${there ? 'ready to harvest' : 'soon ready to harvest'}`,
    detail: there
      ? 'Its tops are at the surface.'
      : `Its tops reach the surface in ${sayDays(reach.value)} (${days(reach)}).`,
    clause: 'grows cuttings for the harvest',
    suggests: 'Take the tops for the tank that wants them, or for another row.',
    wouldChangeMyMind: RULER,
    reckoned: [reach.because],
  }),
  'to-cut': ({ where, trim }, { measures }) => ({
    says: `Trim ${trim.hedge.planting.stake}${trim.days.value < 0.5 ? '' : ` ${sayWhen(trim.days)}`}: ${sayTrimReason(trim)}`,
    detail: `It stands at ${measures.sayEstimate(trim.hedge.height, 'cm')} and grows ${measures.sayEstimate(weekly(trim), 'cm')} a week.`,
    clause: `${CLAUSE[trim.why.of]} ${sayWhereabouts(where)}`,
    suggests: `Cut it ${sayCut(trim, measures)}.`,
    wouldChangeMyMind: RULER,
    reckoned: [trim.hedge.rate.because],
  }),
  'bare-below': ({ stake, name, where }) => ({
    says: `${stake} is bare below`,
    detail: `${name} lost the leaves of its lower third: shade from above, and no light on the foot.`,
    clause: `stands bare below ${sayWhereabouts(where)}`,
    suggests: 'Replant the tops and take the old feet out, a section at a time.',
    wouldChangeMyMind: 'New side shoots on the lower third three weeks after a hard cut.',
    reckoned: [],
  }),
}

/** What it grows in a week. */
const weekly = ({ hedge: { rate } }: TrimDue) => scaled(rate, 7)

const CLAUSE: Readonly<Record<TrimDue['why']['of'], string>> = {
  surface: 'is closing over',
  shape: 'has stems out of shape',
  shade: 'has stems in the light of others',
  colour: 'has stems in the light of the reds',
  'with the others': 'has stems to cut',
}

const reached = ({ there, reach }: StemFacts['at-surface']) =>
  there
    ? 'The tops have reached the surface'
    : `The tops reach the surface in ${sayDays(reach.value)} (${days(reach)})`

const days = ({ low, high }: StemFacts['at-surface']['reach']) =>
  high === null ? `${Math.round(low)} or more` : `${Math.round(low)}–${Math.round(high)}`

/** What stands at the surface, and what stands bare. */
export const stemRules: Rules<StemFacts> = {
  find: (story, now) => [...stemFindings(story, now), ...bareFindings(story, now)],
  words: stemWords,
}
