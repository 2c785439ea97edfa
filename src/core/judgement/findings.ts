import { METRIC, type Measures } from '../quantity/measures'
import { entriesOf } from '../history/journal-index'
import type { Entry } from '../journal/entry'
import { storyUntil } from '../history/lookup'
import type { TankHistory } from '../history/types'
import { daysBetween, type Instant } from '../quantity/time'
import { contradictionsIn } from './contradictions'
import type { Finding } from '../history/finding'
import { byUrgency } from './urgency'
import { inOneVoice } from './one-voice'
import { sayFinding } from './say-finding'
import { allJudged } from './rules'

/** A disagreement holds this long, then the finding may speak up again. */
const DISPUTE_DAYS = 30

/** Everything Vivero finds worth saying of a tank at `now`, weightiest first; what the keeper disputes comes last. */
export function findings(
  history: TankHistory,
  now: Instant,
  measures: Measures = METRIC,
): Finding[] {
  const story = storyUntil(history, now)
  const disputes = entriesOf(story.entries, 'disagreement').filter(
    (entry) => daysBetween(entry.at, now) <= DISPUTE_DAYS,
  )
  return inOneVoice(allJudged(story, now))
    .map((judged) => sayFinding(judged, story, measures))
    .filter(holdsTogether)
    .map((finding) => {
      const dispute = disputes.findLast((entry) => entry.finding === finding.key)
      return dispute ? { ...finding, disputed: { why: dispute.why, at: dispute.at } } : finding
    })
    .sort((a, b) => Number(a.disputed !== null) - Number(b.disputed !== null) || byUrgency(a, b))
}

/** What contradicts its own figures is not said, unless it presses: then a crooked word is better than none. */
const holdsTogether = ({ level, says, detail, clause, suggests }: Finding): boolean =>
  level === 'act' || contradictionsIn([says, detail, clause, suggests].join(' ')).length === 0

const NO_OBSERVATION: ReadonlySet<Entry['kind']> = new Set(['note', 'changed', 'moved'])

/** The tank today in one sentence, to go on from its name: the two weightiest clauses, or that all is well. Notes alone are no observation. */
export function headline(all: readonly Finding[], entries: readonly Entry[]): string {
  if (entries.every((entry) => NO_OBSERVATION.has(entry.kind)))
    return 'has no entry yet; walk the first round.'
  const live = all.filter((finding) => finding.disputed === null)
  const pressing = live.filter((finding) => finding.level !== 'good')
  if (pressing.length === 0)
    return live.length > 0
      ? `${live[0].clause}, and nothing presses.`
      : 'is quiet; nothing presses.'
  const first = pressing[0]
  const second = pressing.find((finding) => finding.topic !== first.topic)
  return second ? `${first.clause}, and ${second.clause}.` : `${first.clause}.`
}
