'use server'

import type { Sending } from '@/core/history/sending'
import type { Board } from '@/core/history/types'
import { SAY } from '@/core/journal/faults'
import { attempt, type Attempt } from '@/data/border/attempt'
import { measuresHere } from '@/data/border/measures-here'
import { sane } from '@/data/border/sane'
import { parseId, parseSending, textFields, written } from '@/data/border/sending'
import { boardSchema } from '@/data/border/story-schema'
import { choice, words } from '@/data/border/values'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { dropDraft, keepDraft, kindsOf, layBoard, plantable } from '@/data/facts/board'
import { sayPrices } from '@/data/facts/prices'
import { EntryRefused } from '@/data/refused'
import { storyOrRefuse } from '@/data/tank'
import { weigh, type Weighed } from './weighed'

const parseBoard = (raw: unknown) =>
  boardSchema.validateSync(sane(raw), { abortEarly: false, strict: true }) as unknown as Board

/** What a board comes to: sums, light, warnings, and the stage on which it can be aged. Writes nothing. */
export async function weighBoard(slug: string, raw: Board): Promise<Attempt<Weighed>> {
  return attempt(async () => {
    const board = parseBoard(raw)
    const story = await storyOrRefuse(slug)
    const kinds = kindsOf(board, await plantable(await database()))
    const weighed = weigh(story, board, now(), kinds, await measuresHere())
    if (!weighed.ok) throw new EntryRefused([{ field: '', says: weighed.problem }])
    return weighed.value
  })
}

const holdsSchema = choice(['all-along', 'today'] as const, 'Since when it holds')

/** Writes the board as what stands in the tank. */
export async function layTheBoard(
  slug: string,
  raw: Board,
  rawHolds: 'all-along' | 'today',
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const holds = holdsSchema.required().validateSync(rawHolds)
    const { id, seen } = parseSending(sending)
    const at = now()
    const since = holds === 'today' ? at : null
    await layBoard(await database(), slug, parseBoard(raw), since, { id, seen, now: at })
    return holds === 'today'
      ? 'It stands so from now on.'
      : 'Put right: it is taken to have stood so from the start.'
  })
}

const nameSchema = words('The draft’s name', 60)

/** Keeps the board as a draft under a name. */
export async function keepTheDraft(
  slug: string,
  rawId: string,
  rawName: string,
  raw: Board,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const draftId = parseId(rawId)
    const name = nameSchema
      .required(SAY.missing('The draft’s name'))
      .validateSync(sane(rawName))
      .trim()
    const { id, seen } = parseSending(sending)
    const draft = { draftId, name, board: parseBoard(raw) }
    await keepDraft(await database(), slug, draft, { id, seen, now: now() })
    return `“${name}” is kept.`
  })
}

/** Puts a draft away. */
export async function dropTheDraft(
  slug: string,
  draftId: string,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const { id } = parseSending(sending)
    await dropDraft(await database(), slug, parseId(draftId), { id, now: now() })
    return 'The draft is put away.'
  })
}

/** Writes what things cost where the keeper buys them; the rest is not known, and what this drawing does not need stays as it is. */
export async function sayThePrices(
  slug: string,
  raw: Record<string, string>,
  sending: Sending,
): Promise<Attempt<string>> {
  return written(async () => {
    const { id } = parseSending(sending)
    await sayPrices(await database(), slug, textFields(raw), { id, now: now() })
    return 'The prices are kept.'
  })
}
