import type { EntryOf } from '../../journal/entry'
import { entryDay } from '../../history/journal-index'

/** A probe tells more often than water drifts: four times a day is as good as every minute. */
const SPELLS_A_DAY = 4
/** So many of a probe in one spell are thinned; a keeper’s two readings of a morning are both wanted. */
const DENSE = 3
/** So many in one spell were read by no hand, whatever they say of themselves: a file of a logger that names no probe. */
const DENSE_BY_HAND = 6

/**
 * Readings with crowds thinned: of three or more by a probe within a quarter of a day, and on the same side of every event, only the middle
 * one by value stays (one that jumps out of the crowd falls away with it). A probe’s error is that of its calibration and does not average
 * out, so the middle one weighs as much as one reading. Half a dozen by any other method in such a spell are a crowd too: of each method its
 * middle one stays. In time order, as given. `events`: days of changes, top-ups and doses, ascending.
 */
export function thinProbeReadings(
  readings: readonly EntryOf<'reading'>[],
  events: readonly number[],
): EntryOf<'reading'>[] {
  const kept: EntryOf<'reading'>[] = []
  let spell: EntryOf<'reading'>[] = []
  let at = 0
  let key = ''
  const close = () => {
    for (const reading of thinned(spell)) kept.push(reading)
    spell = []
  }
  for (const reading of readings) {
    const day = entryDay(reading)
    while (at < events.length && events[at] < day) at++
    const here = `${Math.floor(day * SPELLS_A_DAY)} ${at}`
    if (here !== key) close()
    key = here
    spell.push(reading)
  }
  close()
  return kept
}

/** One spell: each method that is a crowd in it told by its middle reading, at that one’s own place. */
function thinned(spell: readonly EntryOf<'reading'>[]): readonly EntryOf<'reading'>[] {
  if (spell.length < DENSE) return spell
  const stays = new Set<EntryOf<'reading'>>()
  for (const method of new Set(spell.map((reading) => reading.method))) {
    const crowd = spell.filter((reading) => reading.method === method)
    if (crowd.length < (method === 'probe' ? DENSE : DENSE_BY_HAND))
      crowd.forEach((reading) => stays.add(reading))
    else stays.add(crowd.toSorted((a, b) => a.value - b.value)[Math.floor(crowd.length / 2)])
  }
  return spell.filter((reading) => stays.has(reading))
}
