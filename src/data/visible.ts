import { and, eq, sql } from 'drizzle-orm'
import { EntryRefused } from './refused'
import * as t from './schema'

/** Seen by readers: an entry that came by itself, or whose arrival is over. */
export const arrived = sql`(${t.entry.arrival} is null or not exists (select 1 from ${t.arrival} where ${t.arrival.id} = ${t.entry.arrival}))`

/** The tank of a name, once all of it is here. What a browser sends may be no name at all: throws EntryRefused. */
export function named(slug: unknown) {
  if (typeof slug !== 'string')
    throw new EntryRefused([{ field: 'tank', says: 'There is no tank of that name.' }])
  return and(eq(t.vessel.slug, slug), eq(t.vessel.arriving, false))
}
