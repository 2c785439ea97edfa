import { measuresHere } from '@/data/border/measures-here'
import { roundOf } from '@/core/routine/round/stations'
import { sayStations } from '@/core/routine/round/question.words'
import { withAsked } from '@/core/routine/round/pencil'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { reckoned, reckonedAt } from '@/data/analysis-cache'
import { openRound } from '@/data/rounds'
import { storyOr404 } from '@/data/tank'
import { newId } from '@/ui/new-id'
import { sayLongDay } from '@/ui/when'
import { Round } from './round.client'

/** Round: the walk past the tank in the order the eyes go, with what Vivero expects pencilled in. */
export async function RoundDesk({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  const at = reckonedAt(story, now())
  const draft = await openRound(await database(), slug)
  const day = sayLongDay(at, story.vessel.timeZone).split(' ')[0]
  return (
    <Round
      slug={slug}
      name={story.vessel.name}
      day={day}
      stations={sayStations(
        withAsked(
          reckoned(story, at, 'round', () => roundOf(story, at)),
          draft?.answers.asked ?? {},
        ),
        story,
        await measuresHere(),
      )}
      draft={draft}
      fresh={newId()}
      walkedSeconds={
        draft ? Math.max(0, (Date.parse(now()) - Date.parse(draft.startedAt)) / 1000) : 0
      }
    />
  )
}
