import { ValidationError, type Schema } from 'yup'
import { inTimeOrder } from '@/core/history/lookup'
import type { Entry } from '@/core/history/entries'
import type { TankHistory } from '@/core/history/types'
import { type Result, ok, refuse } from '@/core/quantity/result'
import { parseEntry } from '../border/entry-schema'
import { STORY_PARTS } from '../border/story-schema'
import { readText } from './text-file'
import { upgradeFromVersion1 } from './upgrade'

export const TANK_FORMAT = 'vivero-tank'
export const TANK_VERSION = 2
export const TANK_FILE_MAX_MB = 64
const MAX_ENTRIES = 200_000
const MAX_PROBLEMS = 20

/** The tank file: a story as JSON, the same bytes for the same story. */
export function writeTankFile(history: TankHistory): string {
  const parts = Object.fromEntries([...Object.keys(STORY_PARTS), 'entries'].map((name) => [name, sorted(history[name as keyof TankHistory])]))
  return `${JSON.stringify({ format: TANK_FORMAT, version: TANK_VERSION, ...parts }, null, 1)}\n`
}

/** Objects with their keys in one order: the database does not keep the order in which a detail was written. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)).map(([key, inner]) => [key, sorted(inner)]))
}

/** The story in a tank file, or which parts of it are wrong. Every reference is followed before anything is believed. */
export function readTankFile(bytes: Uint8Array): Result<TankHistory> {
  const text = readText(bytes, TANK_FILE_MAX_MB)
  if (!text.ok) return text
  let raw: Record<string, unknown>
  try {
    raw = JSON.parse(text.value) as Record<string, unknown>
  } catch (error) {
    return refuse(`This is not JSON, or it was cut short (${(error as Error).message}). Nothing was written.`)
  }
  if (typeof raw !== 'object' || raw === null || raw.format !== TANK_FORMAT) return refuse('This is not a Vivero tank file: its “format” does not say “vivero-tank”. Nothing was written.')
  if (raw.version !== 1 && raw.version !== TANK_VERSION) return refuse(`The tank file is of version ${String(raw.version)}; this Vivero reads versions 1 and ${TANK_VERSION}. Nothing was written.`)
  if (raw.version === 1) raw = upgradeFromVersion1(raw)
  const problems: string[] = []
  const parts: Record<string, unknown> = {}
  for (const [name, schema] of Object.entries(STORY_PARTS) as [string, Schema][]) {
    try {
      parts[name] = schema.validateSync(raw[name], { abortEarly: false, strict: true })
    } catch (error) {
      problems.push(...sayProblems(name, error))
    }
  }
  const entries = readEntries(raw.entries, problems)
  if (problems.length > 0) return refuse(sayAll(problems))
  const history = { ...pick(raw), entries } as TankHistory
  const loose = looseEnds(history)
  return loose.length > 0 ? refuse(sayAll(loose)) : ok(canonical(history))
}

/** The parts in the order in which the database gives them, so that a story read back is the story written. */
function canonical(history: TankHistory): TankHistory {
  return { ...history, entries: inTimeOrder(history.entries) }
}

function pick(raw: Record<string, unknown>): Omit<TankHistory, 'entries'> {
  const names = Object.keys(STORY_PARTS)
  return Object.fromEntries(names.map((name) => [name, raw[name]])) as unknown as Omit<TankHistory, 'entries'>
}

function readEntries(raw: unknown, problems: string[]): Entry[] {
  if (!Array.isArray(raw)) {
    problems.push('entries: the journal is missing')
    return []
  }
  if (raw.length > MAX_ENTRIES) {
    problems.push(`entries: ${raw.length} lines are more than a tank file may hold (${MAX_ENTRIES})`)
    return []
  }
  return raw.flatMap((candidate, i): Entry[] => {
    if (problems.length > MAX_PROBLEMS) return []
    try {
      return [parseEntry(candidate)]
    } catch (error) {
      problems.push(...sayProblems(`entries[${i}]`, error))
      return []
    }
  })
}

function sayProblems(part: string, error: unknown): string[] {
  if (!(error instanceof ValidationError)) throw error
  const inner = error.inner.length > 0 ? error.inner : [error]
  return inner.slice(0, MAX_PROBLEMS).map((problem) => `${part}${problem.path ? (problem.path.startsWith('[') ? problem.path : `.${problem.path}`) : ''}: ${problem.message.replace(/^this /, 'it ').replace(/\.$/, '')}`)
}

/** Ids that stand twice and references that lead nowhere. */
function looseEnds(history: TankHistory): string[] {
  const problems: string[] = []
  const ids = (part: keyof TankHistory) => new Set((history[part] as readonly { id: string }[]).map((item) => item.id))
  for (const part of ['layouts', 'species', 'plantings', 'populations', 'sources', 'products', 'routines', 'plans', 'entries'] as const) {
    if (ids(part).size !== history[part].length) problems.push(`${part}: the same id stands twice`)
  }
  if (history.layouts.filter((layout) => layout.state === 'current').length > 1) problems.push('layouts: more than one is marked as current')
  const [layouts, species, plantings, populations] = [ids('layouts'), ids('species'), ids('plantings'), ids('populations')]
  history.plantings.forEach((planting, i) => {
    if (!layouts.has(planting.layoutId)) problems.push(`plantings[${i}].layoutId: there is no layout “${planting.layoutId}” in the file`)
    if (!species.has(planting.speciesId)) problems.push(`plantings[${i}].speciesId: there is no species “${planting.speciesId}” in the file`)
  })
  history.entries.forEach((entry, i) => {
    const plantingId = 'plantingId' in entry ? entry.plantingId : 'place' in entry && entry.place.of === 'planting' ? entry.place.id : null
    if (plantingId !== null && !plantings.has(plantingId)) problems.push(`entries[${i}]: there is no planting “${plantingId}” in the file`)
    if (entry.kind === 'stock' && !populations.has(entry.populationId)) problems.push(`entries[${i}]: there are no animals “${entry.populationId}” in the file`)
  })
  return problems
}

function sayAll(problems: readonly string[]): string {
  const shown = problems.slice(0, MAX_PROBLEMS)
  const more = problems.length > shown.length ? ` … and ${problems.length - shown.length} more` : ''
  return `The tank file is damaged: ${shown.join('; ')}${more}. Nothing was written.`
}
