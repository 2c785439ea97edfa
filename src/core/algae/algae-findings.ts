import { algaeCourses, algaeOn, algaeTrend, type AlgaeLook } from './course'
import { tankNow } from '../history/tank-at'
import type { TankHistory } from '../history/types'
import type { AlgaeKind, Place } from '../journal/entry'
import { dayOf, type Instant } from '../quantity/time'
import type { Judged, Level } from '../history/finding'

const MINIMUM_PERCENT = 2
const ACT_PERCENT = 15
const STEADY_PER_WEEK = 0.4
const LOOKS = 4

/** Cover, per cent of the place, at the first and the last look of the last six weeks. Null: seen once. */
interface Course {
  algae: AlgaeKind
  place: Place
  percent: number
  trend: { from: AlgaeLook; to: AlgaeLook } | null
}
export interface AlgaeFacts {
  'algae-spread': Course
  'algae-recede': Course
  'algae-hold': Course
  'algae-seen-once': Course
  /** Brown film in a tank’s first weeks. */
  'film-of-youth': Course
}

/** A judgement for each algae that still stands, with the way it is going. */
export function algaeFindings(history: TankHistory, now: Instant): Judged<AlgaeFacts>[] {
  return algaeCourses(history, now).flatMap((course): Judged<AlgaeFacts>[] => {
    const { algae, place } = course
    const percent = algaeOn(course, dayOf(now))
    if (percent < MINIMUM_PERCENT) return []
    const trend = algaeTrend(course, now)
    const young = algae === 'brown film' && dayOf(now) - begun(history, now) < YOUNG_DAYS
    const rule = young ? 'film-of-youth' : ruleFor(trend?.perWeek ?? null)
    return [
      {
        rule,
        facts: { algae, place, percent, trend: trend && { from: trend.from, to: trend.to } },
        topic: 'algae',
        key: `algae:${algae}:${'id' in place ? place.id : place.of}`,
        subject: 'id' in place ? place : { of: 'tank' },
        level: levelOf(rule, percent),
        weight: 30 + percent / 2,
        entryIds: course.points.slice(-LOOKS).map((point) => point.entryId),
        leadsTo: { entries: 'algae' },
      },
    ]
  })
}

/** Brown film of the first eight weeks goes by itself. Common practice. */
const YOUNG_DAYS = 56

/** When the tank, or the ground that lies in it now, was new. */
function begun(history: TankHistory, now: Instant): number {
  const { layout } = tankNow(history, now)
  return Math.max(dayOf(history.vessel.startedAt), layout ? dayOf(layout.ground.laidAt) : 0)
}

/** Which way a cover goes, by its change in percentage points a week; null: seen once. */
function ruleFor(perWeek: number | null): keyof AlgaeFacts {
  if (perWeek === null) return 'algae-seen-once'
  if (perWeek > STEADY_PER_WEEK) return 'algae-spread'
  return perWeek < -STEADY_PER_WEEK ? 'algae-recede' : 'algae-hold'
}

function levelOf(rule: keyof AlgaeFacts, percent: number): Level {
  if (rule === 'algae-recede') return 'good'
  return percent >= ACT_PERCENT && rule === 'algae-spread' ? 'act' : 'watch'
}
