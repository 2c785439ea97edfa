import { ValidationError, type Schema } from 'yup'
import { inTimeOrder } from '@/core/history/lookup'
import type { Entry } from '@/core/journal/entry'
import type { TankHistory } from '@/core/history/types'
import { storyFaults } from '@/core/history/sound'
import { type Result, ok, refuse } from '@/core/quantity/result'
import type { Instant } from '@/core/quantity/time'
import { parseEntry } from '../border/entry-schema'
import { sane } from '../border/sane'
import { STORY_PARTS } from '../border/story-schema'
import { EntryRefused } from '../refused'
import { pacer, yieldToOthers } from '../yield'
import { readJsonObject } from './json-steps'
import { looseEnds } from './loose-ends'
import { readText } from './text-file'
import { upgradeFromVersion1 } from './upgrade'
import { upgradeFromVersion2 } from './upgrade-3'
import { upgradeFromSentences } from './upgrade-words'

export const TANK_FORMAT = 'vivero-tank'
export const TANK_VERSION = 3
export const TANK_FILE_MAX_MB = 64
const MAX_ENTRIES = 200_000
const MAX_PROBLEMS = 20

/** The tank file: a story as JSON, the same bytes for the same story. */
export function writeTankFile(history: TankHistory): string {
  const parts = Object.fromEntries(
    [...Object.keys(STORY_PARTS), 'entries'].map((name) => [
      name,
      sorted(history[name as keyof TankHistory]),
    ]),
  )
  return `${JSON.stringify({ format: TANK_FORMAT, version: TANK_VERSION, ...parts }, null, 1)}\n`
}

/** Objects with their keys in one order: the database does not keep the order in which a detail was written. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => [key, sorted(inner)]),
  )
}

/** The story in a tank file, or which parts of it are wrong. It is read in steps that let others in; every reference is followed before anything is believed. */
export async function readTankFile(bytes: Uint8Array, now: Instant): Promise<Result<TankHistory>> {
  const file = await readFile(bytes)
  if (!file.ok) return file
  const raw = file.value
  const problems: string[] = []
  const parts: Record<string, unknown> = {}
  for (const [name, schema] of Object.entries(STORY_PARTS) as [string, Schema][]) {
    // An object that is not there passes the library's own schema of it.
    if (raw[name] === undefined) problems.push(`${name}: it is missing`)
    try {
      parts[name] = schema.validateSync(sane(raw[name]), { abortEarly: false, strict: true })
    } catch (error) {
      problems.push(...sayProblems(name, error))
    }
    await yieldToOthers()
  }
  const entries = await readEntries(raw.entries, problems)
  if (problems.length > 0) return refuse(sayAll(problems))
  const history = canonical({ ...pick(raw), entries } as TankHistory)
  const loose = looseEnds(history)
  if (loose.length > 0) return refuse(sayAll(loose))
  const faults = storyFaults(history, now)
  return faults.length > 0
    ? refuse(sayAll(faults.map(({ at, fault }) => `${at}: ${fault}`)))
    : ok(history)
}

/** The parts of a tank file of any version as one of this version, not yet believed. */
async function readFile(bytes: Uint8Array): Promise<Result<Record<string, unknown>>> {
  const text = readText(bytes, TANK_FILE_MAX_MB)
  if (!text.ok) return text
  const found: { entries: unknown[] } = { entries: [] }
  const read = await readJsonObject(text.value, 'entries', (item, index) => {
    if (index >= MAX_ENTRIES) return refuse(TOO_MANY)
    found.entries.push(item)
    return ok(null)
  })
  if (!read.ok && read.problem === 'not an object')
    return refuse(
      /^\s*[[{"\dtfn-]/.test(text.value.slice(0, 1000))
        ? NO_TANK_FILE
        : 'This is not JSON. Nothing was written.',
    )
  if (!read.ok)
    return refuse(
      read.problem === TOO_MANY
        ? `The tank file is damaged: ${TOO_MANY}. Nothing was written.`
        : `This is not JSON, or it was cut short (${read.problem}). Nothing was written.`,
    )
  const raw = read.value
  if (raw.format !== TANK_FORMAT) return refuse(NO_TANK_FILE)
  if (![1, 2, TANK_VERSION].includes(raw.version as number))
    return refuse(
      `The tank file is of version ${String(raw.version).slice(0, 40)}; this Vivero reads versions 1 to ${TANK_VERSION}. Nothing was written.`,
    )
  // The parser hands the list over emptied of what was taken from it.
  if (Array.isArray(raw.entries)) raw.entries = found.entries
  const second = raw.version === 1 ? upgradeFromVersion1(raw) : raw
  const third = second.version === TANK_VERSION ? second : upgradeFromVersion2(second)
  // Files from before there were drafts have none.
  return ok({ drafts: [], ...upgradeFromSentences(third) })
}

const NO_TANK_FILE =
  'This is not a Vivero tank file: its “format” does not say “vivero-tank”. Nothing was written.'
const TOO_MANY = `more than ${MAX_ENTRIES} entries are more than a tank file may hold`

/** The parts in the order in which the database gives them, so that a story read back is the story written. */
function canonical(history: TankHistory): TankHistory {
  return { ...history, entries: inTimeOrder(history.entries) }
}

function pick(raw: Record<string, unknown>): Omit<TankHistory, 'entries'> {
  const names = Object.keys(STORY_PARTS)
  return Object.fromEntries(names.map((name) => [name, raw[name]])) as unknown as Omit<
    TankHistory,
    'entries'
  >
}

async function readEntries(raw: unknown, problems: string[]): Promise<Entry[]> {
  if (!Array.isArray(raw)) {
    problems.push('entries: the journal is missing')
    return []
  }
  const entries: Entry[] = []
  const pace = pacer()
  for (const [i, candidate] of raw.entries()) {
    if (problems.length > MAX_PROBLEMS) break
    try {
      entries.push(parseEntry(candidate))
    } catch (error) {
      problems.push(...sayProblems(`entries[${i}]`, error))
    }
    await pace()
  }
  return entries
}

const placeWithin = (path: string) => (path === '' || path.startsWith('[') ? path : `.${path}`)

function sayProblems(part: string, error: unknown): string[] {
  if (error instanceof EntryRefused) return [`${part}: it is damaged`]
  if (!(error instanceof ValidationError)) throw error
  const inner = error.inner.length > 0 ? error.inner : [error]
  return inner
    .slice(0, MAX_PROBLEMS)
    .map(
      (problem) =>
        `${part}${placeWithin(problem.path ?? '')}: ${problem.message.replace(/^this /, 'it ').replace(/\.$/, '')}`,
    )
}

function sayAll(problems: readonly string[]): string {
  const shown = problems.slice(0, MAX_PROBLEMS)
  const more = problems.length > shown.length ? ` … and ${problems.length - shown.length} more` : ''
  return `The tank file is damaged: ${shown.join('; ')}${more}. Nothing was written.`
}
