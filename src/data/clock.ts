import type { Instant } from '@/core/quantity/time'

/** When this process began to count, and what time it was told it was then. For tests alone: the commands of a keeper take VIVERO_NOW away. */
const told = process.env.VIVERO_NOW
  ? { ms: Date.parse(process.env.VIVERO_NOW), began: performance.now() }
  : null

/** The one place where the clock is read for the screens; the core is always told the time. In tests it runs on from VIVERO_NOW. */
export const now = (): Instant =>
  new Date(told ? told.ms + (performance.now() - told.began) : Date.now()).toISOString()
