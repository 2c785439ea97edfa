import { measuresHere } from '@/data/border/measures-here'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { loadStoryWithKin } from '@/data/story'
import { placeContent } from './place'

/** A tank's sentence and drawing for its place on the bench; 422 with a sentence where they cannot be had. */
export async function sendPlace(slug: string): Promise<Response> {
  const story = await loadStoryWithKin(await database(), slug)
  if (!story) return Response.json({ problem: 'There is no tank of that name.' }, { status: 404 })
  const content = placeContent(story, now(), await measuresHere())
  const headers = { 'cache-control': 'no-store' }
  return content.ok
    ? Response.json(content.value, { headers })
    : Response.json({ problem: content.problem }, { status: 422, headers })
}
