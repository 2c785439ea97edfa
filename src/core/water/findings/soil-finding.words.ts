import { sayNumber } from '../../quantity/say'
import type { FindingWords, Rules, WordsFor } from '../../history/finding'
import {
  soilFinding,
  KH_WINDOW,
  type KhCause,
  type SoilFacts,
  type SoilState,
} from './soil-finding'

const DAYS_A_MONTH = 30.4
const JAR = 'Put some in a jar of water of known KH and read it again after a day.'

const soilWords: WordsFor<SoilFacts> = {
  'soil-spent': (soil) => ({
    says: 'The soil no longer holds the hardness down',
    detail: 'It buffers little now, and the root feeders live on what you add.',
    clause: 'stands on spent soil',
    suggests: 'Renew it section by section, or feed the roots with tabs.',
    ...rest(soil),
  }),
  'soil-tired': (soil) => ({
    says: soil.orBy.length > 0 ? 'KH rises; it may be the soil' : 'The soil is getting tired',
    detail:
      soil.orBy.length > 0
        ? `It may as well be ${soil.orBy.map((cause) => CAUSES[cause]).join(' or ')}; a jar test tells them apart.`
        : 'It buffers less than it did.',
    clause: 'stands on tired soil',
    suggests: JAR,
    ...rest(soil),
  }),
  'soil-old': (soil) => ({
    says: 'The soil may be getting tired',
    detail: 'At this age active soils begin to give up; nothing was measured yet.',
    clause: 'may stand on tired soil',
    suggests: JAR,
    ...rest(soil),
  }),
}

const CAUSES: Record<KhCause, string> = {
  stones: 'the stones, if they hold lime',
  'top-ups': 'the water that tops up what evaporates',
  doses: 'the salts you dose',
  'another water': 'the water you change with now',
}

const rest = (soil: SoilState): Pick<FindingWords, 'wouldChangeMyMind' | 'reckoned'> => ({
  wouldChangeMyMind:
    'A jar test: some soil in water of known KH, read again after 24–48 h. A clear drop and the soil still works.',
  reckoned: sayOfSoil(soil),
})

/** What the state of a soil rests on beside entries: its KH record, its age. */
export const sayOfSoil = ({ kh, material, ageDays }: SoilState): string[] => [
  ...(kh
    ? [
        `KH averaged ${sayNumber(kh.first)} in the first ${KH_WINDOW} readings and ${sayNumber(kh.last)} in the last ${KH_WINDOW}`,
      ]
    : []),
  `The ${material} has lain ${Math.round(ageDays / DAYS_A_MONTH)} months`,
]

/** Whether the soil still holds the water. */
export const soilRules: Rules<SoilFacts> = {
  find: (story, now) => [soilFinding(story, now)].filter((judged) => judged !== null),
  words: soilWords,
  inWater: true,
}
