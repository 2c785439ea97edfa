import { entryDay } from '../history/journal-index'
import { entriesOf } from '../history/journal-index'
import type { AlgaeKind, Place } from '../journal/entry'
import type { TankHistory } from '../history/types'
import { dayOf, type Instant } from '../quantity/time'

/** One kind of algae in one place, over time. */
export interface AlgaeCourse {
  algae: AlgaeKind
  place: Place
  points: { day: number; percent: number; entryId: string }[]
}

const keyOf = (algae: AlgaeKind, place: Place) =>
  `${algae}|${place.of}|${'id' in place ? place.id : ''}`

/** Every course up to `now`, oldest first. */
export function algaeCourses(history: TankHistory, now: Instant): AlgaeCourse[] {
  const today = dayOf(now)
  const courses = new Map<string, AlgaeCourse>()
  for (const entry of entriesOf(history.entries, 'algae')) {
    const day = entryDay(entry)
    if (day > today) continue
    const key = keyOf(entry.algae, entry.place)
    const course = courses.get(key) ?? { algae: entry.algae, place: entry.place, points: [] }
    course.points.push({ day, percent: entry.coverPercent, entryId: entry.id })
    courses.set(key, course)
  }
  return [...courses.values()]
}

/** Days after which an unrepeated look at algae no longer says anything of today. */
const STALE_DAYS = 45

/** Cover on a day, %: straight between looks, zero before the first, held after the last until it is stale. */
export function algaeOn(course: AlgaeCourse, day: number): number {
  const { points } = course
  if (points.length === 0 || day < points[0].day) return 0
  const next = points.findIndex((point) => point.day > day)
  if (next === -1) {
    const last = points[points.length - 1]
    return day - last.day > STALE_DAYS ? 0 : last.percent
  }
  const [a, b] = [points[next - 1], points[next]]
  return a.percent + ((day - a.day) / (b.day - a.day)) * (b.percent - a.percent)
}

/** The first and the last look of a span, per cent of the place and days before now, and the change between them in points a week. */
export interface AlgaeTrend {
  perWeek: number
  from: AlgaeLook
  to: AlgaeLook
  entryIds: string[]
}
export interface AlgaeLook {
  percent: number
  daysPast: number
}

/** Change in cover per week over the last `weeks`, points of %; null with fewer than two looks in that time. */
export function algaeTrend(course: AlgaeCourse, now: Instant, weeks = 6): AlgaeTrend | null {
  const since = dayOf(now) - weeks * 7
  const recent = course.points.filter((point) => point.day >= since)
  if (recent.length < 2) return null
  const [first, last] = [recent[0], recent[recent.length - 1]]
  const span = (last.day - first.day) / 7
  if (span < 0.5) return null
  return {
    perWeek: (last.percent - first.percent) / span,
    from: { percent: first.percent, daysPast: dayOf(now) - first.day },
    to: { percent: last.percent, daysPast: dayOf(now) - last.day },
    entryIds: recent.map((point) => point.entryId),
  }
}
