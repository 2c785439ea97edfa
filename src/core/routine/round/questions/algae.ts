import { algaeCourses, algaeOn, algaeTrend } from '../../../algae/course'
import { ALGAE_KINDS, type Place } from '../../../journal/entry'
import { choice, place, type DetailOf } from '../../../journal/shape'
import { normalEstimate } from '../../../quantity/estimate'
import { capital } from '../../../quantity/say'
import { dayOf } from '../../../quantity/time'
import type { QuestionKind, QuestionOf, StationName, Walk } from '../question-kind'

const shape = {
  algae: choice('The kind', ALGAE_KINDS, 'This is not a kind of algae Vivero knows.'),
  place: place(),
}

/** The part of the tank whose algae are looked at from a station. */
const PART_OF: Partial<Record<StationName, Place['of']>> = {
  surface: 'surface',
  glass: 'glass',
  'stone and wood': 'hardscape',
  ground: 'ground',
}
/** Under so much cover they are gone, per cent. */
const GONE = 0.5

/** How far the algae that are about have come, by where they grow. */
export const algae: QuestionKind<DetailOf<typeof shape>> = {
  shape,
  ask: (walk, at) => {
    const part = PART_OF[at]
    return part ? askOf(walk, part) : []
  },
  says: ({ algae: kind, place: where }, names) => `${capital(kind)} on ${names.place(where)}`,
  last: ({ figure, ago }) => `${figure} ${ago}`,
  never: () => 'never judged',
  becomes: ({ algae: kind, place: where }, { value }) => ({
    kind: 'algae',
    algae: kind,
    place: where,
    coverPercent: value,
  }),
}

function askOf({ history, now }: Walk, part: Place['of']): QuestionOf<DetailOf<typeof shape>>[] {
  const today = dayOf(now)
  return algaeCourses(history, now)
    .filter((course) => course.place.of === part && algaeOn(course, today) >= GONE)
    .map((course) => {
      const last = course.points[course.points.length - 1]
      const perWeek = algaeTrend(course, now)?.perWeek ?? 0
      const weeks = (today - last.day) / 7
      const middle = Math.max(0, last.percent + perWeek * weeks)
      return {
        key: `algae:${course.algae}:${'id' in course.place ? course.place.id : part}`,
        asks: { algae: course.algae, place: course.place },
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
