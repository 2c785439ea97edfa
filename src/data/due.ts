import { untilWritten } from './until-written'
import { asc, sql } from 'drizzle-orm'
import type { EntryKind } from '@/core/journal/entry'
import type { Vessel } from '@/core/history/types'
import type { Instant } from '@/core/quantity/time'
import { DONE_BY, onlyDue, tasksOf, type DueTask } from '@/core/routine/due'
import { rowsOf, type Database } from './db'
import { FACT_ROWS } from './fact-rows'
import * as t from './schema'
import { readBench } from './bench'

export interface BenchPlace {
  vessel: Vessel
  due: DueTask[]
}

/** What stands on the rail is the same for so long while nothing is written, ms. */
const GOOD_FOR_MS = 60_000
interface Kept {
  state: string
  at: number
  places: BenchPlace[]
}
const kept = new WeakMap<Database, Kept>()

/**
 * Every vessel on the bench with what is due in it, left to right, without reading a journal: the rail stands on every page, and is
 * worked out anew when anything was written. A vessel without a current layout asks for nothing.
 */
export async function dueOnBench(db: Database, now: Instant): Promise<BenchPlace[]> {
  const state = await untilWritten(db, 'state of the bench', () => stateOfBench(db))
  const known = kept.get(db)
  const age = Date.parse(now) - (known?.at ?? 0)
  if (known?.state === state && age >= 0 && age < GOOD_FOR_MS) return known.places
  const places = await readDue(db, now)
  kept.set(db, { state, at: Date.parse(now), places })
  return places
}

/** One short text that is another whenever a tank was written to, came, went, or changed its place. */
async function stateOfBench(db: Database): Promise<string> {
  const [row] = rowsOf(
    await db.execute(
      sql`select string_agg(concat_ws(' ', ${t.vessel.id}, ${t.vessel.revision}, ${t.vessel.onBench}, ${t.vessel.arriving}, ${t.vessel.order}), ',' order by ${t.vessel.id}) as state from ${t.vessel}`,
    ),
  )
  return String(row?.state ?? '')
}

async function readDue(db: Database, now: Instant): Promise<BenchPlace[]> {
  const { standing: vessels } = await readBench(db, now)
  const planted = new Set(
    // A set.
    (
      await db
        .select({ vesselId: t.layout.vesselId })
        .from(t.layout)
        .where(
          sql`not ${t.layout.draft} and ${t.layout.from} <= ${now}::timestamptz and (${t.layout.to} is null or ${t.layout.to} > ${now}::timestamptz)`,
        )
    ).map((row) => row.vesselId),
  )
  const routines = await db.select().from(t.routine).orderBy(asc(t.routine.kind), asc(t.routine.id))
  const things = await db
    .select({ id: t.equipment.id, name: t.equipment.name })
    .from(t.equipment)
    .orderBy(asc(t.equipment.id))
  const lastDone = await lastEntries(db, now)
  const lastOf = (vesselId: string) => (kind: EntryKind, equipmentId: string | null) =>
    lastDone.get(keyOf(vesselId, kind, equipmentId)) ?? null
  return vessels.map((vessel) => {
    const own = planted.has(vessel.id)
      ? routines.filter((routine) => routine.vesselId === vessel.id).map(FACT_ROWS.routines.fromRow)
      : []
    return {
      vessel,
      due: onlyDue(tasksOf(vessel, own, things, lastOf(vessel.id), now)),
    }
  })
}

const keyOf = (vesselId: string, kind: string, equipmentId: string | null) =>
  `${vesselId} ${kind} ${equipmentId ?? ''}`

/** The latest entry of each kind a routine waits for, by vessel, kind and thing: one step down an index for each. */
async function lastEntries(db: Database, now: Instant): Promise<Map<string, Instant>> {
  const kinds = sql.join(
    Object.entries(DONE_BY).map(([routine, kind]) => sql`(${routine}, ${kind})`),
    sql`, `,
  )
  const rows = rowsOf(
    await db.execute(sql`
    select r.vessel_id, done.entry_kind, r.equipment_id, (
      select to_char(max(e.at) at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') from ${t.entry} e
      where e.vessel_id = r.vessel_id and e.kind = done.entry_kind and not e.voided and (e.arrival is null or not exists (select 1 from ${t.arrival} a where a.id = e.arrival)) and e.at <= ${now}::timestamptz and e.detail->>'equipmentId' is not distinct from r.equipment_id
    ) as last_at
    from (select distinct vessel_id, kind, equipment_id from ${t.routine}) r join (values ${kinds}) as done(routine_kind, entry_kind) on done.routine_kind = r.kind`),
  )
  return new Map(
    rows.flatMap((row): [string, Instant][] =>
      row.last_at
        ? [
            [
              keyOf(
                String(row.vessel_id),
                String(row.entry_kind),
                row.equipment_id as string | null,
              ),
              String(row.last_at),
            ],
          ]
        : [],
    ),
  )
}
