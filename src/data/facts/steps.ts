import { measuresAsked } from '../border/measures-here'
import { problemsOf } from '@/core/admission/admit'
import type { EntryOf } from '@/core/journal/entry'
import { entriesOf } from '@/core/history/journal-index'
import type { PlanStep } from '@/core/history/types'
import type { Instant } from '@/core/quantity/time'
import { doActs, offeredActs } from '@/core/rescape/do-acts'
import { actOfEntry, actOn, undoAct } from '../acts'
import { parseEntry } from '../border/entry-schema'
import type { Database } from '../db'
import { setVoided } from '../entries'
import { EntryRefused } from '../refused'

export interface InkedStep {
  tick: EntryOf<'step-done'>
  step: PlanStep
  /** Which of its acts were done, with their figures. */
  done: readonly { id: string; amount: number | null }[]
}

/** Ticks a step off and does to the tank what it did, in one transaction that is taken back as one. Throws ValidationError or EntryRefused. */
export async function inkStep(
  db: Database,
  slug: string,
  { tick, step, done }: InkedStep,
  asked: Instant,
): Promise<void> {
  const act = { id: `${tick.id}.step`, kind: 'plan-step', holdsFrom: asked, now: asked } as const
  await actOn(db, slug, act, (story, written) => {
    const { now } = written
    if (entriesOf(story.entries, 'step-done').some(({ id }) => id === tick.id)) return null
    const chosen = offeredActs(story, step.acts, now).flatMap((offer) => {
      const inked = done.find(({ id }) => id === offer.act.id)
      return inked ? [{ ...offer, amount: inked.amount ?? offer.amount }] : []
    })
    const { story: after, entries } = doActs(story, chosen, now, tick.id)
    const lines = [{ ...tick, at: written.of(tick.at) }, ...entries].map(parseEntry)
    const problems = problemsOf(lines, story, now, measuresAsked())
    if (problems.length > 0) throw new EntryRefused(problems)
    return { story: after, entries: lines }
  })
}

/** Takes a tick back with all that it did. Throws EntryRefused. */
export async function unInkStep(
  db: Database,
  slug: string,
  entryId: string,
  now: Instant,
): Promise<void> {
  const act = await actOfEntry(db, entryId)
  if (act) await undoAct(db, slug, act.id, now)
  else await setVoided(db, slug, entryId, true, now)
}
