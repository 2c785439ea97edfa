import { algaeCourses, algaeOn, algaeTrend } from '../../algae/course'
import type { TankHistory } from '../../history/types'
import type { Place } from '../../journal/entry'
import { normalEstimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import type { Asks, Question } from './question'

/** The algae that are about, by where they grow. */
export function algaeQuestions(
  history: TankHistory,
  now: Instant,
): (of: Place['of']) => Question[] {
  const today = dayOf(now)
  const live = algaeCourses(history, now).filter((course) => algaeOn(course, today) >= 0.5)
  return (of) =>
    live
      .filter((course) => course.place.of === of)
      .map((course) => {
        const last = course.points[course.points.length - 1]
        const perWeek = algaeTrend(course, now)?.perWeek ?? 0
        const weeks = (today - last.day) / 7
        const middle = Math.max(0, last.percent + perWeek * weeks)
        return {
          key: `algae:${course.algae}:${'id' in course.place ? course.place.id : of}`,
          asks: { kind: 'algae', algae: course.algae, place: course.place } as Asks,
          last: { value: last.percent, daysAgo: today - last.day, by: null },
          expected: normalEstimate(
            middle,
            2 + 0.15 * middle + weeks,
            'its course over six weeks',
            0,
            100,
          ),
          unit: '%',
          min: 0,
          max: 100,
          step: 1,
        }
      })
}
