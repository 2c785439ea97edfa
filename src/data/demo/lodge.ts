import type { TankHistory } from '@/core/history/types'
import type { Instant } from '@/core/quantity/time'
import { demoClock } from './clock'
import { lowShore } from './draft'
import { gullyStory, springStory } from './neighbours'
import { tarnStory } from './tarn-year'

/** The three vessels of the lodge as they stand at `now`. The same day always gives the same stories. */
export function lodge(now: Instant): TankHistory[] {
  const clock = demoClock(now)
  const tarn = tarnStory(clock)
  return [{ ...tarn, drafts: [lowShore(tarn, now)] }, springStory(clock), gullyStory(clock)]
}
