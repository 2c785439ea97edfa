import type { Instant } from '@/core/quantity/time'

/** The one place where the clock is read for the screens; the core is always told the time. */
export const now = (): Instant => new Date().toISOString()
