import type { TankHistory } from '@/core/history/types'
import { planForDay, type DayAnswer } from '@/core/gardening/trim/for-a-day'
import { hedgesOf } from '@/core/gardening/trim/in-shape'
import { minutesACut } from '@/core/gardening/trim/minutes'
import { rhythmsOf, type Rhythm } from '@/core/gardening/trim/rhythm'
import { trimsDue, weekOf, type TrimDue } from '@/core/gardening/trim/work-list'
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
}

/** What is due, what the week holds, and what each rhythm comes to. */
export const trimmingModel = (story: TankHistory, now: Instant): TrimmingModel =>
  reckoned(story, now, 'trimming', (at) => {
    const due = trimsDue(story, at)
    return {
      at,
      due,
      week: weekOf(due),
      minutes: minutesACut(story),
      rhythms: rhythmsOf(hedgesOf(story, at)),
    }
  })

export const dayAnswer = (story: TankHistory, now: Instant, asked: TrimAsked): DayAnswer =>
  reckoned(story, now, `for a day ${asked.date} ${asked.weekdays.join()} ${asked.sessions}`, (at) =>
    planForDay(story, asked, at),
  )
