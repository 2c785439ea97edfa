import { sayDays } from '../../quantity/say'
import { sayWhereabouts } from '../../layout/whereabouts.words'
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
  'bare-below': ({ stake, name, where }) => ({
    says: `${stake} is bare below`,
    detail: `${name} lost the leaves of its lower third: shade from above, and no light on the foot.`,
    clause: `stands bare below ${sayWhereabouts(where)}`,
    suggests: 'Replant the tops and take the old feet out, a section at a time.',
    wouldChangeMyMind: 'New side shoots on the lower third three weeks after a hard cut.',
    reckoned: [],
  }),
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
