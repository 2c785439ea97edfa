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
import { EntryRefused } from '@/data/refused'
import type { TankHistory } from '@/core/history/types'
import { heldTrue } from '@/core/quantity/estimate'
import { daysBetween, type Instant } from '@/core/quantity/time'
import { roundOf } from '@/core/routine/round/stations'
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
  type RoundAnswers,
} from '@/data/rounds'
import { storyOrRefuse } from '@/data/tank'
import { entriesOfRound } from './answers'

export interface RoundOutcome {
  minutes: number
  answers: number
  outside: string[]
  sentence: string
  notes: Finding[]
}

/** Keeps what has been answered so far. */
export async function keepAnswers(slug: string, raw: unknown): Promise<Attempt> {
  return attempt(async () => {
    await keepRound(await database(), slug, parseRoundAnswers(raw), now())
    return null
  })
}

/** Begins the round anew; the answers so far are forgotten. */
export async function restartRound(slug: string): Promise<Attempt> {
  return attempt(async () => {
    await dropRound(await database(), slug)
    return null
  })
}

/** A round left open overnight is written at the time it was begun, not at the time it was taken up again. */
const SAME_WALK_DAYS = 0.5

/** Writes the whole round into the journal in one transaction and says what it changed. Inked again, it is written once and the answer is the same. */
export async function finishRound(
  slug: string,
  raw: unknown,
  stands: boolean,
): Promise<Attempt<RoundOutcome>> {
  const at = now()
  const answer = await attempt(async () => {
    const answers = parseRoundAnswers(raw)
    const before = await storyOrRefuse(slug)
    if (!byId(before.entries, roundEntryId(answers.round)))
      await writeRound(slug, answers, before, at, stands === true)
    return outcomeOf(await storyOrRefuse(slug), answers.round, now())
  })
  if (answer.ok) revalidatePath('/', 'layout')
  return answer
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
  const walkedAt = daysBetween(startedAt, at) > SAME_WALK_DAYS ? startedAt : at
  const minutes = Math.min(180, daysBetween(startedAt, at) * 1440)
  // By their ids: of two presses the second carries other minutes, and is the same round.
  const entries = entriesOfRound(roundOf(story, at), answers, walkedAt, minutes).map(parseEntry)
  const doubts = entries.map((entry) => ({
    entry,
    questions: doubtsAbout(entry, story, measuresAsked()),
  }))
  if (!stands) refuseDoubts(doubts.flatMap(({ questions }) => questions))
  await addEntries(
    db,
    slug,
    doubts.map(({ entry, questions }) => stoodBy(entry, questions)),
    at,
    { within: closeRound, same: 'id' },
  )
}

/** What can hardly be is asked about before anything is written, as the Book asks. */
function refuseDoubts(questions: readonly string[]): void {
  if (questions.length > 0)
    throw new EntryRefused(questions.map((says) => ({ field: 'question', says })))
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
  return {
    minutes: walk?.kind === 'round' ? walk.minutes : 0,
    answers: walk?.kind === 'round' ? walk.asked : 0,
    outside: outside.map((entry) => describeEntry(entry, story, measuresAsked())),
    sentence: headline(notes, story.entries),
    notes: notes.slice(0, 4),
  }
}
