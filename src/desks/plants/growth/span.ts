import { AHEAD_DAYS, BACK_DAYS } from '@/core/gardening/growth/growth-course'
import { dayOf, type Instant } from '@/core/quantity/time'

/** The days that every row shows, and where today lies among them. */
export interface Span {
  from: number
  to: number
  today: number
}

export const spanShown = (now: Instant): Span => {
  const today = dayOf(now)
  return { from: today - BACK_DAYS, to: today + AHEAD_DAYS, today }
}

/** Where a day lies along a row, 0–100. */
export const along = ({ from, to }: Span, day: number): number =>
  (100 * (Math.min(to, Math.max(from, day)) - from)) / (to - from)

/** Left of a line stands how high its drawing is. */
export const LINE_LEFT = '42px'
/** The rows and the line of months above them share these columns. */
export const COLUMNS = { base: '1fr', lg: '11rem minmax(0, 1fr) 21rem' } as const
