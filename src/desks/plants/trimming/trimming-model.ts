import { tankNow } from '@/core/history/tank-at'
import type { TankHistory } from '@/core/history/types'
import { planForDay, type DayAnswer } from '@/core/gardening/trim/for-a-day'
import { lawnsOf, type Lawn } from '@/core/gardening/lawns/lawn'
import { heightKept } from '@/core/gardening/trim/form'
import { hedgesOf, type Hedge } from '@/core/gardening/trim/in-shape'
import { minutesACut } from '@/core/gardening/trim/minutes'
import { rhythmsOf, type Rhythm } from '@/core/gardening/trim/rhythm'
import { trimsDue, WEEK_DAYS, weekOf, type TrimDue } from '@/core/gardening/trim/work-list'
import type { Estimate } from '@/core/quantity/estimate'
import type { Instant } from '@/core/quantity/time'
import { reckoned } from '@/data/analysis-cache'
import type { TrimAsked } from './asked'

export interface TrimmingModel {
  at: Instant
  due: TrimDue[]
  week: TrimDue[]
  /** For one cut. */
  minutes: Estimate
  rhythms: Rhythm[]
  /** Every stem, for what form it is kept in. */
  hedges: { hedge: Hedge; atCm: number }[]
  /** Lawns that are to be mown within the week. */
  lawns: Lawn[]
}

/** What is due, what the week holds, and what each rhythm comes to. */
export const trimmingModel = (story: TankHistory, now: Instant): TrimmingModel =>
  reckoned(story, now, 'trimming', (at) => {
    const due = trimsDue(story, at)
    const hedges = hedgesOf(story, at)
    const { vessel } = tankNow(story, at)
    return {
      at,
      due,
      week: weekOf(due),
      minutes: minutesACut(story),
      rhythms: rhythmsOf(hedges),
      hedges: hedges.map((hedge) => ({
        hedge,
        atCm: heightKept(hedge.planting, hedge.roomCm, vessel),
      })),
      lawns: lawnsOf(story, at).filter(({ mowIn }) => mowIn <= WEEK_DAYS),
    }
  })

export const dayAnswer = (story: TankHistory, now: Instant, asked: TrimAsked): DayAnswer =>
  reckoned(story, now, `for a day ${asked.date} ${asked.weekdays.join()} ${asked.sessions}`, (at) =>
    planForDay(story, asked, at),
  )
