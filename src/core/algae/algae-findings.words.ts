import type { Names } from '../journal/kind'
import { capital, sayAgo, sayNumber } from '../quantity/say'
import type { AlgaeLook } from './course'
import { algaeFindings, type AlgaeFacts } from './algae-findings'
import type { FindingWords, Rules, WordsFor } from '../history/finding'

/** What they do, of one and of many. */
const DOES: Record<keyof AlgaeFacts, readonly [one: string, many: string]> = {
  'algae-spread': ['spreads', 'spread'],
  'algae-recede': ['recedes', 'recede'],
  'algae-hold': ['holds its ground', 'hold their ground'],
  'algae-seen-once': ['was seen once', 'were seen once'],
  'film-of-youth': ['goes by itself', 'go by themselves'],
}

const algaeWords: WordsFor<AlgaeFacts> = {
  'algae-spread': (facts, names) => course('algae-spread', facts, names),
  'algae-recede': (facts, names) => ({
    ...course('algae-recede', facts, names),
    clause: `is shedding its ${facts.algae}`,
    suggests: 'Change nothing else until it is gone.',
  }),
  'algae-hold': (facts, names) => course('algae-hold', facts, names),
  'algae-seen-once': (facts, names) => course('algae-seen-once', facts, names),
  'film-of-youth': (facts, names) => ({
    ...course('film-of-youth', facts, names),
    clause: 'has the brown film of a young tank',
    suggests:
      'Wait, wipe it off, and let snails and suckers come at it; no light, food or dose need be altered for it.',
    wouldChangeMyMind: 'That it still stands there when the tank is three months old.',
  }),
}

function course(
  rule: keyof AlgaeFacts,
  { algae, place, percent, trend }: AlgaeFacts['algae-spread'],
  names: Names,
): FindingWords {
  const where = names.place(place)
  return {
    says: `${capital(algae)} on ${where} ${DOES[rule][isPlural(algae) ? 1 : 0]}`,
    detail: trend
      ? `${sayLook(trend.from)}, ${sayLook(trend.to)}.`
      : `${sayNumber(percent)} % when last seen.`,
    clause: `carries ${algae} on ${where}`,
    suggests: 'Take off what comes off by hand, then change one thing and keep it for four weeks.',
    wouldChangeMyMind: 'Its cover in two weeks, at the same hour and place.',
    reckoned: [],
  }
}

/** “20 % 12 days ago”. */
const sayLook = ({ percent, daysPast }: AlgaeLook) => `${sayNumber(percent)} % ${sayAgo(daysPast)}`

const isPlural = (name: string) => name.endsWith('s') && !name.endsWith('ss')

/** Which algae come, stay and go. */
export const algaeRules: Rules<AlgaeFacts> = {
  find: algaeFindings,
  words: algaeWords,
}
