import { and, asc, eq, sql } from 'drizzle-orm'
import type { GrowthLesson } from '@/core/history/growth-lesson'
import { mainKind } from '@/core/history/tank-at'
import type { TankHistory } from '@/core/history/types'
import type { Entry, EntryKind } from '@/core/journal/entry'
import { growthLessons } from '@/core/plants/growth'
import { dayOf, instantOf } from '@/core/quantity/time'
import { now } from './clock'
import type { Database } from './db'
import * as t from './schema'
import { keptStory } from './story-cache'
import { readStory } from './story-rows'
import { untilWritten } from './until-written'

type Row<T extends { $inferSelect: object }> = T['$inferSelect']

/** Of so many other tanks, the first on the bench, kin is asked. */
const MOST_KIN_TANKS = 12
/** All that a planting teaches of its growth. */
const GROWTH_KINDS = ['measure', 'trim'] as const
const teachesGrowth = ({ kind }: Entry) => (GROWTH_KINDS as readonly EntryKind[]).includes(kind)
/** Heights of so long ago weigh next to nothing, days: less than a twentieth by their half-life. */
const TAUGHT_DAYS = 240
interface Taught {
  revision: number
  day: string
  lessons: readonly GrowthLesson[]
}
/** What other tanks teach, by tank, good while its revision and the day stand; and stories with what was laid beside them, the same object while it is the same. */
const room = globalThis as unknown as {
  viveroTaught?: Map<string, Taught>
  viveroBeside?: WeakMap<TankHistory, { kin: string; story: TankHistory }>
}
const taught = (room.viveroTaught ??= new Map())
const beside = (room.viveroBeside ??= new WeakMap())

/** A story with what plantings of its kinds taught in other tanks; as it is where there are none. */
export async function withKin(db: Database, story: TankHistory): Promise<TankHistory> {
  const kinds = [...new Set(story.plantings.map((planting) => mainKind(planting).speciesId))].sort()
  if (kinds.length === 0) return story
  const lessons: GrowthLesson[] = []
  for (const row of await tanksGrowing(db, kinds)) {
    if (row.id === story.vessel.id) continue
    const all = await lessonsIn(db, row)
    lessons.push(...all.filter(({ own, speciesId }) => own !== null && kinds.includes(speciesId)))
  }
  if (lessons.length === 0) return story
  const kin = JSON.stringify(lessons)
  const known = beside.get(story)
  if (known?.kin === kin) return known.story
  const joined = { ...story, kin: lessons }
  beside.set(story, { kin, story: joined })
  return joined
}

const tanksGrowing = (db: Database, kinds: readonly string[]) =>
  untilWritten(db, `tanks growing ${kinds.join()}`, () =>
    db
      .select()
      .from(t.vessel)
      .where(
        and(
          eq(t.vessel.arriving, false),
          sql`exists (select 1 from ${t.planting} as p, jsonb_array_elements(p.kinds) as k where p.vessel_id = ${t.vessel.id} and k ->> 'speciesId' in ${[...kinds]})`,
        ),
      )
      .orderBy(asc(t.vessel.order), asc(t.vessel.name))
      .limit(MOST_KIN_TANKS + 1),
  )

async function lessonsIn(
  db: Database,
  row: Row<typeof t.vessel>,
): Promise<readonly GrowthLesson[]> {
  const day = now().slice(0, 10)
  const known = taught.get(row.id)
  if (known?.revision === row.revision && known.day === day) return known.lessons
  // At the beginning of the day, so that they are the same all day long.
  const at = `${day}T00:00:00.000Z`
  const since = instantOf(dayOf(at) - TAUGHT_DAYS)
  const story = keptStory(row) ?? (await readStory(db, row, { kinds: GROWTH_KINDS, since }))
  // A story at hand teaches no more than one read for this alone.
  const entries = story.entries.filter((entry) => entry.at >= since && teachesGrowth(entry))
  const lessons = growthLessons({ ...story, entries }, at)
  taught.set(row.id, { revision: row.revision, day, lessons })
  return lessons
}
