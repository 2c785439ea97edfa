import { remembered } from '../quantity/remember'
import { dayOf } from '../quantity/time'
import type { Parameter } from '../quantity/units'
import { kindOf, type Entry, type EntryKind, type EntryOf } from '../journal/entry'
import { IN_MOMENT } from '../journal/kind'

/**
 * An index of a journal, made once for each: a story of ten thousand lines is otherwise walked through for every
 * planting of every drawing.
 */
interface JournalIndex {
  byKind: Map<Entry['kind'], Entry[]>
  byPlanting: Map<string, Entry[]>
  /** Readings by what was read. */
  byParameter: Map<string, Entry[]>
  byId: Map<string, Entry>
}
const indexOf = remembered((entries: readonly Entry[]): JournalIndex => {
  const index: JournalIndex = {
    byKind: new Map(),
    byPlanting: new Map(),
    byParameter: new Map(),
    byId: new Map(),
  }
  for (const entry of entries) {
    put(index.byKind, entry.kind, entry)
    index.byId.set(entry.id, entry)
    if (entry.kind === 'reading') put(index.byParameter, entry.parameter, entry)
    if (entry.kind === 'measure' || entry.kind === 'trim')
      put(index.byPlanting, entry.plantingId, entry)
  }
  return index
})

function put<K>(map: Map<K, Entry[]>, key: K, entry: Entry): void {
  const list = map.get(key)
  if (list) list.push(entry)
  else map.set(key, [entry])
}

const NONE: readonly Entry[] = []

/** The entry of an id, or undefined. */
export const byId = (entries: readonly Entry[], id: string): Entry | undefined =>
  indexOf(entries).byId.get(id)

/** Entries of a kind in the order of the journal. */
export function ofKind(entries: readonly Entry[], kind: Entry['kind']): readonly Entry[] {
  return indexOf(entries).byKind.get(kind) ?? NONE
}

/** Measures and trims of a planting in the order of the journal. */
export function ofPlanting(entries: readonly Entry[], plantingId: string): readonly Entry[] {
  return indexOf(entries).byPlanting.get(plantingId) ?? NONE
}

/** Readings of a parameter in the order of the journal. */
export function ofParameter(entries: readonly Entry[], parameter: string): readonly Entry[] {
  return indexOf(entries).byParameter.get(parameter) ?? NONE
}

/** The day of an entry on the axis of every calculation (`dayOf` its time), read from its text once: a long journal is asked for it again and again. */
export const entryDay = remembered((entry: Entry): number => dayOf(entry.at))

/**
 * The order of a journal: by time; of one moment what befell before what was seen, and that before what was done (`Kind.inMoment`); then by their
 * ids, so that two loads never differ. The one rule for forms, rounds, files and devices.
 */
export function byTime(a: Entry, b: Entry): number {
  const apart = entryDay(a) - entryDay(b)
  if (apart !== 0 || a.id === b.id) return apart
  const moment = inMoment(a) - inMoment(b)
  if (moment !== 0) return moment
  return a.id < b.id ? -1 : 1
}

function inMoment(entry: Entry): number {
  const { inMoment: when } = kindOf(entry.kind)
  return IN_MOMENT.indexOf(typeof when === 'function' ? when(entry as never) : when)
}

/** The entries of one kind, in the order given. */
export function entriesOf<K extends EntryKind>(
  entries: readonly Entry[],
  kind: K,
): readonly EntryOf<K>[] {
  return ofKind(entries, kind) as unknown as readonly EntryOf<K>[]
}

/** The readings of one parameter, in the order given. */
export function readingsOf(
  entries: readonly Entry[],
  parameter: Parameter,
): readonly EntryOf<'reading'>[] {
  return ofParameter(entries, parameter) as unknown as readonly EntryOf<'reading'>[]
}
