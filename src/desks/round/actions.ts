'use server'

import { measuresAsked } from '@/data/border/measures-here'
import { revalidatePath } from 'next/cache'
import type { Finding } from '@/core/judgement/finding'
import { headline } from '@/core/judgement/findings'
import { inkedValue } from '@/core/judgement/score'
import { describeEntry } from '@/core/history/describe'
import { byId } from '@/core/history/journal-index'
import { doubtsAbout, stoodBy } from '@/core/admission/doubts'
import { parseEntry } from '@/data/border/entry-schema'
import { askFirst, EntryRefused } from '@/data/refused'
import type { TankHistory } from '@/core/history/types'
import { heldTrue } from '@/core/quantity/estimate'
import { daysBetween, type Instant } from '@/core/quantity/time'
import { storyUntil } from '@/core/history/lookup'
import { doorInto } from '@/core/admission/admit'
import type { EntryKind } from '@/core/journal/entry'
import { atFormFields } from '@/data/border/form-fields'
import { instantIn, NO_SUCH_DAY } from '@/core/quantity/zone'
import { noAnswers, type RoundAnswers } from '@/core/routine/round/answers'
import { roundOf } from '@/core/routine/round/stations'
import { HELPER_MAY_NOT, HELPERS_KINDS, roleHere } from '@/data/border/role'
import { attempt, type Attempt } from '@/data/border/attempt'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { addEntries } from '@/data/entries'
import { findingsOf } from '@/data/analysis-cache'
import {
  closeRound,
  dropRound,
  keepRound,
  openRound,
  parseRoundAnswers,
  roundEntryId,
} from '@/data/rounds'
import { storyOrRefuse } from '@/data/tank'
import { entriesOfRound } from './answers'

export interface RoundOutcome {
  /** Null for a round written down afterwards. */
  minutes: number | null
  answers: number
  /** What else was seen or written down on the way. */
  lines: number
  /** How many of them were pencilled before. */
  pencilled: number
  outside: string[]
  sentence: string
  notes: Finding[]
}

/** Keeps what has been answered so far. */
export async function keepAnswers(slug: string, raw: unknown): Promise<Attempt> {
  return attempt(async () => {
    await keepRound(await database(), slug, parseRoundAnswers(raw), now(), await roleHere())
    return null
  }, 'helper')
}

/** Keeps the answers with another day of the walk, and has the page ask for that day. */
export async function walkOn(slug: string, raw: unknown): Promise<Attempt> {
  const answer = await attempt(async () => {
    const answers = parseRoundAnswers(raw)
    const story = await storyOrRefuse(slug)
    refuseToCome(walkedInstant(answers, story, now()), now())
    await keepRound(await database(), slug, answers, now(), await roleHere())
    return null
  }, 'helper')
  if (answer.ok) revalidatePath(`/tanks/${slug}/round`)
  return answer
}

/** A line as it will stand in the book, or what is wrong with it by the fields of its form. Nothing is written. */
export async function readLine(
  slug: string,
  raw: unknown,
  walkedAt: string | null,
): Promise<Attempt<string>> {
  let kind: EntryKind = 'note'
  const answer = await attempt(async () => {
    const answers = parseRoundAnswers({ ...noAnswers('line'), lines: [raw], walkedAt })
    kind = answers.lines[0].kind
    await refuseHelpersLines(answers)
    const story = await storyOrRefuse(slug)
    const at = walkedInstant(answers, story, now()) ?? now()
    const door = doorInto(story, now(), measuresAsked())
    const [, line] = entriesOfRound([], answers, { at, minutes: null, ask: door.ask(at) })
    const entry = parseEntry(line)
    const problems = door.admit(entry)
    if (problems.length > 0) throw new EntryRefused(problems)
    return describeEntry(entry, story, measuresAsked())
  }, 'helper')
  return answer.ok ? answer : atFormFields(kind, answer)
}

/** Begins the round anew; the answers so far are forgotten. */
export async function restartRound(slug: string): Promise<Attempt> {
  return attempt(async () => {
    await dropRound(await database(), slug, await roleHere())
    return null
  }, 'helper')
}

/** A round left open overnight is written at the time it was begun, not at the time it was taken up again. */
const SAME_WALK_DAYS = 0.5
/** A walk that took longer was left lying. */
const LONGEST_WALK_MINUTES = 180

/** The instant a round was walked at by its keeper's word, or null for now. Throws EntryRefused for a day that does not exist. */
function walkedInstant(
  { walkedAt }: RoundAnswers,
  { vessel }: TankHistory,
  at: Instant,
): Instant | null {
  if (walkedAt === null) return null
  const instant = instantIn(vessel.timeZone, walkedAt, at)
  if (instant === '') throw new EntryRefused([{ field: 'walkedAt', says: NO_SUCH_DAY }])
  return instant
}

function refuseToCome(walked: Instant | null, at: Instant): void {
  if (walked !== null && walked > at)
    throw new EntryRefused([
      { field: 'walkedAt', says: 'That is still to come; a round is written of what was seen.' },
    ])
}

/** Writes the whole round into the journal in one transaction and says what it changed. Inked again, it is written once and the answer is the same. */
export async function finishRound(
  slug: string,
  raw: unknown,
  stands: boolean,
): Promise<Attempt<RoundOutcome>> {
  const at = now()
  const answer = await attempt(async () => {
    const answers = parseRoundAnswers(raw)
    await refuseHelpersLines(answers)
    const before = await storyOrRefuse(slug)
    if (!byId(before.entries, roundEntryId(answers.round)))
      await writeRound(slug, answers, before, at, stands === true)
    return outcomeOf(await storyOrRefuse(slug), answers.round, now())
  }, 'helper')
  if (answer.ok) revalidatePath('/', 'layout')
  return answer
}

/** A helper writes rounds, feeding and notes: other lines in his round are for the keeper. Throws EntryRefused. */
async function refuseHelpersLines({ lines }: RoundAnswers): Promise<void> {
  if (lines.some(({ kind }) => !HELPERS_KINDS.includes(kind)) && (await roleHere()) === 'helper')
    throw new EntryRefused(HELPER_MAY_NOT)
}

async function writeRound(
  slug: string,
  answers: RoundAnswers,
  story: TankHistory,
  at: Instant,
  stands: boolean,
): Promise<void> {
  const db = await database()
  const startedAt = (await openRound(db, slug))?.startedAt ?? at
  const chosen = walkedInstant(answers, story, at)
  const left = daysBetween(startedAt, at) > SAME_WALK_DAYS
  const walkedAt = chosen ?? (left ? startedAt : at)
  const minutes = Math.min(LONGEST_WALK_MINUTES, daysBetween(startedAt, at) * 1440)
  // By their ids: of two presses the second carries other minutes, and is the same round.
  const entries = entriesOfRound(roundOf(storyUntil(story, walkedAt), walkedAt), answers, {
    at: walkedAt,
    minutes: chosen === null ? minutes : null,
    ask: doorInto(story, at, measuresAsked()).ask(walkedAt),
  }).map(parseEntry)
  const doubts = entries.map((entry) => ({
    entry,
    questions: doubtsAbout(entry, story, measuresAsked()),
  }))
  if (!stands) askFirst(doubts.flatMap(({ questions }) => questions))
  await addEntries(
    db,
    slug,
    doubts.map(({ entry, questions }) => stoodBy(entry, questions)),
    at,
    { within: closeRound(answers.round, await roleHere()), same: 'id' },
  )
}

/** What a round came to, from what stands in the book of it. */
function outcomeOf(story: TankHistory, round: string, at: Instant): RoundOutcome {
  const own = story.entries.filter((entry) => entry.id.startsWith(`${round}.`))
  const walk = own.find((entry) => entry.kind === 'round')
  const outside = own.filter(
    (entry) =>
      entry.expected !== null &&
      !heldTrue({ ...entry.expected, because: '' }, inkedValue(entry) ?? entry.expected.value),
  )
  const notes = findingsOf(story, at, measuresAsked())
  const asked = walk?.kind === 'round' ? walk.asked : 0
  return {
    minutes: walk?.kind === 'round' ? walk.minutes : null,
    answers: asked,
    lines: Math.max(0, own.length - 1 - asked),
    pencilled: own.filter((entry) => entry.expected !== null).length,
    outside: outside.map((entry) => describeEntry(entry, story, measuresAsked())),
    sentence: headline(notes, story.entries),
    notes: notes.slice(0, 4),
  }
}
