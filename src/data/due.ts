import { sql } from 'drizzle-orm'
import type { EntryKind } from '@/core/history/entries'
import type { Vessel } from '@/core/history/types'
import type { Instant } from '@/core/quantity/time'
import { DONE_BY, onlyDue, tasksOf, type DueTask } from '@/core/routine/due'
import { rowsOf, type Database } from './db'
import * as t from './schema'
import { readBench } from './bench'

export interface BenchPlace {
  vessel: Vessel
  due: DueTask[]
}

/** Every vessel on the bench with what is due in it, left to right, without reading a journal: the rail stands on every page. A vessel without a current layout asks for nothing. */
export async function dueOnBench(db: Database, now: Instant): Promise<BenchPlace[]> {
  const { standing: vessels } = await readBench(db)
  const planted = new Set(
    (
      await db
        .select({ vesselId: t.layout.vesselId })
        .from(t.layout)
        .where(sql`${t.layout.state} = 'current'`)
    ).map((row) => row.vesselId),
  )
  const routines = await db.select().from(t.routine)
  const lastDone = await lastEntries(db, now)
  return vessels.map((vessel) => {
    const own = planted.has(vessel.id)
      ? routines
          .filter((routine) => routine.vesselId === vessel.id)
          .map(({ vesselId: _v, ...routine }) => ({
            ...routine,
            since: routine.since.toISOString(),
          }))
      : []
    return {
      vessel,
      due: onlyDue(tasksOf(own, (kind) => lastDone.get(`${vessel.id} ${kind}`) ?? null, now)),
    }
  })
}

/** The latest entry of each kind a routine waits for, by vessel and kind: one step down an index for each. */
async function lastEntries(db: Database, now: Instant): Promise<Map<string, Instant>> {
  const kinds = sql.join(
    Object.entries(DONE_BY).map(([routine, kind]) => sql`(${routine}, ${kind})`),
    sql`, `,
  )
  const rows = rowsOf(
    await db.execute(sql`
    select r.vessel_id, done.entry_kind, (
      select to_char(max(e.at) at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') from ${t.entry} e
      where e.vessel_id = r.vessel_id and e.kind = done.entry_kind and not e.voided and (e.arrival is null or not exists (select 1 from ${t.arrival} a where a.id = e.arrival)) and e.at <= ${now}::timestamptz
    ) as last_at
    from (select distinct vessel_id, kind from ${t.routine}) r join (values ${kinds}) as done(routine_kind, entry_kind) on done.routine_kind = r.kind`),
  )
  return new Map(
    rows.flatMap((row): [string, Instant][] =>
      row.last_at
        ? [[`${String(row.vessel_id)} ${row.entry_kind as EntryKind}`, String(row.last_at)]]
        : [],
    ),
  )
}
