import { measuresHere } from '@/data/border/measures-here'
import { reviewDecline } from '@/core/rescape/decline'
import { saySign } from '@/core/rescape/decline.words'
import { weighOptions } from '@/core/rescape/options'
import { sayOption, sayVerdict } from '@/core/rescape/options.words'
import { planTitle } from '@/core/history/plan.words'
import { entriesOf } from '@/core/history/journal-index'
import { instantOf, dayOf } from '@/core/quantity/time'
import { now } from '@/data/clock'
import { reckoned, reckonedAt } from '@/data/analysis-cache'
import { storyOr404 } from '@/data/tank'
import { localMoment } from '@/core/quantity/zone'
import { Rescape } from './rescape.client'

/** Rescape: is it time, how much, how. The review, and every option weighed against its signs. */
export async function RescapeDesk({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  const measures = await measuresHere()
  const at = reckonedAt(story, now())
  const review = reckoned(story, at, 'decline', () => reviewDecline(story, at))
  const options = reckoned(story, at, 'options', () => weighOptions(story, review, at))
  const done = entriesOf(story.entries, 'step-done')
  const plans = [...story.plans].reverse().map((plan) => ({
    id: plan.id,
    title: planTitle(plan, story),
    state: plan.state,
    madeAt: plan.madeAt,
    stages: plan.stages.length,
    steps: plan.steps.length,
    first: plan.stages[0]?.on ?? plan.madeAt,
    done: new Set(done.filter((entry) => entry.planId === plan.id).map((entry) => entry.stepId))
      .size,
  }))
  const tomorrow = localMoment(instantOf(dayOf(at) + 1), story.vessel.timeZone).slice(0, 10)
  return (
    <Rescape
      slug={slug}
      name={story.vessel.name}
      zone={story.vessel.timeZone}
      now={at}
      verdict={sayVerdict(review, options[0])}
      signs={review.signs.map((sign) => saySign(sign, story, measures))}
      options={options.map(sayOption)}
      plans={plans}
      tomorrow={tomorrow}
    />
  )
}
