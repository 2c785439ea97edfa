import { nameOf, type BoardThing } from '@/core/board/things'

/** What a thing is called where it stands by itself: a planting by its stake and its name. */
export const titleOf = (thing: BoardThing): string =>
  thing.is === 'planting' ? `${thing.one.stake} ${thing.one.name}` : nameOf(thing)
