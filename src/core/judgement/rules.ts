import { algaeRules } from '../algae/algae-findings.words'
import { waitingRules } from '../gardening/cuttings/waiting-finding.words'
import { growthRules } from '../gardening/growth/growth-findings.words'
import { carpetRules } from '../gardening/lawns/carpet-findings.words'
import { rootsRules } from '../gardening/leaves/roots-finding.words'
import { stemRules } from '../gardening/trim/stem-findings.words'
import type { FindingWords, Judged, Rules } from '../history/finding'
import { moodRules } from '../history/findings/mood-finding.words'
import { temporaryRules } from '../history/findings/temporary-finding.words'
import type { TankHistory } from '../history/types'
import type { Names } from '../journal/kind'
import { alarmRules } from '../livestock/alarm-findings.words'
import { countRules } from '../livestock/count-finding.words'
import type { Instant } from '../quantity/time'
import { changeRules } from '../water/findings/change-finding.words'
import { intakeRules } from '../water/findings/intake-finding.words'
import { nitrateRules } from '../water/findings/nitrate-finding.words'
import { soilRules } from '../water/findings/soil-finding.words'
import { waterRules } from '../water/findings/water-findings.words'

/** All rules of judgement, by their matter. Of two that press alike the one that stands first is said first. */
const RULES = {
  nitrateRules,
  intakeRules,
  waterRules,
  alarmRules,
  changeRules,
  countRules,
  temporaryRules,
  soilRules,
  moodRules,
  stemRules,
  rootsRules,
  growthRules,
  waitingRules,
  carpetRules,
  algaeRules,
}
type Matters = typeof RULES
/** A judgement by whichever rule, its facts with it. */
export type AnyJudged = {
  [M in keyof Matters]: Matters[M] extends Rules<infer F> ? Judged<F> : never
}[keyof Matters]

/** The rules of whichever matter, for what treats all alike. */
const ALL: readonly {
  find(story: TankHistory, now: Instant): readonly object[]
  words: object
  inWater?: true
}[] = Object.values(RULES)

/** What every rule finds of a tank at `now`, one matter after the other. */
export const allJudged = (story: TankHistory, now: Instant): AnyJudged[] =>
  ALL.flatMap((rules) =>
    rules.inWater && story.vessel.kind === 'terrarium'
      ? []
      : (rules.find(story, now) as readonly AnyJudged[]),
  )

type Say = (facts: object, names: Names) => FindingWords
const SAID = ALL.flatMap(({ words }) => Object.entries(words) as [string, Say][])
const WORDS = new Map(SAID)
/** Every rule, as often as it has words. */
export const RULE_NAMES: readonly string[] = SAID.map(([rule]) => rule)

/** How a judgement is said. Every rule has its words: its file does not compile without. */
export const wordsOf = ({ rule, facts }: AnyJudged, names: Names): FindingWords =>
  WORDS.get(rule)!(facts, names)
