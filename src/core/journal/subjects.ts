import { kindOf, type Entry } from './entry'
import type { Place, PointsAt, Shape } from './shape'

/** A thing an entry speaks of: the field that says so, what it is, and its id. */
export interface Reference {
  field: string
  to: PointsAt
  id: string
}

/** All that an entry points at, as its shape says. */
export function referencesOf(entry: Entry): Reference[] {
  const shape: Shape = kindOf(entry.kind).shape
  return Object.entries(shape).flatMap(([field, spec]): Reference[] => {
    const value = (entry as unknown as Record<string, unknown>)[field]
    if (value === null || value === undefined) return []
    if (spec.is === 'id') return spec.to === null ? [] : [{ field, to: spec.to, id: String(value) }]
    return spec.is === 'place' ? placeReference(field, value as Place) : []
  })
}

function placeReference(field: string, place: Place): Reference[] {
  if (!('id' in place)) return []
  return [{ field, to: place.of === 'planting' ? 'planting' : 'piece', id: place.id }]
}

/** The first thing of a sort an entry speaks of, or null: the columns a journal is looked through by. */
export const subjectOf = (entry: Entry, what: PointsAt): string | null =>
  referencesOf(entry).find(({ to }) => to === what)?.id ?? null
