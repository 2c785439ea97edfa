import { entriesOf, entryDay } from '../../history/journal-index'
import type { TankHistory } from '../../history/types'
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
    ...fedOtherwise(history),
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

/** The days from which on meals as they were written down are clearly larger or smaller. */
function fedOtherwise(history: TankHistory): KnownTurn[] {
  const meals = entriesOf(history.entries, 'feed').map((meal) => ({
    day: entryDay(meal),
    grams: meal.grams,
  }))
  const ratioAt = (day: number) => {
    const sum = (low: number, high: number) => {
      const some = meals.filter((meal) => meal.day >= low && meal.day < high)
      return { grams: some.reduce((total, { grams }) => total + grams, 0), meals: some.length }
    }
    const [before, after] = [sum(day - MEAL_DAYS, day), sum(day, day + MEAL_DAYS)]
    return before.meals < LEAST_MEALS || after.meals < LEAST_MEALS || before.grams <= 0
      ? 1
      : after.grams / before.grams
  }
  const [first, last] = [meals[0]?.day ?? 0, meals[meals.length - 1]?.day ?? 0]
  const far = (ratio: number) => Math.abs(Math.log(Math.max(ratio, 1e-6)))
  // Where the record of meals begins or ends nothing can be held against it.
  const days = [...new Set(meals.map(({ day }) => Math.floor(day)))].filter(
    (day) => day - MEAL_DAYS >= first - 1 && day + MEAL_DAYS <= last + 1,
  )
  const ratios = days.map((day) => ({ day, ratio: ratioAt(day) }))
  return ratios.flatMap(({ day, ratio }) => {
    // The day on which the two fortnights differ most, of those near it.
    const most = ratios
      .filter((other) => Math.abs(other.day - day) < MEAL_DAYS)
      .every(
        (other) => far(other.ratio) < far(ratio) || (other.ratio === ratio && other.day >= day),
      )
    return most && far(ratio) > Math.log(FED_OTHERWISE)
      ? [{ day, what: 'feeding' as const, way: ratio > 1 ? (1 as const) : (-1 as const) }]
      : []
  })
}
