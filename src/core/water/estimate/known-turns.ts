import { entriesOf, entryDay } from '../../history/journal-index'
import type { TankHistory } from '../../history/types'
import type { Entry, EntryOf } from '../../journal/entry'
import { remembered } from '../../quantity/remember'
import { dayOf } from '../../quantity/time'

/** What the record knows that can make a tank gain more or less from a day on. */
export interface KnownTurn {
  day: number
  what: 'feeding' | 'animals' | 'routine' | 'lamp' | 'gas' | 'ground'
  /** Which way the gain would go: 1 more, −1 less, 0 cannot be said. */
  way: -1 | 0 | 1
}

/** Food over so many days before and after a day is compared; so many meals at least stand on each side. */
const MEAL_DAYS = 14
const LEAST_MEALS = 4
/** So much more, or less, is another way of feeding. */
const FED_OTHERWISE = 1.35

/** The days between `from` and `today` on which something was altered that moves the gain, in order. */
export function knownTurns(history: TankHistory, from: number, today: number): KnownTurn[] {
  const { vessel, populations, routines, equipment, layouts } = history
  const turns: KnownTurn[] = [
    ...fedOtherwise(history.entries),
    ...vessel.care.slice(1).flatMap((one, i): KnownTurn[] => {
      const before = vessel.care[i].is.feeding?.gramsPerDay ?? null
      const after = one.is.feeding?.gramsPerDay ?? null
      return before === null || after === null || before === after
        ? []
        : [{ day: dayOf(one.from), what: 'feeding', way: after > before ? 1 : -1 }]
    }),
    ...populations.flatMap(({ since, until }): KnownTurn[] => [
      { day: dayOf(since), what: 'animals', way: 1 },
      ...(until === null
        ? []
        : [{ day: dayOf(until), what: 'animals' as const, way: -1 as const }]),
    ]),
    ...routines.map(({ since }): KnownTurn => ({ day: dayOf(since), what: 'routine', way: 0 })),
    ...equipment.flatMap(({ kind, settings }): KnownTurn[] =>
      kind === 'lamp' || kind === 'gas'
        ? settings.slice(1).map(({ from: at }) => ({ day: dayOf(at), what: kind, way: 0 }))
        : [],
    ),
    ...layouts.flatMap(({ ground, draft }): KnownTurn[] =>
      draft ? [] : ground.map(({ is }) => ({ day: dayOf(is.laidAt), what: 'ground', way: 0 })),
    ),
  ]
  return turns.filter(({ day }) => day > from && day < today).sort((a, b) => a.day - b.day)
}

const far = (ratio: number) => Math.abs(Math.log(Math.max(ratio, 1e-6)))

/** The days from which on meals as they were written down are clearly larger or smaller; one journal is asked for every parameter. */
const fedOtherwise = remembered((entries: readonly Entry[]): KnownTurn[] => {
  const ratios = mealRatios(entriesOf(entries, 'feed'))
  return ratios.flatMap(({ day, ratio }, at) => {
    if (far(ratio) <= Math.log(FED_OTHERWISE)) return []
    // The day on which the two fortnights differ most, of those near it.
    const most = near(ratios, at, MEAL_DAYS).every(
      (other) => far(other.ratio) < far(ratio) || (other.ratio === ratio && other.day >= day),
    )
    return most ? [{ day, what: 'feeding', way: ratio > 1 ? 1 : -1 }] : []
  })
})

/** For each day with a meal, what was fed in the fortnight from it over that in the fortnight before; 1 where too few meals stand. In order. */
function mealRatios(entries: readonly EntryOf<'feed'>[]): { day: number; ratio: number }[] {
  const meals = entries.map((meal) => ({ day: entryDay(meal), grams: meal.grams }))
  if (meals.length === 0) return []
  const [first, last] = [meals[0].day, meals[meals.length - 1].day]
  // Where the record of meals begins or ends nothing can be held against it.
  const days = [...new Set(meals.map(({ day }) => Math.floor(day)))].filter(
    (day) => day - MEAL_DAYS >= first - 1 && day + MEAL_DAYS <= last + 1,
  )
  let [low, middle, high] = [0, 0, 0]
  const upTo = (place: number, day: number) => {
    while (place < meals.length && meals[place].day < day) place++
    return place
  }
  const grams = (from: number, to: number) =>
    meals.slice(from, to).reduce((sum, meal) => sum + meal.grams, 0)
  return days.map((day) => {
    low = upTo(low, day - MEAL_DAYS)
    middle = upTo(middle, day)
    high = upTo(high, day + MEAL_DAYS)
    const before = grams(low, middle)
    const tells = middle - low >= LEAST_MEALS && high - middle >= LEAST_MEALS && before > 0
    return { day, ratio: tells ? grams(middle, high) / before : 1 }
  })
}

/** Those of a list in order that lie less than `days` from the one at a place. */
function near<T extends { day: number }>(list: readonly T[], at: number, days: number): T[] {
  let [from, to] = [at, at]
  while (from > 0 && list[at].day - list[from - 1].day < days) from--
  while (to + 1 < list.length && list[to + 1].day - list[at].day < days) to++
  return list.slice(from, to + 1)
}
