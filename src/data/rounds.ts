import { untilWritten } from './until-written'
import { eq } from 'drizzle-orm'
import { number, object, string, array, mixed } from 'yup'
import { TEXT_LIMITS } from '@/core/journal/shape'
import type { EntryKind } from '@/core/journal/entry'
import { WRITTEN_KINDS } from '@/core/journal/written'
import type { Instant } from '@/core/quantity/time'
import {
  noAnswers,
  type AskedQuestion,
  type RoundAnswers,
  type RoundLine,
} from '@/core/routine/round/answers'
import { askedSchema } from './border/asked-schema'
import type { Role } from './border/role'
import { ident } from './border/values'
import { keepable, sane } from './border/sane'
import { isTexts } from './border/texts'
import { EntryRefused } from './refused'
import type { Database } from './db'
import * as t from './schema'
import { named } from './visible'
import { inTransaction } from './write'

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
const lineSchema = object({
  id: ident().max(60).required(),
  station: string().max(40).required(),
  kind: mixed<EntryKind>()
    .oneOf([...WRITTEN_KINDS], 'This is no line a round takes.')
    .required(),
  fields: mixed<Record<string, string>>().required().test('texts', 'This is no line.', isTexts),
  says: string().max(TEXT_LIMITS.note).nullable().defined(),
}).noUnknown()
const MAX_ANSWERS = 500
const MAX_LINES = 60

/** Answers from the browser, checked. Throws ValidationError. */
export function parseRoundAnswers(raw: unknown): RoundAnswers {
  const shape = object({
    round: ident().max(60).required(),
    values: mixed<Record<string, unknown>>().required(),
    signs: array().of(signSchema).max(MAX_ANSWERS).required(),
    station: number().integer().min(0).max(30).required(),
    asked: mixed<Record<string, unknown>>().default({}),
    typed: mixed<Record<string, unknown>>().default({}),
    lines: array().of(lineSchema).max(MAX_LINES).default([]),
    walkedAt: string()
      .matches(
        /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/,
        'The day of the round must be a date and a time of day.',
      )
      .nullable()
      .default(null),
  }).noUnknown()
  const { round, values, signs, station, asked, typed, lines, walkedAt } = shape.validateSync(
    keepable(sane(raw)),
  )
  return {
    walkedAt,
    lines: lines as RoundLine[],
    typed: byKey(typed, (value) => string().strict().max(60).required().validateSync(value)),
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
        // What an older Vivero kept had less in it.
        answers: {
          ...noAnswers(`round-${row.draft.startedAt.getTime()}`),
          ...(row.draft.answers as object),
        },
      }
    : null
}

/** Keeps the answers so far; begins the round if none is open. Answers of a round that was inked meanwhile come too late and are dropped. */
export async function keepRound(
  db: Database,
  slug: string,
  answers: RoundAnswers,
  now: Instant,
  by: Role = 'keeper',
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
    await refuseOverKeepers(tx, vessel.id, answers.round, by)
    const kept = answers as unknown as Record<string, unknown>
    await tx
      .insert(t.roundDraft)
      .values({ vesselId: vessel.id, startedAt: new Date(now), answers: kept, by })
      .onConflictDoUpdate({ target: t.roundDraft.vesselId, set: { answers: kept } })
  })
}

/** The id of the entry that says a round was walked: the same however often it is sent. */
export const roundEntryId = (round: string) => `${round}.walked`

/** What a keeper has begun to answer is not a helper’s to put another round in the place of, nor to throw away. `round`: the one that goes on; null for none. Throws EntryRefused. */
async function refuseOverKeepers(
  tx: Database,
  vesselId: string,
  round: string | null,
  by: Role,
): Promise<void> {
  if (by === 'keeper') return
  const [open] = await tx.select().from(t.roundDraft).where(eq(t.roundDraft.vesselId, vesselId))
  if (open?.by === 'keeper' && (open.answers as { round?: unknown }).round !== round)
    throw new EntryRefused([
      {
        field: '',
        says: 'The keeper has begun a round here, and what he answered stays. Open the round anew and go on with it; nothing was written.',
      },
    ])
}

/** Forgets a round inside the transaction that wrote its entries; `by`: who inked it. Another one that was begun meanwhile stays. */
export const closeRound =
  (round: string, by: Role = 'keeper') =>
  async (tx: Database, vesselId: string): Promise<void> => {
    await refuseOverKeepers(tx, vesselId, round, by)
    await tx.delete(t.roundDraft).where(eq(t.roundDraft.vesselId, vesselId))
  }

/** Forgets the open round, unwritten: who walks starts afresh. Throws EntryRefused for a helper where the keeper began it. */
export async function dropRound(db: Database, slug: string, by: Role = 'keeper'): Promise<void> {
  await inTransaction(db, async (tx) => {
    const [vessel] = await tx.select({ id: t.vessel.id }).from(t.vessel).where(named(slug))
    if (!vessel) return
    await refuseOverKeepers(tx, vessel.id, null, by)
    await tx.delete(t.roundDraft).where(eq(t.roundDraft.vesselId, vessel.id))
  })
}
