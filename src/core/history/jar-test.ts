import { daysBetween, type Instant } from '../quantity/time'
import { entriesOf } from './journal-index'
import type { TankHistory } from './types'

/** A jar test speaks for the soil this long, days: by then it has worked on. Common practice. */
const SPEAKS_DAYS = 90

/** What the last test of the soil in a jar of water says. */
export interface JarTest {
  entryId: string
  /** Share of its KH the water lost to the soil, at most 1; below zero where it gained. */
  drop: number
}

/** The last jar test that still speaks for the soil, or null: none of late, or made in water without KH, of which none can be lost. */
export function jarTestOf({ entries }: TankHistory, now: Instant): JarTest | null {
  const last = entriesOf(entries, 'soil-test').findLast(({ at }) => at <= now)
  if (!last || daysBetween(last.at, now) >= SPEAKS_DAYS || last.khBefore <= 0) return null
  return { entryId: last.id, drop: (last.khBefore - last.khAfter) / last.khBefore }
}
