import { and, eq, sql } from 'drizzle-orm'
import * as t from './schema'

/** Seen by readers: an entry that came by itself, or whose arrival is over. */
export const arrived = sql`(${t.entry.arrival} is null or not exists (select 1 from ${t.arrival} where ${t.arrival.id} = ${t.entry.arrival}))`

/** What a tank's name in an address looks like; nothing else is asked for in the database. */
const SLUG = /^[a-z0-9-]{1,80}$/

/** The tank of a name, once all of it is here. What a browser sends may be no name at all: that finds none. */
export const named = (slug: unknown) =>
  typeof slug === 'string' && SLUG.test(slug)
    ? and(eq(t.vessel.slug, slug), eq(t.vessel.arriving, false))
    : sql`false`
