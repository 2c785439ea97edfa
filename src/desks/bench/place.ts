import { METRIC, type Measures } from '@/core/quantity/measures'
import type { TankHistory } from '@/core/history/types'
import type { Finding } from '@/core/history/finding'
import { headline } from '@/core/judgement/findings'
import { byUrgency } from '@/core/judgement/urgency'
import { packStage, type PackedStage } from '@/core/layout/pack-stage'
import { stageOf } from '@/core/layout/scene'
import type { Result } from '@/core/quantity/result'
import type { Instant } from '@/core/quantity/time'
import { findingsOf, reckonedAt } from '@/data/analysis-cache'
import { withinLimit } from '@/data/within-limit'

/** A tank that takes longer is said to, and the bench goes on without it. */
const LIMIT_MS = 3000

/** Stories that could not be worked out are not tried again on every page while nothing in them changes. */
const failed = new WeakMap<TankHistory, string>()

function withinPatience<T>(story: TankHistory, work: () => T): Result<T> {
  const known = failed.get(story)
  if (known) return { ok: false, problem: known }
  const done = withinLimit(LIMIT_MS, work)
  if (!done.ok) failed.set(story, done.problem)
  return done
}

/** A tank's findings, if they can be had. */
export const weigh = (
  story: TankHistory,
  at: Instant,
  measures: Measures = METRIC,
): Result<Finding[]> => withinPatience(story, () => findingsOf(story, at, measures))

/** What comes to a place on the bench when it is looked at: its sentence and its drawing. */
export interface PlaceContent {
  sentence: string
  stage: PackedStage
  alarmed: string[]
}

export function placeContent(
  story: TankHistory,
  now: Instant,
  measures: Measures = METRIC,
): Result<PlaceContent> {
  const notes = weigh(story, now, measures)
  if (!notes.ok) return notes
  return withinPatience(story, () => {
    const stage = stageOf(story, reckonedAt(story, now))
    const alarmed = notes.value.flatMap((note) =>
      note.level === 'act' && note.subject.of === 'planting' ? [note.subject.id] : [],
    )
    return { sentence: headline(notes.value, story.entries), stage: packStage(stage), alarmed }
  })
}

/** The tank that presses most among those weighed (null: none presses), and whether all of them are (a place not yet weighed has no notes). */
export function firstOf(
  weighed: readonly { slug: string; name: string; notes: Result<Finding[]> | null }[],
): {
  pressing: { slug: string; name: string; note: Finding } | null
  all: boolean
} {
  const known = weighed.flatMap(({ slug, name, notes }) =>
    notes?.ok && notes.value[0] ? [{ slug, name, note: notes.value[0] }] : [],
  )
  const pressing =
    known
      .filter(({ note }) => note.level !== 'good')
      .sort((a, b) => byUrgency(a.note, b.note))[0] ?? null
  return { pressing, all: weighed.every(({ notes }) => notes !== null) }
}
