import { untilWritten } from './until-written'
import { desc, eq, or, sql } from 'drizzle-orm'
import { ValidationError } from 'yup'
import {
  applyDiffs,
  diffOf,
  inverseOf,
  overtakenBy,
  type ActKind,
  type FactDiff,
} from '@/core/history/diff'
import type { Entry } from '@/core/journal/entry'
import { referencesOf } from '@/core/journal/subjects'
import { factName } from '@/core/history/fact-names'
import { fieldChanges } from '@/core/history/field-changes'
import { withEntries } from '@/core/history/revise'
import { storyFaults } from '@/core/history/sound'
import type { TankHistory, VesselRecord } from '@/core/history/types'
import type { Since } from '@/core/history/facts'
import type { Instant } from '@/core/quantity/time'
import { checkFact } from './border/fact-schema'
import type { Database } from './db'
import { insertEntries, setEntryVoided } from './entries'
import { saveFact } from './fact-rows'
import { EntryRefused } from './refused'
import * as t from './schema'

import { turnAfter, writeTank, writeTanks } from './write'

/** What the keeper did to the facts of a tank, as he asked for it. `holdsFrom`: since when, null for what was so all along. */
export interface Act<From extends Since = Since> {
  id: string
  kind: ActKind
  holdsFrom: From
  now: Instant
}
/**
 * The same as it is written. Its moment comes from inside the lock: it is later than every act before it, however long it waited there and
 * whatever another server's clock says, so that what was written last is what stands. What should hold from the asking on holds from then.
 */
export interface WrittenAct<From extends Since = Since> extends Act<From> {
  /** Another moment of the same request: what was meant as now is now. */
  of: (moment: Instant) => Instant
}
/** What an act makes of a story; null: nothing to be done. `entries`: lines it writes beside those that tell the change. */
export interface Acted {
  story: TankHistory
  entries?: readonly Entry[]
  /** These lines tell all there is to tell. */
  told?: boolean
}

/** The act of a form that says what is so: all along (null), which puts it right, or since a moment. */
export const saying = (id: string, since: Since, now: Instant): Act => ({
  id,
  kind: since === null ? 'correction' : 'change',
  holdsFrom: since,
  now,
})

/** A request asks for the time more than once while it is read. */
const ONE_REQUEST_MS = 2000

function asWritten<From extends Since>(
  { now: asked, ...act }: Act<From>,
  last: readonly (Instant | null)[],
): WrittenAct<From> {
  const now = turnAfter(asked, last)
  const of = (moment: Instant) => {
    const before = Date.parse(asked) - Date.parse(moment)
    return before >= 0 && before < ONE_REQUEST_MS ? now : moment
  }
  const holdsFrom = (act.holdsFrom === null ? null : of(act.holdsFrom)) as From
  return { ...act, now, holdsFrom, of }
}

/**
 * The one way to change what stands in a tank: `change` makes another story of the one that stands, and what is other is written, kept as
 * an act that can be taken back, and, where it holds from a day on, told by a line of the book. A change that would leave the story
 * unsound is refused. Sent again, an act that was written is left as it is. Throws ValidationError or EntryRefused.
 */
export async function actOn<From extends Since>(
  db: Database,
  slug: string,
  asked: Act<From>,
  change: (
    story: TankHistory,
    written: WrittenAct<From>,
    tx: Database,
  ) => Acted | null | Promise<Acted | null>,
): Promise<void> {
  await writeTank(db, slug, async (tx, { id, story, actedAt }) => {
    if (await actStands(tx, asked.id)) return false
    const act = asWritten(asked, [actedAt])
    const acted = await change(story, act, tx)
    if (acted === null) return false
    const diffs = diffOf(story, acted.story)
    const entries = [...(acted.entries ?? []), ...linesOf(diffs, acted, act)]
    if (diffs.length === 0 && entries.length === 0) return false
    refuseUnsound(story, acted.story, diffs, act.now)
    await saveDiffs(tx, id, diffs)
    await insertEntries(
      tx,
      id,
      entries.map((entry) => ({ entry, origin: null })),
    )
    await keepAct(tx, act, { vesselId: id, otherVesselId: null }, diffs, entries)
    await markActed(tx, id, act.now)
    // A species that came with a planting is read with the story.
    return acted.story.species === story.species ? withEntries(acted.story, entries) : undefined
  })
}

/** An act on two tanks, in one transaction over both: `change` gets both stories and gives both back. */
export async function actOnTwo<From extends Since>(
  db: Database,
  slugs: readonly [string, string],
  asked: Act<From>,
  change: (
    from: TankHistory,
    to: TankHistory,
    written: WrittenAct<From>,
  ) => { from: Acted; to: Acted } | null,
): Promise<void> {
  await writeTanks(db, slugs, async (tx, [from, to]) => {
    if (await actStands(tx, asked.id)) return false
    const act = asWritten(asked, [from.actedAt, to.actedAt])
    const acted = change(from.story, to.story, act)
    if (acted === null) return false
    const diffs: FactDiff[] = []
    const entries: Entry[] = []
    for (const [tank, after] of [
      [from, acted.from],
      [to, acted.to],
    ] as const) {
      const own = diffOf(tank.story, after.story)
      refuseUnsound(tank.story, after.story, own, act.now)
      await saveDiffs(tx, tank.id, own)
      await insertEntries(
        tx,
        tank.id,
        (after.entries ?? []).map((entry) => ({ entry, origin: null })),
      )
      await markActed(tx, tank.id, act.now)
      diffs.push(...own)
      entries.push(...(after.entries ?? []))
    }
    await keepAct(tx, act, { vesselId: from.id, otherVesselId: to.id }, diffs, entries)
    return true
  })
}

async function markActed(tx: Database, vesselId: string, at: Instant): Promise<void> {
  await tx
    .update(t.vessel)
    .set({ actedAt: new Date(at) })
    .where(eq(t.vessel.id, vesselId))
}

/** A line of the book for each fact that became another on a day. What was put right was so all along: it writes none. */
function linesOf(diffs: readonly FactDiff[], { told = false }: Acted, act: Act): Entry[] {
  if (act.kind === 'correction' || told) return []
  return diffs.flatMap((diff, i): Entry[] => {
    const fields = fieldChanges(diff)
    if (fields.length === 0) return []
    return [
      {
        id: `${act.id}.${i}`,
        kind: 'changed',
        at: act.holdsFrom ?? act.now,
        certainty: 'measured',
        by: 'keeper',
        note: null,
        expected: null,
        subject: { part: diff.part, id: diff.id },
        fields,
      },
    ]
  })
}

/** Each record by its schema, and the story by what no single record shows; a fault that stood before is none of this act's. */
function refuseUnsound(
  before: TankHistory,
  after: TankHistory,
  diffs: readonly FactDiff[],
  now: Instant,
): void {
  for (const { part, after: fact } of diffs) if (fact !== null) checkAtItsFields(part, fact)
  const faults = (story: TankHistory) => storyFaults({ ...story, entries: [] }, now)
  const known = new Set(faults(before).map(({ at, fault }) => `${at} ${fault}`))
  const fresh = faults(after).filter(({ at, fault }) => !known.has(`${at} ${fault}`))
  if (fresh.length > 0)
    throw new EntryRefused(
      fresh.map(({ at, fault }) => ({ field: '', says: `${whatIsAt(after, at)}: ${fault}.` })),
    )
}

/** A fault of what a version holds stands at its own field, as the form has it. Throws EntryRefused. */
function checkAtItsFields(part: FactDiff['part'], fact: unknown): void {
  try {
    checkFact(part, fact)
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const inner = error.inner.length > 0 ? error.inner : [error]
    throw new EntryRefused(
      inner.map(({ path, message }) => ({
        field: (path ?? '').replace(/^.*\.is\./, ''),
        says: message,
      })),
    )
  }
}

/** “plantings[3].stands[0]” as the keeper calls it. */
function whatIsAt(story: TankHistory, at: string): string {
  const [, part, index] = /^(\w+)\[(\d+)\]/.exec(at) ?? []
  if (part === undefined || part === 'plans') return story.vessel.name
  const list = story[part as 'plantings'] as readonly { id: string }[]
  return factName({ part: part as 'plantings', id: list[Number(index)].id }, story)
}

async function saveDiffs(tx: Database, vesselId: string, diffs: readonly FactDiff[]) {
  for (const { part, id, after } of diffs) {
    if (part === 'vessel') await saveVessel(tx, vesselId, after as VesselRecord)
    else await saveFact(tx, part, id, after, vesselId)
  }
}

async function saveVessel(tx: Database, vesselId: string, record: VesselRecord): Promise<void> {
  const { id: _id, slug: _slug, order: _order, startedAt, ...facts } = record
  await tx
    .update(t.vessel)
    .set({ ...facts, startedAt: new Date(startedAt) })
    .where(eq(t.vessel.id, vesselId))
}

async function actStands(tx: Database, id: string): Promise<boolean> {
  // A set.
  return (await tx.select({ id: t.act.id }).from(t.act).where(eq(t.act.id, id))).length > 0
}

async function keepAct(
  tx: Database,
  { id, kind, holdsFrom, now }: Act,
  of: { vesselId: string; otherVesselId: string | null },
  diffs: readonly FactDiff[],
  entries: readonly Entry[],
): Promise<void> {
  await tx.insert(t.act).values({
    id,
    kind,
    ...of,
    madeAt: new Date(now),
    holdsFrom: holdsFrom === null ? null : new Date(holdsFrom),
    diffs,
    entryIds: entries.map((entry) => entry.id),
  })
}

/** An act as it is told: what it was, when it was written, and what of the facts it changed. */
export interface KeptAct {
  id: string
  kind: ActKind
  madeAt: Instant
  holdsFrom: Instant | null
  diffs: readonly FactDiff[]
  undoneAt: Instant | null
}

/** The latest acts on a tank, newest first. */
export async function actsOf(db: Database, vesselId: string, most: number): Promise<KeptAct[]> {
  const rows = await untilWritten(db, `acts ${vesselId} ${most}`, () =>
    db
      .select()
      .from(t.act)
      .where(or(eq(t.act.vesselId, vesselId), eq(t.act.otherVesselId, vesselId)))
      .orderBy(desc(t.act.madeAt), desc(t.act.id))
      .limit(most),
  )
  return rows.map((row) => ({
    id: row.id,
    kind: row.kind,
    madeAt: row.madeAt.toISOString(),
    holdsFrom: row.holdsFrom?.toISOString() ?? null,
    diffs: row.diffs,
    undoneAt: row.undoneAt?.toISOString() ?? null,
  }))
}

/**
 * Takes an act back: its facts are again what they were, its lines are struck out, in both tanks if it was on two. Refused where a fact
 * was changed again since. One that was taken back already is left so. Throws EntryRefused.
 */
export async function undoAct(db: Database, slug: string, id: string, now: Instant): Promise<void> {
  await turnAct(db, slug, id, now, true)
}

/** Does again what was taken back. Throws EntryRefused. */
export async function redoAct(db: Database, slug: string, id: string, now: Instant): Promise<void> {
  await turnAct(db, slug, id, now, false)
}

async function turnAct(db: Database, slug: string, id: string, asked: Instant, back: boolean) {
  const slugs = await tanksOf(db, slug, id)
  await writeTanks(db, slugs, async (tx, tanks) => {
    const [row] = await tx.select().from(t.act).where(eq(t.act.id, id)).for('update')
    if ((row.undoneAt !== null) === back) return false
    const turn = turnAfter(
      asked,
      tanks.map(({ actedAt }) => actedAt),
    )
    const diffs = back ? row.diffs : inverseOf(row.diffs)
    for (const { id: vesselId, story } of tanks) {
      const [lost] = overtakenBy(story, diffs)
      if (lost)
        throw new EntryRefused([
          {
            field: '',
            says: `${factName(lost, story)} was changed again since; take that back first. Nothing was changed.`,
          },
        ])
      const own = inverseOf(diffs).filter((diff) => diff.vesselId === vesselId)
      refuseUnderfoot(story, own, new Set(row.entryIds), turn)
      const strike = async () => {
        for (const entryId of row.entryIds) await setEntryVoided(tx, vesselId, entryId, back, turn)
      }
      // A line stands on the fact it speaks of: it goes before it, and comes after it.
      if (back) await strike()
      await saveDiffs(tx, vesselId, own)
      if (!back) await strike()
      await markActed(tx, vesselId, turn)
    }
    await tx
      .update(t.act)
      .set({ undoneAt: back ? new Date(turn) : null })
      .where(eq(t.act.id, id))
    return true
  })
}

/** What was added and is spoken of by now cannot be taken away: its lines would speak of nothing. */
function refuseUnderfoot(
  story: TankHistory,
  diffs: readonly FactDiff[],
  ownLines: ReadonlySet<string>,
  now: Instant,
): void {
  const after = applyDiffs(story, diffs)
  refuseUnsound(story, after, diffs, now)
  for (const diff of diffs)
    if (diff.after === null) {
      const lines = story.entries.filter(
        (entry) => !ownLines.has(entry.id) && speaksOf(entry, diff.id),
      ).length
      if (lines > 0)
        throw new EntryRefused([
          {
            field: '',
            says: `${lines === 1 ? 'A line' : `${lines} lines`} of the book ${lines === 1 ? 'speaks' : 'speak'} of ${factName(diff, story)} by now; it cannot be taken off the list.`,
          },
        ])
    }
}

const speaksOf = (entry: Entry, id: string): boolean =>
  referencesOf(entry).some((reference) => reference.id === id)

async function tanksOf(db: Database, slug: string, id: string): Promise<string[]> {
  // A set.
  const rows = await db
    .select({ slug: t.vessel.slug })
    .from(t.act)
    .innerJoin(t.vessel, or(eq(t.vessel.id, t.act.vesselId), eq(t.vessel.id, t.act.otherVesselId)))
    .where(eq(t.act.id, id))
  const slugs = rows.map((row) => row.slug)
  if (!slugs.includes(slug))
    throw new EntryRefused([{ field: '', says: 'There is no such change in this tank.' }])
  return slugs
}

/** The act an entry belongs to, or null: striking out one of its lines takes it back whole. */
export async function actOfEntry(
  db: Database,
  entryId: string,
): Promise<{ id: string; undone: boolean } | null> {
  const [row] = await db
    .select({ id: t.act.id, undoneAt: t.act.undoneAt })
    .from(t.act)
    .where(sql`${t.act.entryIds} ? ${entryId}`)
    .limit(1)
  return row ? { id: row.id, undone: row.undoneAt !== null } : null
}
