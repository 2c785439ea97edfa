import type { TankHistory } from '../../history/types'
import { dayOf } from '../../quantity/time'
import type { FilterReading, Spell } from './track'

/** From here on ammonia and nitrite are more than the trace of a running filter, mg/L. Common practice: what a test can just show. */
const UP = 0.1
/** A new tank, or new soil, may be raw for so long. Common practice: three to six weeks, seldom more. */
const RAW_DAYS = 45
/** So many tests in a row that show nothing, over so many days, and it is through. Common practice. */
const CALM = { tests: 3, days: 10 } as const
/** Before a test that shows something and after the last one, so long at most. */
const AROUND_DAYS = 14

/** Whether a test shows more than the trace of a running filter. */
export const isUp = ({ value, interval }: FilterReading) =>
  interval ? interval.low >= UP / 2 : value >= UP

/**
 * The times in which what bacteria take away may be anything: while a tank or its soil is raw, and about every test that shows it.
 * In order, not overlapping. `readings` of one parameter in time order.
 */
export function unrestOf(
  history: Pick<TankHistory, 'vessel' | 'layouts'>,
  readings: readonly FilterReading[],
  today: number,
): Spell[] {
  const raw = beginningsOf(history)
    .filter((day) => day <= today)
    .map((from) => ({ from: from - 1, to: calmFrom(readings, from) }))
  const about = readings.flatMap((reading, i) => {
    if (!isUp(reading)) return []
    const before = readings[i - 1]?.day ?? reading.day - AROUND_DAYS
    const after = readings[i + 1]?.day ?? reading.day + AROUND_DAYS
    return [
      {
        from: Math.max(before, reading.day - AROUND_DAYS),
        to: Math.min(after, reading.day + AROUND_DAYS),
      },
    ]
  })
  return joined([...raw, ...about])
}

/** The days on which a tank or its soil was new. */
export function beginningsOf({
  vessel,
  layouts,
}: Pick<TankHistory, 'vessel' | 'layouts'>): number[] {
  const laid = layouts.flatMap(({ ground, draft }) =>
    draft ? [] : ground.map(({ is }) => is.laidAt),
  )
  return [...new Set([vessel.startedAt, ...laid].map(dayOf))]
}

/** When a beginning is through: by its tests, else by its age. */
function calmFrom(readings: readonly FilterReading[], begun: number): number {
  const end = begun + RAW_DAYS
  let calm: FilterReading[] = []
  for (const reading of readings) {
    if (reading.day < begun) continue
    if (reading.day > end) break
    calm = isUp(reading) ? [] : [...calm, reading]
    if (calm.length >= CALM.tests && reading.day - calm[0].day >= CALM.days) return reading.day
  }
  return end
}

function joined(spells: readonly Spell[]): Spell[] {
  const out: Spell[] = []
  for (const spell of [...spells].sort((a, b) => a.from - b.from)) {
    const last = out[out.length - 1]
    if (last && spell.from <= last.to) last.to = Math.max(last.to, spell.to)
    else out.push({ ...spell })
  }
  return out
}
