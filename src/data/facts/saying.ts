import type { Instant } from '@/core/quantity/time'

/** How something is said of a tank's facts: under which id, so that sent twice it is written once, on what the page showed, and when. */
export interface Saying {
  id: string
  /** The stamp of what the page showed when it was drawn; null: it stood on none. */
  seen: string | null
  now: Instant
}
