import type { EntryKind } from '../../journal/entry'
import type { Place } from '../../journal/shape'
import type { Station } from './question'
import type { StationName } from './question-kind'

/** What may be written down at a station beside its questions: what is mostly meant there comes first. */
export const LINES_AT: Readonly<Record<StationName, readonly EntryKind[]>> = {
  surface: ['algae', 'groom', 'top-off', 'note'],
  glass: ['algae', 'clean', 'note'],
  background: ['trim', 'cuttings', 'algae', 'groom', 'measure', 'flowering', 'leaf', 'note'],
  midground: ['algae', 'groom', 'trim', 'measure', 'flowering', 'leaf', 'note'],
  carpet: ['algae', 'trim', 'groom', 'measure', 'note'],
  'stone and wood': ['algae', 'groom', 'note'],
  ground: ['clean', 'algae', 'note'],
  equipment: ['clean', 'gas-use', 'note'],
  animals: ['stock', 'feed', 'seen-again', 'note'],
  water: ['water-change', 'reading', 'top-off', 'dose', 'note'],
  you: ['note', 'water-change', 'clean', 'trim', 'feed', 'dose', 'waiting'],
}

/** Where something first seen at a station is, unless the keeper says otherwise. */
export function placeOfStation({ places }: Pick<Station, 'places'>): Place {
  return places[0] ?? { of: 'tank' }
}
