import { eq } from 'drizzle-orm'
import { number, object, string, array, mixed } from 'yup'
import type { Instant } from '@/core/quantity/time'
import { EntryRefused } from './entries'
import type { Database } from './open'
import * as t from './schema'

/** An answer given in a round that is not finished: a value and how it was had, or signs tapped at a station. */
export interface RoundAnswers {
  values: Record<string, { value: number; certainty: 'measured' | 'glance' }>
  signs: { station: string; sign: string; place: { of: string; id?: string } }[]
  station: number
}
export interface RoundDraft {
  startedAt: Instant
  answers: RoundAnswers
}

const answerSchema = object({ value: number().required(), certainty: mixed<'measured' | 'glance'>().oneOf(['measured', 'glance']).required() }).noUnknown()
const signSchema = object({ station: string().max(40).required(), sign: string().max(60).required(), place: object({ of: string().max(20).required(), id: string().max(80) }).noUnknown().required() }).noUnknown()
const MAX_ANSWERS = 500

/** Answers from the browser, checked. Throws ValidationError. */
export function parseRoundAnswers(raw: unknown): RoundAnswers {
  const shape = object({ values: mixed<Record<string, unknown>>().required(), signs: array().of(signSchema).max(MAX_ANSWERS).required(), station: number().integer().min(0).max(30).required() }).noUnknown()
  const { values, signs, station } = shape.validateSync(raw)
  const entries = Object.entries(values).slice(0, MAX_ANSWERS).map(([key, value]) => [key.slice(0, 120), answerSchema.validateSync(value)] as const)
  return { values: Object.fromEntries(entries), signs: signs as RoundAnswers['signs'], station }
}

/** The round begun in a tank and not finished, or null. */
export async function openRound(db: Database, slug: string): Promise<RoundDraft | null> {
  const [row] = await db.select({ draft: t.roundDraft }).from(t.roundDraft).innerJoin(t.vessel, eq(t.vessel.id, t.roundDraft.vesselId)).where(eq(t.vessel.slug, slug))
  return row ? { startedAt: row.draft.startedAt.toISOString(), answers: row.draft.answers as unknown as RoundAnswers } : null
}

/** Keeps the answers so far; begins the round if none is open. */
export async function keepRound(db: Database, slug: string, answers: RoundAnswers, now: Instant): Promise<void> {
  const [vessel] = await db.select({ id: t.vessel.id }).from(t.vessel).where(eq(t.vessel.slug, slug))
  if (!vessel) throw new EntryRefused([{ field: 'tank', says: 'There is no tank of that name.' }])
  const kept = answers as unknown as Record<string, unknown>
  await db.insert(t.roundDraft).values({ vesselId: vessel.id, startedAt: new Date(now), answers: kept }).onConflictDoUpdate({ target: t.roundDraft.vesselId, set: { answers: kept } })
}

/** Forgets the round of a tank inside the transaction that wrote its entries. */
export async function closeRound(tx: Database, vesselId: string): Promise<void> {
  await tx.delete(t.roundDraft).where(eq(t.roundDraft.vesselId, vesselId))
}

/** Forgets the open round, unwritten: the keeper starts afresh. */
export async function dropRound(db: Database, slug: string): Promise<void> {
  const [vessel] = await db.select({ id: t.vessel.id }).from(t.vessel).where(eq(t.vessel.slug, slug))
  if (vessel) await closeRound(db, vessel.id)
}
