import { algaeCourses, algaeOn, algaeTrend } from '../algae/course'
import { placeName } from '../history/describe'
import type { TankHistory } from '../history/types'
import { sayNumber } from '../quantity/say'
import { dayOf, type Instant } from '../quantity/time'
import { evidenceFor } from './evidence'
import type { Finding, Subject } from './finding'

const MINIMUM_PERCENT = 2
const ACT_PERCENT = 15
const STEADY_PER_WEEK = 0.4

/** A finding for each algae that still stands, with the way it is going. */
export function algaeFindings(history: TankHistory, now: Instant): Finding[] {
  return algaeCourses(history, now).flatMap((course) => {
    const percent = algaeOn(course, dayOf(now))
    if (percent < MINIMUM_PERCENT) return []
    const trend = algaeTrend(course, now)
    const place = placeName(course.place, history)
    const name = course.algae.charAt(0).toUpperCase() + course.algae.slice(1)
    const going = goingOf(trend?.perWeek ?? null)
    const words = {
      rising: 'spread',
      receding: 'recede',
      steady: 'hold their ground',
      unknown: 'were seen once',
    }[going]
    const subject: Subject =
      course.place.of === 'planting' || course.place.of === 'hardscape'
        ? course.place
        : { of: 'tank' }
    return [
      {
        key: `algae:${course.algae}:${'id' in course.place ? course.place.id : course.place.of}`,
        subject,
        level: levelOf(going, percent),
        weight: 30 + percent / 2,
        says: `${name} on ${place} ${plural(course.algae) ? words : words.replace('recede', 'recedes').replace('spread', 'spreads').replace('hold their', 'holds its').replace('were', 'was')}`,
        detail: trend
          ? `${sayNumber(trend.from)} % six weeks ago at most, ${sayNumber(trend.to)} % now.`
          : `${sayNumber(percent)} % when last seen.`,
        clause:
          going === 'receding'
            ? `is shedding its ${course.algae}`
            : `carries ${course.algae} on ${place}`,
        because: evidenceFor(
          course.points.slice(-4).map((point) => point.entryId),
          history,
        ),
        suggests:
          going === 'receding'
            ? 'Change nothing else until it is gone.'
            : 'Take off what comes off by hand, then change one thing and keep it for four weeks.',
        leadsTo: 'book',
        wouldChangeMyMind: 'Its cover in two weeks, at the same hour and place.',
        disputed: null,
      } satisfies Finding,
    ]
  })
}

function plural(name: string): boolean {
  return name.endsWith('s') && !name.endsWith('ss')
}

type Going = 'unknown' | 'rising' | 'receding' | 'steady'

/** Which way a cover goes, by its change in percentage points a week; null: seen once. */
function goingOf(perWeek: number | null): Going {
  if (perWeek === null) return 'unknown'
  if (perWeek > STEADY_PER_WEEK) return 'rising'
  return perWeek < -STEADY_PER_WEEK ? 'receding' : 'steady'
}

function levelOf(going: Going, percent: number): Finding['level'] {
  if (going === 'receding') return 'good'
  return percent >= ACT_PERCENT && going === 'rising' ? 'act' : 'watch'
}
