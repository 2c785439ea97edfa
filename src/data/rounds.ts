import { untilWritten } from './until-written'
import { eq } from 'drizzle-orm'
import { number, object, string, array, mixed } from 'yup'
import type { Instant } from '@/core/quantity/time'
import { askedSchema, type AskedQuestion } from './border/asked-schema'
import { ident } from './border/values'
import { sane } from './border/sane'
import { EntryRefused } from './refused'
import type { Database } from './db'
import * as t from './schema'
import { named } from './visible'
import { inTransaction } from './write'

/** An answer given in a round that is not finished: a value and how it was had, or signs tapped at a station. */
export interface RoundAnswers {
  /** Named by the page that began it, so that inking it twice writes it once. */
  round: string
  values: Record<string, { value: number; certainty: 'measured' | 'glance' }>
  signs: { station: string; sign: string; place: { of: string; id?: string } }[]
  /** The questions that were answered, as they stood before the keeper: what is kept as expected is what was seen. */
  asked: Record<string, AskedQuestion>
  station: number
}
export interface RoundDraft {
  startedAt: Instant
  answers: RoundAnswers
}

const answerSchema = object({
  value: number().required().test('finite', 'An answer must be a number.', Number.isFinite),
  certainty: mixed<'measured' | 'glance'>().oneOf(['measured', 'glance']).required(),
}).noUnknown()
const signSchema = object({
  station: string().max(40).required(),
  sign: string().max(60).required(),
  place: object({ of: string().max(20).required(), id: string().max(80) })
    .noUnknown()
    .required(),
}).noUnknown()
const MAX_ANSWERS = 500

/** Answers from the browser, checked. Throws ValidationError. */
export function parseRoundAnswers(raw: unknown): RoundAnswers {
  const shape = object({
    round: ident().max(60).required(),
    values: mixed<Record<string, unknown>>().required(),
    signs: array().of(signSchema).max(MAX_ANSWERS).required(),
    station: number().integer().min(0).max(30).required(),
    asked: mixed<Record<string, unknown>>().default({}),
  }).noUnknown()
  const { round, values, signs, station, asked } = shape.validateSync(sane(raw))
  return {
    round,
    values: byKey(values, (value) => answerSchema.validateSync(value)),
    signs: signs as RoundAnswers['signs'],
    station,
    asked: byKey(asked, (value) => askedSchema.validateSync(value) as unknown as AskedQuestion),
  }
}

/** What stands under each key of a question, checked; so many of them as a round can ask. */
function byKey<T>(raw: Record<string, unknown>, checked: (value: unknown) => T): Record<string, T> {
  return Object.fromEntries(
    Object.entries(raw)
      .slice(0, MAX_ANSWERS)
      .map(([key, value]) => [key.slice(0, 120), checked(value)] as const),
  )
}

/** The round begun in a tank and not finished, or null. */
export async function openRound(db: Database, slug: string): Promise<RoundDraft | null> {
  const [row] = await untilWritten(db, `round ${slug}`, () =>
    db
      .select({ draft: t.roundDraft })
      .from(t.roundDraft)
      .innerJoin(t.vessel, eq(t.vessel.id, t.roundDraft.vesselId))
      .where(named(slug)),
  )
  return row
    ? {
        startedAt: row.draft.startedAt.toISOString(),
        answers: {
          round: `round-${row.draft.startedAt.getTime()}`,
          asked: {},
          ...(row.draft.answers as object),
        } as RoundAnswers,
      }
    : null
}

/** Keeps the answers so far; begins the round if none is open. Answers of a round that was inked meanwhile come too late and are dropped. */
export async function keepRound(
  db: Database,
  slug: string,
  answers: RoundAnswers,
  now: Instant,
): Promise<void> {
  await inTransaction(db, async (tx) => {
    const [vessel] = await tx
      .select({ id: t.vessel.id })
      .from(t.vessel)
      .where(named(slug))
      .for('update')
    if (!vessel) throw new EntryRefused([{ field: 'tank', says: 'There is no tank of that name.' }])
    const [inked] = await tx
      .select({ id: t.entry.id })
      .from(t.entry)
      .where(eq(t.entry.id, roundEntryId(answers.round)))
    if (inked) return
    const kept = answers as unknown as Record<string, unknown>
    await tx
      .insert(t.roundDraft)
      .values({ vesselId: vessel.id, startedAt: new Date(now), answers: kept })
      .onConflictDoUpdate({ target: t.roundDraft.vesselId, set: { answers: kept } })
  })
}

/** The id of the entry that says a round was walked: the same however often it is sent. */
export const roundEntryId = (round: string) => `${round}.walked`

/** Forgets the round of a tank inside the transaction that wrote its entries. */
export async function closeRound(tx: Database, vesselId: string): Promise<void> {
  await tx.delete(t.roundDraft).where(eq(t.roundDraft.vesselId, vesselId))
}

/** Forgets the open round, unwritten: the keeper starts afresh. */
export async function dropRound(db: Database, slug: string): Promise<void> {
  await inTransaction(db, async (tx) => {
    const [vessel] = await tx.select({ id: t.vessel.id }).from(t.vessel).where(named(slug))
    if (vessel) await closeRound(tx, vessel.id)
  })
}
