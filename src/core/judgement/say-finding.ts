import { METRIC, type Measures } from '../quantity/measures'
import { namesIn } from '../history/describe'
import type { TankHistory } from '../history/types'
import type { Names } from '../journal/kind'
import { alarmWords } from './alarm-findings.words'
import { algaeWords } from './algae-findings.words'
import { carpetWords } from './carpet-findings.words'
import { changeWords } from './change-finding.words'
import { evidenceFor, reckoned } from './evidence'
import type { Finding, FindingWords, WordsFor } from './finding'
import { waitingWords } from './waiting-finding.words'
import { growthWords } from './growth-findings.words'
import { countWords } from './count-finding.words'
import { intakeWords } from './intake-finding.words'
import { moodWords } from './mood-finding.words'
import { nitrateWords } from './nitrate-finding.words'
import type { AnyJudged, FactsOf } from './rules'
import { rootsWords } from './roots-finding.words'
import { soilWords } from './soil-finding.words'
import { stemWords } from './stem-findings.words'
import { temporaryWords } from './temporary-finding.words'
import { waterWords } from './water-findings.words'

/** How every rule is said. A rule without words is an error of the compiler. */
const WORDS: WordsFor<FactsOf> = {
  ...nitrateWords,
  ...alarmWords,
  ...intakeWords,
  ...countWords,
  ...waterWords,
  ...changeWords,
  ...temporaryWords,
  ...soilWords,
  ...moodWords,
  ...stemWords,
  ...carpetWords,
  ...algaeWords,
  ...rootsWords,
  ...growthWords,
  ...waitingWords,
}

/** A judgement with its words and its evidence, for a keeper to read. */
export function sayFinding(
  judged: AnyJudged,
  history: TankHistory,
  measures: Measures = METRIC,
): Finding {
  const { rule, key, subject, level, weight, leadsTo, entryIds, facts } = judged
  const say = WORDS[rule] as (facts: unknown, names: Names) => FindingWords
  const { reckoned: lines, ...words } = say(facts, namesIn(history, measures))
  return {
    key,
    rule,
    subject,
    level,
    weight,
    leadsTo,
    ...words,
    because: [...evidenceFor(entryIds, history, measures), ...lines.map(reckoned)],
    disputed: null,
  }
}
