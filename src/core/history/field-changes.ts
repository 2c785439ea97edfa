import type { FieldChange, FieldValue } from '../journal/fact-change'
import { sameFact, type FactDiff } from './diff'

/** Outlines are told by their boxes: a keeper measures edges, not corners. */
const OUTLINES: ReadonlySet<string> = new Set(['patch', 'outline', 'footprint'])
/** What is no fact of the tank but the way it is kept. */
const LEFT_OUT: ReadonlySet<string> = new Set(['id', 'layoutId', 'laidAt', 'from', 'temporary'])
const VERSIONED: ReadonlySet<string> = new Set([
  'glass',
  'care',
  'ground',
  'stands',
  'settings',
  'analyses',
])

/**
 * What a difference changed, field by field: of dated facts the version that is other than before, or the one that came. Whole records
 * that came or went give one change of the field `there`.
 */
export function fieldChanges({ before, after }: FactDiff): FieldChange[] {
  if (before === null || after === null)
    return [{ field: 'there', before: before !== null, after: after !== null }]
  const [was, is] = [before as Record_, after as Record_]
  return [...new Set([...Object.keys(was), ...Object.keys(is)])].flatMap((key) =>
    VERSIONED.has(key)
      ? versionChanges(key, was[key] as RawVersion[], is[key] as RawVersion[])
      : valueChanges(key, was[key], is[key]),
  )
}

type Record_ = Record<string, unknown>
interface RawVersion {
  from: string
  is: unknown
}

/** Of two lists of versions the first that is not in the other, against what held before it. */
function versionChanges(
  part: string,
  was: readonly RawVersion[],
  is: readonly RawVersion[],
): FieldChange[] {
  const same = (a: RawVersion) => (b: RawVersion) => sameFact(a, b)
  const fresh = is.find((version) => !was.some(same(version)))
  const gone = was.find((version) => !is.some(same(version)))
  if (!fresh) return gone ? heldChanges(part, gone.is, is.findLast(earlier(gone))?.is ?? null) : []
  const replaced = was.find((version) => version.from === fresh.from)
  const held = replaced ?? was.findLast(earlier(fresh)) ?? gone ?? null
  return heldChanges(part, held?.is ?? null, fresh.is)
}
const earlier = (than: RawVersion) => (version: RawVersion) => version.from < than.from

function heldChanges(part: string, was: unknown, is: unknown): FieldChange[] {
  if (was === null || is === null) {
    const field = part === 'settings' ? 'running' : 'in the tank'
    return was === is ? [] : [{ field, before: was !== null, after: is !== null }]
  }
  const [a, b] = [was as Record_, is as Record_]
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].flatMap((key) =>
    valueChanges(key, a[key], b[key]),
  )
}

function valueChanges(field: string, was: unknown, is: unknown): FieldChange[] {
  if (LEFT_OUT.has(field) || sameFact(was, is)) return []
  if (isRecord(was) && isRecord(is))
    return Object.keys({ ...was, ...is }).flatMap((key) =>
      valueChanges(`${field}.${key}`, was[key], is[key]),
    )
  return [{ field, before: plain(field, was), after: plain(field, is) }]
}

const isRecord = (value: unknown): value is Record_ =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

function plain(field: string, value: unknown): FieldValue {
  if (value === undefined || value === null) return null
  if (OUTLINES.has(field)) return boxOf(value as [number, number][])
  if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean')
    return value
  return JSON.stringify(value).slice(0, MOST_LETTERS)
}
const MOST_LETTERS = 400

/** Left, right, front, back of an outline, cm. */
export function boxOf(outline: readonly (readonly [number, number])[]): readonly number[] {
  const [xs, ys] = [outline.map((point) => point[0]), outline.map((point) => point[1])]
  return [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
}
