import { measuresHere } from '@/data/border/measures-here'
import { roundOf } from '@/core/routine/round/stations'
import { sayStations } from '@/core/routine/round/question.words'
import { withAsked } from '@/core/routine/round/pencil'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { reckoned, reckonedAt } from '@/data/analysis-cache'
import { openRound } from '@/data/rounds'
import { storyOr404 } from '@/data/tank'
import { storyUntil } from '@/core/history/lookup'
import { formOf, kindsFor } from '@/core/journal/written'
import { instantIn, localMoment } from '@/core/quantity/zone'
import { LINES_AT } from '@/core/routine/round/lines'
import { formContext } from '@/ui/entry/form-context'
import { newId } from '@/ui/new-id'
import { sayLongDay } from '@/ui/when'
import { Round } from './round.client'

/** The kinds of line a round takes beside its answers. */
const KINDS = [...new Set(Object.values(LINES_AT).flat())]

/** Round: the walk past the tank in the order the eyes go, with what Vivero expects pencilled in. */
export async function RoundDesk({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  const today = reckonedAt(story, now())
  const zone = story.vessel.timeZone
  const draft = await openRound(await database(), slug)
  const walkedAt = draft?.shared.answers.walkedAt ?? null
  const at = (walkedAt && instantIn(zone, walkedAt, now())) || today
  const day = sayLongDay(at, zone)
  return (
    <Round
      slug={slug}
      name={story.vessel.name}
      day={walkedAt ? day : day.split(' ')[0]}
      now={localMoment(now(), zone)}
      stations={sayStations(
        withAsked(
          walkedAt
            ? roundOf(storyUntil(story, at), at)
            : reckoned(story, today, 'round', () => roundOf(story, today)),
          draft?.shared.answers.asked ?? {},
        ),
        story,
        await measuresHere(),
      )}
      draft={draft}
      fresh={newId()}
      walkedSeconds={
        draft ? Math.max(0, (Date.parse(now()) - Date.parse(draft.startedAt)) / 1000) : 0
      }
      forms={kindsFor(KINDS, story.vessel).flatMap((kind) => formOf(kind) ?? [])}
      context={formContext(story, at)}
    />
  )
}
