'use server'

import { measuresAsked } from '@/data/border/measures-here'
import { revalidatePath } from 'next/cache'
import type { Finding } from '@/core/history/finding'
import { headline } from '@/core/judgement/findings'
import { inkedValue } from '@/core/judgement/score'
import { describeEntry } from '@/core/history/describe'
import { byId, ofPlanting } from '@/core/history/journal-index'
import { doubtsAbout, stoodBy } from '@/core/admission/doubts'
import { parseEntry } from '@/data/border/entry-schema'
import { askFirst, EntryRefused } from '@/data/refused'
import type { TankHistory } from '@/core/history/types'
import { countedBeside } from '@/core/livestock/census'
import { heldTrue } from '@/core/quantity/estimate'
import { daysBetween, type Instant } from '@/core/quantity/time'
import { storyUntil } from '@/core/history/lookup'
import { doorInto } from '@/core/admission/admit'
import type { Entry, EntryKind } from '@/core/journal/entry'
import { atFormFields } from '@/data/border/form-fields'
import { instantIn, NO_SUCH_DAY } from '@/core/quantity/zone'
import { noAnswers } from '@/core/routine/round/answers'
import type { Batch, SharedRound } from '@/core/routine/round/merge'
import { heldIn, put, type Held } from '@/core/routine/round/slots'
import { roundOf } from '@/core/routine/round/stations'
import { HELPER_MAY_NOT, HELPERS_KINDS, roleHere } from '@/data/border/role'
import { attempt, problemsOf, type Attempt } from '@/data/border/attempt'
import type { EntryProblem } from '@/core/journal/faults'
import { now } from '@/data/clock'
import { database } from '@/data/database'
import { addEntries } from '@/data/entries'
import { findingsOf } from '@/data/analysis-cache'
import { parseBatch, parseLine, parseWalkedAt } from '@/data/border/round-schema'
import { parseId } from '@/data/border/sending'
import {
  closeRound,
  dropRound,
  idInRound,
  isInked,
  keepRound,
  openRound,
  RoundMoved,
} from '@/data/rounds'
import { storyOrRefuse } from '@/data/tank'
import { entriesOfRound, type RoundEntry } from '@/core/routine/round/entries'
import { atStation } from './at-station'

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
  /** What this page sent after the round was inked on another, and is not in it. */
  late: string[]
}

/** What a page is shown of the round: as it stands by now, or that it is in the book, with what the page sent too late for it, in words. */
export type RoundNow =
  | { is: 'open'; shared: SharedRound }
  | { is: 'inked'; late: string[] }
  /** No round is open: it was begun afresh elsewhere. */
  | { is: 'gone' }

/** Keeps what was answered on one page, and gives the round with what others answered. */
export async function keepAnswers(slug: string, raw: unknown): Promise<Attempt<RoundNow>> {
  return attempt(() => keptRound(slug, raw), 'helper')
}

async function keptRound(slug: string, raw: unknown): Promise<RoundNow> {
  const batch = parseBatch(raw)
  await refuseHelpersLines(batch)
  const shared = await keepRound(await database(), slug, batch, now(), await roleHere())
  if (shared) return { is: 'open', shared }
  return { is: 'inked', late: tooLate(await storyOrRefuse(slug), batch) }
}

/** The round as it stands, for a page that has nothing to say just now. */
export async function lookAtRound(slug: string, round: string): Promise<Attempt<RoundNow>> {
  return attempt(async () => {
    await storyOrRefuse(slug)
    const db = await database()
    const open = await openRound(db, slug)
    if (open) return { is: 'open', shared: open.shared }
    return (await isInked(db, parseId(round))) ? { is: 'inked', late: [] } : { is: 'gone' }
  }, 'helper')
}

/** Keeps another day of the walk, and has the page ask for that day. */
export async function walkOn(slug: string, raw: unknown): Promise<Attempt<RoundNow>> {
  const answer = await attempt(async () => {
    const said = parseBatch(raw).changes.flatMap(({ holds }) =>
      holds?.of === 'walked at' ? [holds.at] : [],
    )
    const { vessel } = await storyOrRefuse(slug)
    for (const at of said) refuseToCome(instantSaid(vessel, at, now()), now())
    return keptRound(slug, raw)
  }, 'helper')
  if (answer.ok) revalidatePath(`/tanks/${slug}/round`)
  return answer
}

const idsOf = (round: string) => (part: string | null) => idInRound(round, part)

/** What a page sent of a round that is in the book already and is not in it, in words. */
function tooLate(story: TankHistory, { round, changes }: Batch): string[] {
  const answers = changes.reduce((so, { slot, holds }) => put(so, slot, holds), noAnswers(round))
  const at = now()
  const ask = doorInto(story, at, measuresAsked()).ask(at)
  const walked = { at, minutes: null, ask, id: idsOf(round) }
  return entriesOfRound(answers, walked, () => roundOf(story, at))
    .slice(1)
    .map(({ entry }) => parseEntry(entry()))
    .filter((entry) => {
      const inBook = byId(story.entries, entry.id)
      return !inBook || inkedValue(inBook) !== inkedValue(entry)
    })
    .map((entry) => describeEntry(entry, story, measuresAsked()))
}

/** A line as it will stand in the book, or what is wrong with it by the fields of its form. Nothing is written. */
export async function readLine(
  slug: string,
  raw: unknown,
  walkedAt: string | null,
): Promise<Attempt<string>> {
  let kind: EntryKind = 'note'
  const answer = await attempt(async () => {
    const line = parseLine(raw)
    kind = line.kind
    await refuseHelpersKinds([kind])
    const story = await storyOrRefuse(slug)
    const said = parseWalkedAt(walkedAt)
    const at = said === null ? now() : instantSaid(story.vessel, said, now())
    const door = doorInto(story, now(), measuresAsked())
    const walked = { at, minutes: null, ask: door.ask(at), id: idsOf('line') }
    // What was answered in this round was seen before what is written down in it: a height, before its trim.
    const shared = (await openRound(await database(), slug))?.shared
    const asking = () => roundOf(storyUntil(story, at), at)
    for (const one of shared ? entriesOfRound(shared.answers, walked, asking) : []) {
      const seen = problemsOf(() => parseEntry(one.entry()))
      if (seen.ok) door.admit(seen.value)
    }
    const alone = { ...noAnswers('line'), lines: [line] }
    const [, written] = entriesOfRound(alone, walked, () => [])
    const entry = parseEntry(written.entry())
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

/** The instant a time of day in the tank's zone names. Throws EntryRefused for a day that does not exist. */
function instantSaid({ timeZone }: TankHistory['vessel'], said: string, at: Instant): Instant {
  const instant = instantIn(timeZone, said, at)
  if (instant === '') throw new EntryRefused([{ field: 'walkedAt', says: NO_SUCH_DAY }])
  return instant
}

function refuseToCome(walked: Instant, at: Instant): void {
  if (walked > at)
    throw new EntryRefused([
      { field: 'walkedAt', says: 'That is still to come; a round is written of what was seen.' },
    ])
}

/** So often a round that is answered elsewhere while it is being inked is read anew. */
const MOST_READINGS = 5

/**
 * Writes the whole round into the journal in one transaction, with what other pages answered, and says what it changed. Inked again, it is
 * written once and the answer is the same.
 */
export async function finishRound(
  slug: string,
  raw: unknown,
  stands: boolean,
): Promise<Attempt<RoundOutcome>> {
  const answer = await attempt(async () => {
    const batch = parseBatch(raw)
    await refuseHelpersLines(batch)
    const at = now()
    for (let reading = 1; ; reading++) {
      const story = await storyOrRefuse(slug)
      const db = await database()
      const shared = await keepRound(db, slug, batch, at, await roleHere())
      if (!shared) return outcomeOf(story, batch.round, now(), tooLate(story, batch))
      refuseClashes(shared)
      try {
        await writeRound(slug, shared, story, at, stands === true)
        return outcomeOf(await storyOrRefuse(slug), shared.answers.round, now(), [])
      } catch (error) {
        if (!(error instanceof RoundMoved) || reading === MOST_READINGS) throw error
      }
    }
  }, 'helper')
  if (answer.ok) revalidatePath('/', 'layout')
  return answer
}

/** What two pages said otherwise is for a keeper to say before it goes into the book. Throws EntryRefused. */
function refuseClashes({ clashes, answers }: SharedRound): void {
  const count = Object.keys(clashes).length
  if (count === 0) return
  const [first] = Object.keys(clashes)
  const held = heldIn(answers).get(first)
  throw new EntryRefused([
    {
      field: atStation(held ? stationOf(held) : null),
      says: `${count === 1 ? 'One thing was' : `${count} things were`} answered twice, and otherwise each time. Say which it is; nothing is written yet.`,
    },
  ])
}

function stationOf(held: Held): string | null {
  if (held.of === 'question') return held.asked?.station ?? null
  if (held.of === 'sign') return held.sign.station
  return held.of === 'line' ? held.line.station : null
}

const refuseHelpersLines = ({ changes }: Batch): Promise<void> =>
  refuseHelpersKinds(
    changes.flatMap(({ holds }) => (holds?.of === 'line' ? [holds.line.kind] : [])),
  )

/** A helper writes rounds, feeding and notes: other lines in his round are for the keeper. Throws EntryRefused. */
async function refuseHelpersKinds(kinds: readonly EntryKind[]): Promise<void> {
  if (kinds.some((kind) => !HELPERS_KINDS.includes(kind)) && (await roleHere()) === 'helper')
    throw new EntryRefused(HELPER_MAY_NOT)
}

async function writeRound(
  slug: string,
  shared: SharedRound,
  story: TankHistory,
  at: Instant,
  stands: boolean,
): Promise<void> {
  const db = await database()
  const { answers } = shared
  const startedAt = (await openRound(db, slug))?.startedAt ?? at
  const chosen = answers.walkedAt === null ? null : instantSaid(story.vessel, answers.walkedAt, at)
  const left = daysBetween(startedAt, at) > SAME_WALK_DAYS
  const walkedAt = chosen ?? (left ? startedAt : at)
  const minutes = Math.min(LONGEST_WALK_MINUTES, daysBetween(startedAt, at) * 1440)
  const door = doorInto(story, at, measuresAsked())
  // By their ids: of two presses the second carries other minutes, and is the same round.
  const parts = entriesOfRound(
    answers,
    {
      at: walkedAt,
      minutes: chosen === null ? minutes : null,
      ask: door.ask(walkedAt),
      id: idsOf(answers.round),
    },
    () => roundOf(storyUntil(story, walkedAt), walkedAt),
  )
  const read = readAtStations(parts, door)
  const doubts = read.map((entry) => ({
    entry,
    questions: doubtsAbout(entry, story, measuresAsked()),
  }))
  if (!stands) askFirst(doubts.flatMap(({ questions }) => questions))
  await addEntries(
    db,
    slug,
    doubts.map(({ entry, questions }) => stoodBy(entry, questions)),
    at,
    { within: closeRound(shared), same: 'id' },
  )
}

/** The entries, read; what cannot be is told with the station where it was given. Throws EntryRefused. */
function readAtStations(parts: readonly RoundEntry[], door: ReturnType<typeof doorInto>): Entry[] {
  const problems: EntryProblem[] = []
  const read = parts.flatMap(({ station, entry }) => {
    const found = problemsOf(() => {
      const one = parseEntry(entry())
      const refused = door.admit(one)
      if (refused.length > 0) throw new EntryRefused(refused)
      return one
    })
    if (found.ok) return [found.value]
    problems.push(...found.problems.map(({ says }) => ({ field: atStation(station), says })))
    return []
  })
  if (problems.length > 0) throw new EntryRefused(problems)
  return read
}

/** Of a planting that nobody measured before the pencil was a guess. */
const isFirstLook = (entry: Entry, story: TankHistory): boolean =>
  entry.kind === 'measure' && ofPlanting(story.entries, entry.plantingId)[0]?.id === entry.id

/** What a round came to, from what stands in the book of it. */
function outcomeOf(story: TankHistory, round: string, at: Instant, late: string[]): RoundOutcome {
  const own = story.entries.filter((entry) => entry.id.startsWith(`${round}.`))
  const walk = own.find((entry) => entry.kind === 'round')
  const outside = own.filter((entry) => {
    const beside = entry.kind === 'stock' ? countedBeside(story, entry) : null
    if (beside) return beside.apart !== 0
    const value = inkedValue(entry)
    return (
      value !== null &&
      entry.expected !== null &&
      !isFirstLook(entry, story) &&
      !heldTrue({ ...entry.expected, because: '' }, value)
    )
  })
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
    late,
  }
}
