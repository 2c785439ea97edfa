import { entriesOf, entryDay } from '../../history/journal-index'
import type { Planting, TankHistory } from '../../history/types'
import type { GROOMING } from '../../journal/kinds/groom'

type Act = (typeof GROOMING)[number]

/** The day on which an act was last done to a planting up to a day, or to the whole ground it stands in where that can be said of it; null: never written down. */
export function lastGroomed(
  { entries }: TankHistory,
  { id }: Pick<Planting, 'id'>,
  act: Act,
  today: number,
): number | null {
  const last = entriesOf(entries, 'groom').findLast(
    (entry) =>
      entry.what === act &&
      entryDay(entry) <= today &&
      (entry.place.of === 'ground' || (entry.place.of === 'planting' && entry.place.id === id)),
  )
  return last ? entryDay(last) : null
}
