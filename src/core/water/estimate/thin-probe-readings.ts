import type { EntryOf } from '../../journal/entry'
import { entryDay } from '../../history/journal-index'

/** A probe tells more often than water drifts: four times a day is as good as every minute. */
const SPELLS_A_DAY = 4
/** So many in one spell are thinned; a keeper’s two readings of a morning are both wanted. */
const DENSE = 3

/**
 * Readings with a probe’s crowds thinned: of three or more by a probe within a quarter of a day, and on the same side of every
 * event, only the middle one by value stays (one that jumps out of the crowd falls away with it). A probe’s error is that of its
 * calibration and does not average out, so the middle one weighs as much as one reading. In time order, as given.
 * `events`: days of changes, top-ups and doses, ascending.
 */
export function thinProbeReadings(
  readings: readonly EntryOf<'reading'>[],
  events: readonly number[],
): EntryOf<'reading'>[] {
  const kept: EntryOf<'reading'>[] = []
  let crowd: EntryOf<'reading'>[] = []
  let at = 0
  let key = ''
  const close = () => {
    if (crowd.length < DENSE) kept.push(...crowd)
    else kept.push([...crowd].sort((a, b) => a.value - b.value)[Math.floor(crowd.length / 2)])
    crowd = []
  }
  for (const reading of readings) {
    const day = entryDay(reading)
    while (at < events.length && events[at] < day) at++
    const here = reading.method === 'probe' ? `${Math.floor(day * SPELLS_A_DAY)} ${at}` : ''
    if (here === '' || here !== key) close()
    key = here
    if (here === '') kept.push(reading)
    else crowd.push(reading)
  }
  close()
  return kept
}
