import { METRIC, type Measures } from '../quantity/measures'
import { entriesOf } from '../history/journal-index'
import type { Entry } from '../journal/entry'
import { storyUntil } from '../history/lookup'
import type { TankHistory } from '../history/types'
import { daysBetween, type Instant } from '../quantity/time'
import { conditionsOf } from '../water/estimate/conditions'
import { alarmFindings } from './alarm-findings'
import { algaeFindings } from './algae-findings'
import { carpetFindings } from './carpet-findings'
import { changeFinding } from './change-finding'
import { contradictionsIn } from './contradictions'
import { countFindings } from './count-finding'
import type { Finding } from './finding'
import type { AnyJudged } from './rules'
import { byUrgency } from './urgency'
import { growthFindings, leafFindings } from './growth-findings'
import { intakeFinding } from './intake-finding'
import { moodFinding } from './mood-finding'
import { nitrateFinding } from './nitrate-finding'
import { inOneVoice } from './one-voice'
import { rootsFindings } from './roots-finding'
import { sayFinding } from './say-finding'
import { soilFinding } from './soil-finding'
import { bareFindings, stemFindings } from './stem-findings'
import { temporaryFindings } from './temporary-finding'
import { waitingFindings } from './waiting-finding'
import { waterFindings } from './water-findings'

/** A disagreement holds this long, then the finding may speak up again. */
const DISPUTE_DAYS = 30

/** Everything Vivero finds worth saying of a tank at `now`, weightiest first; what the keeper disputes comes last. */
export function findings(
  history: TankHistory,
  now: Instant,
  measures: Measures = METRIC,
): Finding[] {
  const story = storyUntil(history, now)
  const conditions = conditionsOf(story, now)
  const all = [
    ...(story.vessel.kind === 'terrarium'
      ? []
      : [
          nitrateFinding(story, conditions, now),
          intakeFinding(story, conditions, now),
          ...waterFindings(story, conditions, now),
        ]),
    ...alarmFindings(story, now),
    changeFinding(story, now),
    ...countFindings(story, now),
    ...temporaryFindings(story, now),
    soilFinding(story, now),
    moodFinding(story, now),
    ...stemFindings(story, now),
    ...bareFindings(story, now),
    ...rootsFindings(story, now),
    ...growthFindings(story, now),
    ...leafFindings(story, now),
    ...waitingFindings(story, now),
    ...carpetFindings(story, now),
    ...algaeFindings(story, now),
  ].filter((judged) => judged !== null) as AnyJudged[]
  const disputes = entriesOf(story.entries, 'disagreement').filter(
    (entry) => daysBetween(entry.at, now) <= DISPUTE_DAYS,
  )
  return inOneVoice(all)
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
  const second = pressing.find((finding) => topic(finding) !== topic(first))
  return second ? `${first.clause}, and ${second.clause}.` : `${first.clause}.`
}

const topic = (finding: Finding) =>
  finding.key.split(':')[0].replace('change-due', 'nitrate').replace('bare', 'surface')
