import { measuresHere } from '@/data/border/measures-here'
import { now } from '@/data/clock'
import { reckoned } from '@/data/analysis-cache'
import { storyOr404 } from '@/data/tank'
import { disagree } from './actions'
import { Look } from './look.client'
import { lookModel } from './model'

/** Look: what the tank looks like, on any day of its life and for some weeks to come. */
export async function LookDesk({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  const measures = await measuresHere()
  const name = `look, ${measures.system}`
  return (
    <Look
      model={reckoned(story, now(), name, (at) => lookModel(story, at, measures))}
      onDispute={disagree.bind(null, slug)}
    />
  )
}
