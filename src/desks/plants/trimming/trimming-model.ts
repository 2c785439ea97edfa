import { tankNow } from '@/core/history/tank-at'
import type { TankHistory } from '@/core/history/types'
import { planForDay, type DayAnswer } from '@/core/gardening/trim/for-a-day'
import { heightKept } from '@/core/gardening/trim/form'
import { hedgesOf, type Hedge } from '@/core/gardening/trim/in-shape'
import { minutesACut } from '@/core/gardening/trim/minutes'
import { rhythmsOf, type Rhythm } from '@/core/gardening/trim/rhythm'
import { WEEK_DAYS, weekOf, type TrimDue } from '@/core/gardening/trim/work-list'
import type { Lawn } from '@/core/gardening/lawns/lawn'
import { duesOf } from '@/core/evening/due-rules'
import { METRIC } from '@/core/quantity/measures'
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
    const due = duesOf(story, at, METRIC, ['trim']).map(({ facts }) => facts)
    const mown = duesOf(story, at, METRIC, ['mow']).filter(({ days }) => days.value <= WEEK_DAYS)
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
      lawns: mown.map(({ facts }) => facts),
    }
  })

export const dayAnswer = (story: TankHistory, now: Instant, asked: TrimAsked): DayAnswer =>
  reckoned(story, now, `for a day ${asked.date} ${asked.weekdays.join()} ${asked.sessions}`, (at) =>
    planForDay(story, asked, at),
  )
