'use server'

import { revalidatePath } from 'next/cache'
import type { Finding } from '@/core/judgement/finding'
import { headline } from '@/core/judgement/findings'
import { heldTrue } from '@/core/quantity/estimate'
import { daysBetween } from '@/core/quantity/time'
import { roundOf } from '@/core/routine/round'
import { attempt, type Attempt } from '@/data/border/attempt'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { addEntries } from '@/data/entries'
import { findingsOf } from '@/data/judged'
import { closeRound, dropRound, keepRound, openRound, parseRoundAnswers } from '@/data/rounds'
import { loadStory } from '@/data/story'
import { storyOr404 } from '@/data/tank'
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
export async function restartRound(slug: string): Promise<void> {
  await dropRound(await database(), slug)
  revalidatePath(`/tanks/${slug}/round`)
}

/** A round left open overnight is written at the time it was begun, not at the time it was taken up again. */
const SAME_WALK_DAYS = 0.5

/** Writes the whole round into the journal in one transaction and says what it changed. */
export async function finishRound(slug: string, raw: unknown): Promise<Attempt<RoundOutcome>> {
  const at = now()
  const db = await database()
  const answer = await attempt(async () => {
    const answers = parseRoundAnswers(raw)
    const before = await storyOr404(slug)
    const draft = await openRound(db, slug)
    const startedAt = draft?.startedAt ?? at
    const walkedAt = daysBetween(startedAt, at) > SAME_WALK_DAYS ? startedAt : at
    const minutes = Math.min(180, daysBetween(startedAt, at) * 1440)
    const stations = roundOf(before, at)
    await addEntries(db, slug, entriesOfRound(stations, answers, walkedAt, minutes), at, closeRound)
    const story = await loadStory(db, slug)
    if (!story) throw new Error(`The tank ${slug} vanished while its round was written`)
    const notes = findingsOf(story, now())
    const outside = stations.flatMap((station) => station.questions).filter((question) => {
      const given = answers.values[question.key]
      return given && question.expected && !heldTrue(question.expected, given.value)
    })
    return { minutes, answers: Object.keys(answers.values).length, outside: outside.map((question) => (question.stake ? `${question.stake} ${question.says}` : question.says)), sentence: headline(notes, story.entries), notes: notes.slice(0, 4) }
  })
  if (answer.ok) revalidatePath('/', 'layout')
  return answer
}
