import { heldOn } from '../../history/dated'
import { entryDay } from '../../history/journal-index'
import { entriesOf } from '../../history/journal-index'
import type { TankHistory } from '../../history/types'
import type { Entry, EntryOf } from '../../journal/entry'
import { remembered } from '../../quantity/remember'
import type { Parameter } from '../../quantity/units'
import type { FilterEvent } from './track'
import { FACTS } from '../facts/parameters'
import { addedByDose } from '../dosing/products'
import { releasedBetween, type Added } from '../dosing/release'
import { evaporation, sourceHolds } from '../facts/sources'

/** Litres of a change are seldom read better than this share of what is changed. Common practice. */
export const CHANGE_SPREAD = 0.1
/** A dose is measured to about a tenth, and bottles settle. Common practice. */
const DOSE_SPREAD = 0.1
/** A tank is never reckoned emptier than this: long before, somebody would have filled it. */
const LEAST_FULL = 0.5

export interface WaterEvents {
  events: FilterEvent[]
  /** Present over full volume at a day, 0.5–1: evaporation since the last time it was filled up. */
  fullness: (day: number) => number
}

/**
 * Changes, top-ups and doses between `from` and `today` as linear maps on the concentration of a parameter at full volume, and how
 * full the tank was on any day. What settles has no such events. `litresOf`: net volume on a day.
 */
export function waterEvents(
  history: TankHistory,
  parameter: Parameter,
  litresOf: (day: number) => number,
  from: number,
  today: number,
): WaterEvents {
  if (FACTS[parameter].behaviour === 'settling') return { events: [], fullness: () => 1 }
  const reckoned =
    entriesOf(history.entries, 'top-off').length > 0
      ? evaporation(history, today, litresOf(today)).value
      : 0
  const lossOn = (day: number) =>
    heldOn(history.vessel.care, day).evaporationLitresPerDay ?? reckoned
  const added = addedByDose(history, parameter)
  const filled: number[] = [from]
  const events: FilterEvent[] = []
  for (const { entry, day } of movesOfWater(history.entries)) {
    if (day < from || day > today) continue
    if (entry.kind === 'dose') {
      const dosed = added(entry)
      if (dosed.amount > 0 && dosed.overDays === 0)
        events.push({ day, a: 1, b: dosed.amount / litresOf(day), sd: 0, share: DOSE_SPREAD })
      continue
    }
    const litres = litresOf(day)
    const { value: source, spread } = sourceHolds(history, entry.sourceId, parameter, day)
    if (entry.kind === 'water-change') {
      const missing = Math.min(
        litres * (1 - LEAST_FULL),
        lossOn(day) * (day - filled[filled.length - 1]),
      )
      const added = entry.fraction * (litres - missing) + missing
      events.push({
        day,
        a: 1 - entry.fraction,
        b: (source * added) / litres,
        sd: (spread * source * added) / litres,
        share: CHANGE_SPREAD,
      })
    } else {
      const b = (source * entry.litres) / litres
      events.push({ day, a: 1, b, sd: spread * b, share: CHANGE_SPREAD })
    }
    filled.push(day)
  }
  events.push(...slowDoses(history.entries, added, litresOf, from, today))
  events.sort((a, b) => a.day - b.day)
  let at = 0
  const fullness = (day: number) => {
    // Readings come in time order: the search goes on from where it stood.
    if (filled[at] >= day) at = 0
    while (at + 1 < filled.length && filled[at + 1] < day) at++
    return Math.max(LEAST_FULL, 1 - (lossOn(day) * (day - filled[at])) / litresOf(day))
  }
  return { events, fullness }
}

/** How fast a solid dissolves is known to about half: by its grain, the flow, the acid of the water. Common practice. */
const SLOW_SPREAD = 0.5
/** What dissolves over weeks is reckoned in steps of so many days. */
const SLOW_STEP_DAYS = 2

/** What dissolves over weeks, as small doses between `from` and `today`; one given before `from` goes on dissolving. */
function slowDoses(
  entries: readonly Entry[],
  added: (dose: EntryOf<'dose'>) => Added,
  litresOf: (day: number) => number,
  from: number,
  today: number,
): FilterEvent[] {
  return entriesOf(entries, 'dose').flatMap((dose): FilterEvent[] => {
    const solid = added(dose)
    if (solid.amount <= 0 || solid.overDays === 0) return []
    const given = entryDay(dose)
    const events: FilterEvent[] = []
    for (
      let after = SLOW_STEP_DAYS;
      after < solid.overDays + SLOW_STEP_DAYS;
      after += SLOW_STEP_DAYS
    ) {
      const day = given + after
      if (day < from || day > today) continue
      const b = releasedBetween(solid, after - SLOW_STEP_DAYS, after) / litresOf(day)
      events.push({ day, a: 1, b, sd: 0, share: SLOW_SPREAD })
    }
    return events
  })
}

/** Changes, top-ups and doses of a journal, in order: every parameter asks for them. */
const movesOfWater = remembered((entries: readonly Entry[]) =>
  [
    ...entriesOf(entries, 'water-change'),
    ...entriesOf(entries, 'top-off'),
    ...entriesOf(entries, 'dose'),
  ]
    .map((entry) => ({ entry, day: entryDay(entry) }))
    .sort((a, b) => a.day - b.day),
)
