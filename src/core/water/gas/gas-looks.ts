import { entriesOf, entryDay } from '../../history/journal-index'
import { gasOf, tankAt } from '../../history/tank-at'
import type { TankHistory } from '../../history/types'
import type { EntryOf } from '../../journal/entry'
import { daysBetween, type Instant } from '../../quantity/time'
import { INDICATOR_COLOURS } from '../../quantity/indicator-colours'
import { localMoment } from '../../quantity/zone'
import { hourOf } from './carbon-dioxide-day'

/** Gas takes an hour or two to come up and the fluid another to show it: earlier looks see the night before, hours. Common practice. */
const UP_AFTER_HOURS = 2
const HOURS_A_DAY = 24

/**
 * Readings of CO2 of the last `days` days that were taken while the gas, as it was set on their day, had been running long enough to show: at the
 * height of its day. Looks of other hours see the day’s course and not whether the gas is steady. In time order.
 */
export function looksAtHeight(
  history: TankHistory,
  now: Instant,
  days: number,
): EntryOf<'reading'>[] {
  return entriesOf(history.entries, 'reading').filter((entry) => {
    const ago = daysBetween(entry.at, now)
    if (entry.parameter !== 'co2' || ago < 0 || ago > days) return false
    const gas = gasOf(tankAt(history, entryDay(entry)))
    if (!gas) return false
    const [on, off] = [hourOf(gas.onAt), hourOf(gas.offAt)]
    const hour = hourOf(localMoment(entry.at, history.vessel.timeZone).slice(-'00:00'.length))
    const since = (later: number) => (later - on + HOURS_A_DAY) % HOURS_A_DAY
    // Gas that goes on and off at the same minute runs all day.
    return on === off || (since(hour) >= UP_AFTER_HOURS && since(hour) <= since(off))
  })
}

/** Whether a look showed the colour of too little gas: an indicator that stayed blue. */
export const isBlue = (entry: EntryOf<'reading'>): boolean =>
  entry.method === 'indicator' && entry.value <= INDICATOR_COLOURS[0].high
