import { and, eq, sql } from 'drizzle-orm'
import * as t from './schema'

/** Seen by readers: an entry that came by itself, or whose arrival is over. */
export const arrived = sql`(${t.entry.arrival} is null or not exists (select 1 from ${t.arrival} where ${t.arrival.id} = ${t.entry.arrival}))`

/** The tank of a name, once all of it is here. */
export const named = (slug: string) => and(eq(t.vessel.slug, slug), eq(t.vessel.arriving, false))
