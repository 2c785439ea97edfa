import { METRIC, type Measures } from '../quantity/measures'
import { namesIn } from '../history/describe'
import { evidenceFor, reckoned } from '../history/evidence'
import type { Finding } from '../history/finding'
import type { TankHistory } from '../history/types'
import { wordsOf, type AnyJudged } from './rules'

/** A judgement with its words and its evidence, for a keeper to read. */
export function sayFinding(
  judged: AnyJudged,
  history: TankHistory,
  measures: Measures = METRIC,
): Finding {
  const { rule, key, subject, topic, level, weight, leadsTo, entryIds } = judged
  const { reckoned: lines, ...words } = wordsOf(judged, namesIn(history, measures))
  return {
    key,
    rule,
    subject,
    topic,
    level,
    weight,
    leadsTo,
    ...words,
    because: [...evidenceFor(entryIds, history, measures), ...lines.map(reckoned)],
    disputed: null,
  }
}
