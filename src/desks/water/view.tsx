import { now } from '@/data/clock'
import { storyOr404 } from '@/data/tank'
import { waterModel } from './model'
import { Water } from './water.client'

/** Water: is it drifting, what to change. */
export async function WaterDesk({ slug }: { slug: string }) {
  const story = await storyOr404(slug)
  return <Water model={waterModel(story, now())} />
}
