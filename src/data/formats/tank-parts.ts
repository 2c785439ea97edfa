import { ValidationError, type Schema } from 'yup'
import { inTimeOrder } from '@/core/history/lookup'
import { storyFaults } from '@/core/history/sound'
import type { TankHistory } from '@/core/history/types'
import type { Entry } from '@/core/journal/entry'
import { type Result, ok, refuse } from '@/core/quantity/result'
import { parseEntry } from '../border/entry-schema'
import { sane } from '../border/sane'
import { STORY_PARTS } from '../border/story-schema'
import { EntryRefused } from '../refused'
import type { Asked } from '../outside/asked'
import type { Stream } from '../outside/stream'
import { readJsonObject } from './json-steps'
import { looseEnds } from './loose-ends'
import { TANK_FORMAT, TANK_VERSION } from './tank-format'
import { readText } from './text-file'
import { remarksOnUnlikely } from './unlikely-lines'
import { upgradeFromVersion1 } from './upgrade'
import { upgradeFromVersion2 } from './upgrade-3'
import { upgradeFromSentences } from './upgrade-words'

/** A tank file as it is read: all facts of its story at once, then its lines, some at a time, then what is to be remarked on. */
export type TankPart =
  { facts: Omit<TankHistory, 'entries'> } | { entries: Entry[] } | { remarks: string[] }

const MAX_ENTRIES = 200_000
const MAX_PROBLEMS = 20
const ENTRIES_A_PART = 500

/** The story in a tank file, or which parts of it are wrong. Every reference is followed before anything of it is given out. */
export async function* tankParts(
  bytes: Uint8Array,
  { now, maxMegabytes }: Asked,
): Stream<TankPart> {
  const read = await readStory(bytes, now, maxMegabytes)
  if (!read.ok) return read
  const { entries, ...facts } = read.value
  yield { facts }
  for (let i = 0; i < entries.length; i += ENTRIES_A_PART)
    yield { entries: entries.slice(i, i + ENTRIES_A_PART) }
  yield { remarks: remarksOnUnlikely(read.value) }
  return ok(null)
}

async function readStory(
  bytes: Uint8Array,
  now: string,
  maxMegabytes: number,
): Promise<Result<TankHistory>> {
  const file = await readFile(bytes, maxMegabytes)
  if (!file.ok) return file
  const raw = file.value
  const problems: string[] = []
  for (const [name, schema] of Object.entries(STORY_PARTS) as [string, Schema][]) {
    // An object that is not there passes the library's own schema of it.
    if (raw[name] === undefined) {
      problems.push(`${name}: it is missing`)
      continue
    }
    try {
      schema.validateSync(sane(raw[name]), { abortEarly: false, strict: true })
    } catch (error) {
      problems.push(...sayProblems(name, error))
    }
  }
  const entries = readEntries(raw.entries, problems)
  if (problems.length > 0) return refuse(sayAll(problems))
  const history = { ...pick(raw), entries: inTimeOrder(entries) } as TankHistory
  const loose = looseEnds(history)
  if (loose.length > 0) return refuse(sayAll(loose))
  const faults = storyFaults(history, now)
  return faults.length > 0
    ? refuse(sayAll(faults.map(({ at, fault }) => `${at}: ${fault}`)))
    : ok(history)
}

/** The parts of a tank file of any version as one of this version, not yet believed. */
async function readFile(
  bytes: Uint8Array,
  maxMegabytes: number,
): Promise<Result<Record<string, unknown>>> {
  const text = readText(bytes, maxMegabytes)
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

function pick(raw: Record<string, unknown>): Omit<TankHistory, 'entries'> {
  const names = Object.keys(STORY_PARTS)
  return Object.fromEntries(names.map((name) => [name, raw[name]])) as unknown as Omit<
    TankHistory,
    'entries'
  >
}

function readEntries(raw: unknown, problems: string[]): Entry[] {
  if (!Array.isArray(raw)) {
    problems.push('entries: the journal is missing')
    return []
  }
  const entries: Entry[] = []
  for (const [i, candidate] of raw.entries()) {
    if (problems.length > MAX_PROBLEMS) break
    try {
      entries.push(parseEntry(candidate))
    } catch (error) {
      problems.push(...sayProblems(`entries[${i}]`, error))
    }
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
