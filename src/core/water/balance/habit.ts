import { heldOn } from '../../history/dated'
import { entryDay } from '../../history/journal-index'
import { entriesOf } from '../../history/journal-index'
import type { TankHistory } from '../../history/types'
import { dayOf } from '../../quantity/time'
import type { Parameter } from '../../quantity/units'
import { addedByDose } from '../dosing/products'
import { releasedBetween } from '../dosing/release'
import { levelOfSource } from '../facts/sources'

/** What was done in these last days is the present habit. */
const HABIT_DAYS = 42
/** What was done in less than a week is no habit yet: it is spread over one. */
const LEAST_DAYS = 7

/** Days over which a habit is reckoned: six weeks, or as long as the tank has been on record. */
function habitDays({ vessel, entries }: TankHistory, today: number): number {
  const first = entries.length > 0 ? entryDay(entries[0]) : today
  const begun = Math.min(first, dayOf(vessel.startedAt))
  return Math.min(HABIT_DAYS, Math.max(LEAST_DAYS, today - begun))
}

/** What doses add to a parameter a day, canonical unit; zero for what is not dosed: those of the last six weeks go on as they were, and what dissolves slowly gives in the next six weeks what is left of it. `litres`: net volume. */
export function habitualDosing(
  history: TankHistory,
  parameter: Parameter,
  today: number,
  litres: number,
): number {
  const added = addedByDose(history, parameter)
  const days = habitDays(history, today)
  return (
    entriesOf(history.entries, 'dose').reduce((sum, dose) => {
      const ago = today - entryDay(dose)
      if (ago < 0) return sum
      const given = added(dose)
      return (
        sum +
        (given.overDays === 0
          ? releasedBetween(given, ago - HABIT_DAYS, ago) / days
          : releasedBetween(given, ago, ago + HABIT_DAYS) / HABIT_DAYS)
      )
    }, 0) / litres
  )
}

/** What the top-ups of the last six weeks bring of a parameter a day, canonical unit. `litres`: net volume. */
export function habitualTopUps(
  history: TankHistory,
  parameter: Parameter,
  today: number,
  litres: number,
): number {
  const topUps = entriesOf(history.entries, 'top-off').filter(
    (entry) => entryDay(entry) <= today && entryDay(entry) > today - HABIT_DAYS,
  )
  return (
    topUps.reduce(
      (sum, entry) =>
        sum + levelOfSource(history, entry.sourceId, parameter, entryDay(entry)) * entry.litres,
      0,
    ) /
    litres /
    habitDays(history, today)
  )
}

const DAYS_A_WEEK = 7

/** Grams of food a day over the last six weeks and its protein as the tin said on the day it was fed; where no meal was written down, what is meant to be fed (`meals` 0), or null. */
export function habitualFeeding(
  history: TankHistory,
  today: number,
  days = HABIT_DAYS,
): { gramsPerDay: number; meals: number; proteinPercent: number } | null {
  const meals = entriesOf(history.entries, 'feed').filter(
    (entry) => entryDay(entry) <= today && entryDay(entry) > today - days,
  )
  const meant = heldOn(history.vessel.care, today).feeding
  if (meals.length === 0)
    return meant && meant.gramsPerDay > 0
      ? {
          gramsPerDay: (meant.gramsPerDay * (DAYS_A_WEEK - meant.fastDays)) / DAYS_A_WEEK,
          meals: 0,
          proteinPercent: heldOn(history.vessel.care, today).foodProteinPercent,
        }
      : null
  const grams = meals.reduce((sum, meal) => sum + meal.grams, 0)
  const proteinOn = (day: number) => heldOn(history.vessel.care, day).foodProteinPercent
  const protein = meals.reduce((sum, meal) => sum + meal.grams * proteinOn(entryDay(meal)), 0)
  return {
    gramsPerDay: grams / Math.min(days, habitDays(history, today)),
    meals: meals.length,
    proteinPercent: grams > 0 ? protein / grams : proteinOn(today),
  }
}
