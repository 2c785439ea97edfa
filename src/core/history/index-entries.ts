import { dayOf } from '../quantity/time'
import type { Entry } from './entries'

/**
 * Entries sorted into drawers, made once for each journal: a story of ten thousand lines is otherwise walked through for every
 * planting of every drawing. A journal is never changed in place, so an index is as good as the journal it was made from; it is
 * forgotten together with it.
 */
interface Drawers {
  byKind: Map<Entry['kind'], Entry[]>
  byPlanting: Map<string, Entry[]>
  /** Readings by what was read. */
  byParameter: Map<string, Entry[]>
  byId: Map<string, Entry>
}
const made = new WeakMap<readonly Entry[], Drawers>()

function drawersOf(entries: readonly Entry[]): Drawers {
  const known = made.get(entries)
  if (known) return known
  const drawers: Drawers = {
    byKind: new Map(),
    byPlanting: new Map(),
    byParameter: new Map(),
    byId: new Map(),
  }
  for (const entry of entries) {
    put(drawers.byKind, entry.kind, entry)
    drawers.byId.set(entry.id, entry)
    if (entry.kind === 'reading') put(drawers.byParameter, entry.parameter, entry)
    if (entry.kind === 'measure' || entry.kind === 'trim')
      put(drawers.byPlanting, entry.plantingId, entry)
  }
  made.set(entries, drawers)
  return drawers
}

function put<K>(map: Map<K, Entry[]>, key: K, entry: Entry): void {
  const list = map.get(key)
  if (list) list.push(entry)
  else map.set(key, [entry])
}

const NONE: readonly Entry[] = []

/** The entry of an id, or undefined. */
export const byId = (entries: readonly Entry[], id: string): Entry | undefined =>
  drawersOf(entries).byId.get(id)

/** Entries of a kind in the order of the journal. */
export function ofKind(entries: readonly Entry[], kind: Entry['kind']): readonly Entry[] {
  return drawersOf(entries).byKind.get(kind) ?? NONE
}

/** Measures and trims of a planting in the order of the journal. */
export function ofPlanting(entries: readonly Entry[], plantingId: string): readonly Entry[] {
  return drawersOf(entries).byPlanting.get(plantingId) ?? NONE
}

/** Readings of a parameter in the order of the journal. */
export function ofParameter(entries: readonly Entry[], parameter: string): readonly Entry[] {
  return drawersOf(entries).byParameter.get(parameter) ?? NONE
}

const days = new WeakMap<Entry, number>()

/** The day of an entry on the axis of every calculation (`dayOf` its time), read from its text once: a long journal is asked for it again and again. */
export function entryDay(entry: Entry): number {
  const known = days.get(entry)
  if (known !== undefined) return known
  const day = dayOf(entry.at)
  days.set(entry, day)
  return day
}
